import { beforeAll, describe, expect, test } from '@jest/globals';
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import {
  CAPTAIN_FILES,
  inRing,
  lockCaptain,
  partsIn,
  readPhoto,
  readSculpt,
  sculptCell,
  shapeOf,
  type Part,
  type Sculpt,
} from '../../src/index.js';
import { FRONT, rasterise, readMesh, standingHeight, type Mesh } from '../../src/mesh/index.js';

const file = (name: string) => new Uint8Array(readFileSync(`demo/${name}`));
const hash = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex');

const surfaces = new Map<string, Sculpt>();
let mesh: Mesh;
beforeAll(async () => {
  for (const { id, surface } of CAPTAIN_FILES)
    surfaces.set(surface, readSculpt(file(`lock-captain-${id}.surface`)));
  mesh = await readMesh(file('lock-captain.ply'), 'lock-captain.ply');
});

test('his files are the ones the piece names', () => {
  for (const { id, surface, photo } of CAPTAIN_FILES) {
    expect(hash(file(`lock-captain-${id}.surface`))).toBe(surface);
    const bytes = file(`lock-captain-${id}.jpg`);
    expect(hash(bytes)).toBe(photo);
    const { underlay } = lockCaptain.views.find((v) => v.id === id)!;
    expect(readPhoto(bytes)).toMatchObject({ widthPx: underlay!.widthPx, heightPx: underlay!.heightPx });
  }
});

test('the shape stands as tall as told, base and crest beside his 54 mm, and is closed', () => {
  expect(standingHeight(mesh, mesh.up)).toBeGreaterThan(lockCaptain.heightMm);
  expect(standingHeight(mesh, mesh.up)).toBeLessThan(lockCaptain.heightMm + 10);
  expect(mesh.notes.join()).not.toMatch(/holes/);
});

test('his front is what the shape shows from there', () => {
  const { surface } = CAPTAIN_FILES.find((f) => f.id === 'front')!;
  const kept = surfaces.get(surface)!;
  const { sculpt: seen } = rasterise(mesh, { ...FRONT, up: mesh.up }, kept.pxPerMm);
  expect([seen.width, seen.height]).toEqual([kept.width, kept.height]);
  let [off, n] = [0, 0];
  for (let i = 0; i < seen.nx.length; i++) {
    if (seen.confidence[i] > 0 !== kept.confidence[i] > 0) off = Infinity;
    if (seen.confidence[i] === 0) continue;
    off += Math.hypot(seen.nx[i] - kept.nx[i], seen.ny[i] - kept.ny[i]);
    n++;
  }
  expect(off / n).toBeLessThan(1e-3);
});

describe.each(['front', 'back'])('seen from the %s', (view) => {
  const sculpt = () => surfaces.get(lockCaptain.views.find((v) => v.id === view)!.sculpts[0].surface)!;
  const parts = partsIn(lockCaptain, view);
  const ringOf = (part: Part) =>
    shapeOf(part, [], { surfaces }).model.rings[0].map(
      ([x, y]) => [x + part.place.xMm, y + part.place.yMm] as const,
    );

  test('every place of him belongs to a part', () => {
    const s = sculpt();
    const under = lockCaptain.views.find((v) => v.id === view)!.sculpts[0];
    const rings = parts
      .filter((p) => p.form.kind === 'sculpt')
      .map((part) => ringOf(part).map(([x, y]) => sculptCell(s, x - under.xMm, y - under.yMm)));
    let [figure, cut] = [0, 0];
    // One place in 49 is looked at.
    for (let r = 3; r < s.height; r += 7)
      for (let c = 3; c < s.width; c += 7) {
        if (s.confidence[r * s.width + c] === 0) continue;
        figure++;
        if (rings.some((ring) => inRing(ring, c + 0.5, r + 0.5))) cut++;
      }
    // His blade is a form of its own, and a twentieth of him.
    expect(cut / figure).toBeGreaterThan(0.93);
  });

  test('a rim of brass goes by its front where both sides show it', () => {
    for (const part of parts)
      if (part.sameAs !== null) {
        const front = lockCaptain.parts.find((p) => p.id === part.sameAs)!;
        expect([part.view, front.view]).toEqual(['back', 'front']);
        expect(part.finish).toEqual(front.finish);
      }
    expect(parts.some((p) => p.sameAs !== null)).toBe(view === 'back');
  });
});
