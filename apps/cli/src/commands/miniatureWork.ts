import { createHash } from 'node:crypto';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import {
  standInSculpt,
  standInSculpts,
  standInSeries,
  capital,
  cutFromSculpt,
  frontAlone,
  HARD,
  MILD,
  newPart,
  newPiece,
  luminanceImageOf,
  proposedRegions,
  regionAt,
  RefusedInput,
  scanFrom,
  sculptSize,
  writeArchive,
  writePiece,
  trustOf,
  writeSculpt,
  writeShape,
  type Circle,
  type Part,
  type Piece,
  type LuminanceImage,
  type Point,
  type Sculpt,
  type Spoilt,
  type Triangles,
  type PieceAtHand,
  type Problem,
} from '@pale-glint/core';
import { readMesh, sculptFromMesh, type MeshView } from '@pale-glint/core/mesh';
import sharp from 'sharp';
import { answer, number, numbers, readBytes, refuse, UnclearAnswer, writeOutFile } from '../io.js';
import { decodedPhoto } from '../photoFile.js';

/** Photos are reduced to this many pixels before they are worked on. */
const MOST_WORKED = 2_000_000;
export const SPOILT: readonly Spoilt[] = ['moved', 'overexposed', 'glossy', 'ball lost', 'other light'];

const progress = (doing: string, share: number) =>
  process.stderr.write(`${String(Math.round(100 * share)).padStart(3)} % ${doing}\n`);
/** A photo the right way up, at most so large, as linear light. */
async function decoded(path: string, most: number): Promise<{ image: LuminanceImage; by: number }> {
  const { data, width, height, by } = await decodedPhoto(path, ({ widthPx, heightPx }) =>
    Math.sqrt(most / (widthPx * heightPx)),
  );
  return { image: luminanceImageOf(data, width, height), by };
}

const hashOf = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex');

/** A part for each tapped region of a sculpt; without taps one for each region that it proposes by itself. */
function partsOf(
  sculpt: Sculpt,
  surface: string,
  taps: readonly string[],
): { readonly parts: Part[]; readonly problems: readonly Problem[] } {
  const problems: Problem[] = [];
  const regions =
    taps.length === 0
      ? proposedRegions(sculpt)
      : taps.flatMap((tap, i) => {
          const places = tap.split('+').map((t) => numbers('--part', t, 2, 2) as unknown as Point);
          try {
            return [{ name: `part ${i + 1}`, outline: regionAt(sculpt, places) }];
          } catch (error) {
            if (!(error instanceof RefusedInput)) throw error;
            problems.push(...error.problems.map((p) => ({ ...p, path: `--part ${tap}` })));
            return [];
          }
        });
  const parts = regions.map(({ name, outline }, i): Part => {
    const { form, place } = cutFromSculpt(outline, surface, [0, 0], 'as drawn');
    return { ...newPart(`part-${i + 1}`, form, capital(name)), place };
  });
  return { parts, problems };
}

/** Writes a piece with one part for each tapped region of the sculpt, and the sculpt with it. */
function writeOut(
  out: string,
  name: string,
  from: 'lamp' | 'mesh',
  sculpt: Sculpt,
  taps: readonly string[],
  { mesh, trust }: { readonly mesh: Triangles | null; readonly trust: number },
): PieceAtHand {
  const bytes = writeSculpt(sculpt);
  const surface = hashOf(bytes);
  const shape = mesh && writeShape(mesh);
  const [widthMm, heightMm] = sculptSize(sculpt);
  const { parts, problems } = partsOf(sculpt, surface, taps);
  const piece: Piece = {
    ...newPiece(from === 'lamp' ? 'scan' : 'mesh', name, parts),
    heightMm: Math.min(1000, Math.max(1, Math.round(heightMm * 100) / 100)),
    views: frontAlone({
      sculpts: [
        {
          id: 'sculpt',
          name: from === 'lamp' ? 'the scan' : 'the 3D file',
          from,
          surface,
          widthMm,
          heightMm,
          xMm: 0,
          yMm: 0,
          trust,
          shape: shape && hashOf(shape),
          photos: [],
        },
      ],
    }),
  };
  writeOutFile(
    out,
    writeArchive({
      piece: writePiece(piece),
      blobs: new Map([[surface, bytes], ...(shape ? [[hashOf(shape), shape] as const] : [])]),
    }),
  );
  // What was scanned is written before a tap that found nothing is told.
  if (problems.length > 0) throw new RefusedInput(problems);
  return { ...piece, surfaces: new Map([[surface, sculpt]]) };
}

export interface ScanChoices {
  out: string;
  ball?: string;
  ballMm: string;
  lamp: string;
  part: string[];
}

