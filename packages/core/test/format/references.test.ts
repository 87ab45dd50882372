import { describe, expect, test } from '@jest/globals';
import { referenceProblems, sluiceWarden, type Piece } from '../../src/index.js';

/** The warden with something wrong in it. */
const spoilt = (over: (piece: Piece) => Partial<Piece>): Piece => ({
  ...sluiceWarden,
  ...over(sluiceWarden),
});
const first = <T>(list: readonly T[], change: Partial<T>): T[] =>
  list.map((item, i) => (i === 0 ? { ...item, ...change } : item));

test('a demo piece names nothing that it does not hold', () =>
  expect(referenceProblems(sluiceWarden)).toEqual([]));

describe('an id that leads nowhere is told with its path', () => {
  test.each<[string, (piece: Piece) => Partial<Piece>, string]>([
    ['the group of a part', (p) => ({ parts: first(p.parts, { group: 'nowhere' }) }), 'parts[0].group'],
    ['the focal part', (p) => ({ rig: { ...p.rig, focalPart: 'nowhere' } }), 'rig.focalPart'],
    [
      'an undercoat',
      (p) => ({ ladders: first(p.ladders, { undercoat: 'nowhere' }) }),
      'ladders[0].undercoat',
    ],
    [
      'a paint of a mix',
      (p) => ({
        ladders: first(p.ladders, {
          steps: first(p.ladders[0].steps, { mix: [{ paint: 'nowhere', parts: 1 }] }),
        }),
      }),
      'ladders[0].steps[0].mix[0].paint',
    ],
    [
      'the part of a note',
      (p) => ({ notes: [{ ...p.notes[0], id: 'n', text: 'n', part: 'nowhere' } as Piece['notes'][number]] }),
      'notes[0].part',
    ],
  ])('%s', (_, over, path) => {
    const problems = referenceProblems(spoilt(over));
    expect(problems.map((q) => q.path)).toContain(path);
    expect(problems.find((q) => q.path === path)!.held).toBe('"nowhere"');
  });
});

test('an id that occurs twice is told where it occurs again', () => {
  const [a, b] = sluiceWarden.parts;
  const problems = referenceProblems(spoilt(() => ({ parts: [a, { ...b, id: a.id }] })));
  expect(problems.map((p) => p.path)).toContain('parts[1].id');
});

test('a later step covers no more than the one before it', () => {
  const [ladder] = sluiceWarden.ladders;
  const steps = ladder.steps.map((s, i) => (i === 2 ? { ...s, aimedShare: 1 } : s));
  const problems = referenceProblems(spoilt((p) => ({ ladders: first(p.ladders, { steps }) })));
  expect(problems).toMatchObject([{ path: 'ladders[0].steps[2].aimedShare', held: '1' }]);
});

test('a mix of mediums alone holds nothing to paint with', () => {
  const medium = sluiceWarden.paints.map((p, i) => (i === 0 ? { ...p, kind: 'medium' as const } : p));
  const steps = first(sluiceWarden.ladders[0].steps, { mix: [{ paint: medium[0].id, parts: 1 }] });
  const problems = referenceProblems(
    spoilt((p) => ({ paints: medium, ladders: first(p.ladders, { steps }) })),
  );
  expect(problems.map((p) => p.path)).toContain('ladders[0].steps[0].mix');
});
