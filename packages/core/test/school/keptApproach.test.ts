import { describe, expect, test } from '@jest/globals';
import {
  coldSteel,
  isLaidBy,
  keptApproach,
  bronze,
  passesOf,
  readApproach,
  RefusedInput,
  towline,
  withKept,
  withKeptApproach,
  withRecipeChange,
  writeApproach,
  type Ladder,
} from '../../src/index.js';

/** Cold steel with a glaze of its own before the fourth step, and the smoothing left out. */
const mine = (): Ladder => {
  const glazed = withRecipeChange(coldSteel, {
    kind: 'add',
    title: 'Violet in the shade',
    role: 'glaze',
    over: 'shade',
    mix: [{ paint: 'lampsoot', parts: 1 }],
    water: 5,
    thinner: 'water',
    coats: 1,
    why: 'Deepens it.',
    before: { role: 'value', step: coldSteel.steps[3].id },
  });
  return withRecipeChange(glazed, { kind: 'leave-out', pass: { role: 'smoothing', step: 'smoothing' } });
};
const titles = (ladder: Ladder) => passesOf({ ladder, paints: towline }).map((p) => p.title);

describe('an approach of the painter’s own', () => {
  test('goes onto another metal: its passes stand where they stood, by the step as far up', () => {
    const kept = keptApproach(mine(), towline, '  My steel ');
    expect(kept.name).toBe('My steel');
    const { ladder } = withKeptApproach(bronze, kept, towline);
    const laid = titles(ladder);
    expect(laid).not.toContain('smoothing glaze over the soft borders');
    const share = (list: string[], of: (t: string) => boolean) => list.filter((t) => of(t)).length;
    const before = laid.slice(0, laid.indexOf('Violet in the shade'));
    const steps = share(before, (t) => t.startsWith('value step'));
    // Before the fourth of seven stands before the middle of any.
    expect(steps).toBe(Math.round((3 / (coldSteel.steps.length - 1)) * (bronze.steps.length - 1)));
    expect(isLaidBy(ladder, kept)).toBe(true);
    expect(isLaidBy(bronze, kept)).toBe(false);
  });

  test('leaves as a file and comes back the same, with the paints its passes are laid with', () => {
    const kept = keptApproach(mine(), towline, 'My steel');
    expect(kept.paints.map((p) => p.id)).toEqual(['lampsoot']);
    expect(readApproach(writeApproach(kept))).toEqual(kept);
    // A painter who has none of that paint gets it along, to be told as missing.
    const without = towline.filter((p) => p.id !== 'lampsoot');
    expect(withKeptApproach(bronze, kept, without).paints.map((p) => p.id)).toEqual(['lampsoot']);
  });

  test('kept under a name that exists takes the place of the one that had it', () => {
    const first = keptApproach(mine(), towline, 'My steel');
    const again = keptApproach(coldSteel, towline, 'my STEEL', [first]);
    expect(again.id).toBe(first.id);
    expect(withKept([first], again)).toEqual([again]);
    const other = keptApproach(coldSteel, towline, 'Another', [first]);
    expect(withKept([first], other)).toEqual([first, other]);
  });

  test('of a file that is none is refused with field and what is accepted', () => {
    const kept = keptApproach(mine(), towline, 'My steel');
    const refused = (over: object) => {
      try {
        readApproach(JSON.stringify({ ...JSON.parse(writeApproach(kept)), ...over }));
      } catch (error) {
        return (error as RefusedInput).problems.map((p) => p.path);
      }
      return [];
    };
    const change = (role: string) => ({ ...kept.changes[1], pass: { role, step: 'smoothing' } });
    expect(refused({ changes: [change('singing')] })).toEqual(['changes[0].pass.role']);
    expect(refused({ changes: Array.from({ length: 1000 }, () => change('value')) })).toEqual(['changes']);
    expect(refused({ steps: [] })).toEqual(['steps']);
    expect(refused({ school: 'theirs' })).toEqual(['school']);
    expect(() => readApproach('{')).toThrow(RefusedInput);
    // Moves that chase each other end somewhere: each is done once, after the other.
    const [a, b] = [coldSteel.steps[1].id, coldSteel.steps[2].id].map((step) => ({ role: 'value', step }));
    const loop = readApproach(
      JSON.stringify({
        ...JSON.parse(writeApproach(kept)),
        changes: [
          { kind: 'move', id: 'm1', pass: a, before: b },
          { kind: 'move', id: 'm2', pass: b, before: a },
        ],
      }),
    );
    expect(titles(withKeptApproach(coldSteel, loop, towline).ladder)).toHaveLength(titles(coldSteel).length);
  });
});
