import { describe, expect, test } from '@jest/globals';
import {
  areaOf,
  forms,
  inside,
  mirroredForm,
  modelOf,
  newPart,
  newPiece,
  partSheet,
  type FormOf,
} from '../../src/index.js';

const outlined = forms.plate.variants!.find((v) => v.id === 'outlined')!.form;
const plate = (over: Partial<FormOf<'plate'>> = {}): FormOf<'plate'> => ({ ...outlined, ...over });

describe('a flat plate of any outline', () => {
  test('is one face, composed like any plate, with its drawn corners where none are rounded', () => {
    const model = modelOf(plate());
    expect(model.patches).toHaveLength(1);
    expect(model.patches[0].facet).toBeDefined();
    expect(model.corners.length).toBeGreaterThanOrEqual(4);
    for (const { at } of model.corners) expect(inside(model.rings, ...at)).toBe(true);
    expect(modelOf(plate({ cornerMm: 1 })).corners).toEqual([]);
    expect(areaOf(modelOf(plate({ cornerMm: 1 })).rings)).toBeLessThan(areaOf(model.rings));
  });

  test('has zones and bands: several values on one flat face', () => {
    const part = newPart('axe', plate());
    const { zones } = partSheet(part, newPiece('x', 'X', [part]));
    expect(zones.areaMm2).toBeCloseTo(areaOf(modelOf(part.form).rings), 1);
    expect(zones.zones.filter((z) => z.ownShare > 0.03).length).toBeGreaterThanOrEqual(4);
  });

  test('is turned over by a mirror, and what crosses itself is said', () => {
    const mirrored = mirroredForm(plate()) as FormOf<'plate'>;
    expect(mirrored.outline.map((p) => p.x)).toEqual(outlined.outline.map((p) => -p.x));
    const bow = [
      { x: -1, y: -1 },
      { x: 1, y: 1 },
      { x: 1, y: -1 },
      { x: -1, y: 1 },
    ];
    expect(modelOf(plate({ outline: bow })).notes![0]).toMatch(/crosses itself/);
  });

  test('without one has its four sides', () => {
    expect(modelOf(forms.plate.defaults).corners).toHaveLength(4);
  });
});