export async function scan(paths: string[], o: ScanChoices): Promise<void> {
  const images: LuminanceImage[] = [];
  let scale = 1;
  for (const [i, path] of paths.entries()) {
    progress(`opening ${path}`, (0.2 * i) / paths.length);
    const { image, by } = await decoded(path, MOST_WORKED);
    images.push(image);
    scale = by;
  }
  const [x, y, r] = o.ball === undefined ? [] : numbers('--ball', o.ball, 3, 3).map((v) => v * scale);
  const ball: Circle | null = o.ball === undefined ? null : { x, y, r };
  const found = scanFrom(images, {
    ball,
    pxPerMm: { ballMm: number('--ball-mm', o.ballMm, 0.5, 100) },
    lampMm: o.lamp === 'find' || o.lamp === 'far' ? o.lamp : number('--lamp', o.lamp, 50, 10_000),
    onProgress: (doing, share) => progress(doing, 0.2 + 0.8 * share),
  });
  const piece = writeOut(o.out, 'Scan', 'lamp', found.sculpt, o.part, {
    mesh: null,
    trust: trustOf(found.expectedDeg),
  });
  answer({
    file: o.out,
    widthMm: piece.views[0].sculpts[0].widthMm,
    heightMm: piece.views[0].sculpts[0].heightMm,
    trust: piece.views[0].sculpts[0].trust,
    ball: { xPx: found.ball.x / scale, yPx: found.ball.y / scale, rPx: found.ball.r / scale },
    lampMm: found.lampMm,
    ambient: found.ambient,
    expectedDeg: found.expectedDeg,
    oddHeightMm: found.oddHeightMm,
    unclear: found.unclear,
    photos: paths.map((file, i) => ({
      file,
      used: found.used.includes(i),
      fault: found.faults[i]?.fault ?? null,
      says: found.faults[i]?.message ?? null,
    })),
    parts: piece.parts.map((p) => ({ id: p.id, xMm: p.place.xMm, yMm: p.place.yMm })),
  });
  if (found.unclear)
    throw new UnclearAnswer(
      'photos: they contradict each other about where the light came from, and which misleads cannot be told',
    );
}

export const SIDES: Readonly<Record<string, readonly [number, number]>> = {
  front: [0, 0],
  left: [-90, 0],
  right: [90, 0],
  back: [180, 0],
  above: [0, 35],
  top: [0, 90],
};

function viewFrom(text: string): readonly number[] {
  const side = SIDES[text];
  if (side) return [...side, 0];
  if (!/^[-\d.,]+$/.test(text))
    refuse('--view', `"${text}"`, `one of ${Object.keys(SIDES).join(', ')}, or YAW,PITCH[,ROLL] in degrees`);
  const [yaw, pitch, roll = 0] = numbers('--view', text, 2, 3);
  return [yaw, pitch, roll];
}

export async function mesh(
  path: string,
  o: { out: string; view: string; up?: string; height?: string; pxPerMm?: string; part: string[] },
): Promise<void> {
  progress('reading the file', 0);
  const read = await readMesh(readBytes(path), path);
  if (o.up !== undefined && o.up !== 'y' && o.up !== 'z') refuse('--up', `"${o.up}"`, 'y or z');
  const [yawDeg, pitchDeg, rollDeg] = viewFrom(o.view);
  const view: MeshView = {
    up: (o.up as 'y' | 'z' | undefined) ?? read.up,
    yawDeg,
    pitchDeg,
    rollDeg,
    heightMm: o.height === undefined ? null : number('--height', o.height, 1, 1000),
  };
  const sculpt = sculptFromMesh(
    read,
    view,
    o.pxPerMm === undefined ? null : number('--px-per-mm', o.pxPerMm, 1, 100),
    progress,
  );
  const piece = writeOut(o.out, '3D file', 'mesh', sculpt, o.part, { mesh: read, trust: 1 });
  answer({
    file: o.out,
    triangles: read.index.length / 3,
    says: read.notes,
    widthMm: piece.views[0].sculpts[0].widthMm,
    heightMm: piece.views[0].sculpts[0].heightMm,
    pxPerMm: sculpt.pxPerMm,
    parts: piece.parts.map((p) => ({ id: p.id, xMm: p.place.xMm, yMm: p.place.yMm })),
  });
}

export async function camera(
  id: string,
  o: { out: string; photos: string; hard?: boolean; seed: string; pxPerMm: string; spoil?: string },
): Promise<void> {
  if (!standInSculpts.some((s) => s.id === id))
    refuse('SCULPT', `"${id}"`, `one of ${standInSculpts.map((s) => s.id).join(', ')}`);
  const [which, how] = o.spoil?.split(':') ?? [];
  if (o.spoil !== undefined && !SPOILT.includes(how as Spoilt))
    refuse('--spoil', `"${o.spoil}"`, `N:HOW, how one of ${SPOILT.join(', ')}`);
  const series = standInSeries(standInSculpt(id), {
    pxPerMm: number('--px-per-mm', o.pxPerMm, 2, 60),
    photos: Math.round(number('--photos', o.photos, 4, 16)),
    conditions: o.hard ? HARD : MILD,
    seed: Math.round(number('--seed', o.seed, 0, 1e9)),
    ...(o.spoil !== undefined && {
      spoil: { photo: Math.round(number('--spoil', which, 1, 16)) - 1, how: how as Spoilt },
    }),
    onPhoto: (done, of) => progress(`photo ${done} of ${of}`, done / of),
  });
  const files: string[] = [];
  try {
    mkdirSync(o.out, { recursive: true });
    for (const [i, p] of series.photos.entries()) {
      const file = join(o.out, `${id}-${String(i + 1).padStart(2, '0')}.jpg`);
      await sharp(p.rgba, { raw: { width: p.width, height: p.height, channels: 4 } })
        .jpeg({ quality: 93 })
        .toFile(file);
      files.push(file);
    }
  } catch {
    refuse('--out', `"${o.out}"`, 'a folder that can be written to');
  }
  const { bench } = series;
  answer({
    files,
    ball: { xPx: bench.ball.x, yPx: bench.ball.y, rPx: bench.ball.r },
    ballMm: 2 * bench.ballMm.radius,
    lampMm: bench.lampMm,
  });
}
