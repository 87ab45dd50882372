import { expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import {
  brassHeron,
  HERON_SURFACE,
  partCutThere,
  proposedRegions,
  readSculpt,
  uncutRegions,
  withRegionsTaken,
  type FormOf,
  type Piece,
} from '../../src/index.js';

const sculpt = brassHeron.views[0].sculpts[0];
const regions = proposedRegions(readSculpt(new Uint8Array(readFileSync('demo/heron-wing.surface'))));

test('regions are taken for parts where the sculpt lies, named for their place, in the metal painted last', () => {
  const bare: Piece = { ...brassHeron, parts: [] };
  const piece = withRegionsTaken(bare, sculpt, regions, 'front');
  expect(piece.parts.map((p) => p.name)).toEqual(
    regions.map((r) => r.name[0].toUpperCase() + r.name.slice(1)),
  );
  piece.parts.forEach(({ form, place, view }, i) => {
    const xs = regions[i].outline.map((p) => p[0]);
    const middle = (Math.min(...xs) + Math.max(...xs)) / 2;
    expect(place.xMm).toBeCloseTo(sculpt.xMm + middle, 2);
    expect(form).toMatchObject({ kind: 'sculpt', sculpt: HERON_SURFACE });
    expect(view).toBe('front');
  });
});

test('what has been cut already is not proposed again', () => {
  const bare: Piece = { ...brassHeron, parts: [] };
  expect(uncutRegions(bare, HERON_SURFACE, regions)).toEqual(regions);
  const first = withRegionsTaken(bare, sculpt, regions.slice(0, 1), 'front');
  expect(uncutRegions(first, HERON_SURFACE, regions)).toEqual(regions.slice(1));
  expect(uncutRegions(first, 'f'.repeat(64), regions)).toEqual(regions);
});

test('a form cut where a part is tells which', () => {
  const piece = withRegionsTaken({ ...brassHeron, parts: [] }, sculpt, regions, 'front');
  for (const part of piece.parts)
    expect(partCutThere(piece, part.form as FormOf<'sculpt'>)?.id).toBe(part.id);
  const other = { ...(piece.parts[0].form as FormOf<'sculpt'>), sculpt: 'f'.repeat(64) };
  expect(partCutThere(piece, other)).toBeNull();
});
