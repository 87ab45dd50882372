import { describe, expect, test } from '@jest/globals';
import {
  applyFix,
  forms,
  newAdjustmentId,
  newPart,
  newPiece,
  pathsOf,
  withOverride,
  type Change,
} from '../../src/index.js';

const piece = newPiece('x', 'X', [newPart('a', forms.dome.defaults), newPart('b', forms.dome.defaults)]);
const fix = (...changes: Change[]) => ({ label: 'as told', changes });

describe('a fix', () => {
  test('sets what its path names, by the id of a part whatever its place, and nothing else', () => {
    const done = applyFix(piece, fix({ path: ['parts', 'b', 'form', 'widthMm'], to: 7 }));
    expect(done.parts[1].form).toMatchObject({ widthMm: 7 });
    expect(done.parts[0]).toBe(piece.parts[0]);
    expect(done.rig).toBe(piece.rig);
    expect(piece.parts[1].form).not.toMatchObject({ widthMm: 7 });
  });

  test('puts an item in, in place of the one with its id, and takes one away where nothing is to be set', () => {
    const edge = (value: number) => ({ id: 'edge-1', part: 'a', kind: 'edge', value });
    const put = applyFix(piece, fix({ path: ['adjustments', 'edge-1'], to: edge(0.4) }));
    const again = applyFix(put, fix({ path: ['adjustments', 'edge-1'], to: edge(0.6) }));
    expect(again.adjustments).toEqual([edge(0.6)]);
    expect(applyFix(again, fix({ path: ['adjustments', 'edge-1'] })).adjustments).toEqual([]);
  });

  test('of several changes applies them in order, and tells the paths it touches', () => {
    const both = fix({ path: ['rig', 'tint'], to: 0.2 }, { path: ['rig', 'fallOff'], to: 0 });
    expect(applyFix(piece, both).rig).toMatchObject({ tint: 0.2, fallOff: 0 });
    expect(pathsOf(both)).toEqual(['rig.tint', 'rig.fallOff']);
  });

  test('of something that is not there is an error, not a silence', () => {
    expect(() => applyFix(piece, fix({ path: ['rig', 'nothing', 'here'], to: 1 }))).toThrow(
      /nothing stands at/,
    );
  });

  test('an id for an adjustment is one that the piece has not', () => {
    const one = withOverride(piece, 'a', { kind: 'edge', value: 0.5 });
    expect(newAdjustmentId(piece, 'edge')).toBe(one.id);
    expect(newAdjustmentId(one.piece, 'edge')).not.toBe(one.id);
  });
});
