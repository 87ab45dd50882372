import { describe, expect, test } from '@jest/globals';
import {
  cutFromSculpt,
  forms,
  heldPoints,
  isOutlined,
  MOST_HELD,
  outlinePulled,
  preparePart,
  newPart,
  newPiece,
  readPiece,
  turn,
  writePiece,
  rad,
  type Outlined,
  type Place,
  type Point,
  type Sculpt,
} from '../../src/index.js';

const SURFACE = 'f'.repeat(64);
const ring = (n: number, r: number, [cx, cy]: Point = [0, 0]) =>
  Array.from({ length: n }, (_, i): Point => [
    cx + r * Math.cos((2 * Math.PI * i) / n),
    cy + r * Math.sin((2 * Math.PI * i) / n),
  ]);

/** Points of the outline in the piece's mm. */
function seen({ form, place }: { form: Outlined; place: Place }): Point[] {
  return form.outline.map((p) => {
    const [x, y] = turn((p.x * form.widthMm) / 2, (p.y * form.heightMm) / 2, rad(place.rollDeg));
    return [x + place.xMm, y + place.yMm];
  });
}
/** Where in the sculpt each of them lies. */
const inSculpt = (form: Outlined) =>
  form.kind === 'sculpt'
    ? form.outline.map((p) => [
        form.fromXMm + ((form.mirrored === 'yes' ? -1 : 1) * p.x * form.widthMm) / 2,
        form.fromYMm + (p.y * form.heightMm) / 2,
      ])
    : [];
const apart = (a: readonly number[], b: readonly number[]) => Math.hypot(a[0] - b[0], a[1] - b[1]);

describe('a place of an outline pulled by hand', () => {
  test.each([0, 37, -120])(
    'goes where the hand is and leaves all others, on the piece and on the sculpt, at a roll of %d degrees',
    (rollDeg) => {
      for (const mirrored of ['no', 'yes'] as const) {
        const cut = cutFromSculpt(ring(12, 5, [20, 30]), SURFACE, [18, 29]);
        const before = { form: { ...cut.form, mirrored }, place: { ...cut.place, rollDeg } };
        const to: Point = [7.5, 1];
        const after = outlinePulled(before.form, before.place, 0, to);
        const [tx, ty] = turn(to[0], to[1], rad(rollDeg));
        expect(apart(seen(after)[0], [before.place.xMm + tx, before.place.yMm + ty])).toBeLessThan(0.02);
        seen(before).forEach((p, i) => i > 0 && expect(apart(p, seen(after)[i])).toBeLessThan(0.02));
        inSculpt(before.form).forEach(
          (p, i) => i > 0 && expect(apart(p, inSculpt(after.form)[i])).toBeLessThan(0.02),
        );
      }
    },
  );

  test('of a fine outline takes its neighbours along in a bell, and none beyond the next held places', () => {
    const { form, place } = cutFromSculpt(ring(100, 10), SURFACE, [0, 0], 'as drawn');
    const held = heldPoints(form);
    expect(held).toHaveLength(MOST_HELD);
    const { index, at } = held[3];
    const after = seen(outlinePulled(form, place, index, [at[0] * 1.2, at[1] * 1.2]));
    const moved = seen({ form, place }).map((p, i) => apart(p, after[i]));
    expect(moved[index]).toBeCloseTo(2, 1);
    expect(moved[index + 2]).toBeGreaterThan(0.2);
    expect(moved[index + 2]).toBeLessThan(moved[index + 1]);
    expect(moved[held[4].index]).toBeLessThan(0.02);
    expect(moved[held[2].index]).toBeLessThan(0.02);
  });

  test('of a relief keeps its bumps, and stays within what a piece file accepts', () => {
    const relief = forms.relief.defaults;
    const place = { xMm: 3, yMm: 4, rollDeg: 10, yawDeg: 0, pitchDeg: 0, depthMm: 0 };
    const { form } = outlinePulled(relief, place, 1, [400, 400]);
    expect(form).toMatchObject({
      bumps: relief.bumps,
      widthMm: relief.widthMm,
      outline: { 1: { x: 1.5, y: 1.5 } },
    });
    expect(() => readPiece(writePiece(newPiece('x', 'X', [newPart('p', form)])))).not.toThrow();
  });

  test('there are none where a form has no drawn outline', () => {
    expect(isOutlined(forms.dome.defaults)).toBe(false);
    expect(isOutlined(forms.sculpt.defaults)).toBe(true);
  });

  test('pulled onto itself it still makes a part', () => {
    const n = 400;
    const flat: Sculpt = {
      width: 20,
      height: 20,
      pxPerMm: 1,
      nx: new Float32Array(n),
      ny: new Float32Array(n),
      heightMm: new Float32Array(n),
      confidence: new Uint8Array(n).fill(255),
      visibility: null,
      stepsHold: false,
    };
    let made = cutFromSculpt(ring(4, 4), SURFACE, [0, 0]);
    for (const [i, p] of [
      [0, [-3.9, 0]],
      [1, [0, -3.9]],
      [2, [3, 3]],
    ] as const)
      made = outlinePulled(made.form, made.place, i, p);
    expect(made.form.widthMm).toBeGreaterThan(0);
    const part = { ...newPart('p', made.form), place: made.place };
    expect(() =>
      preparePart(part, { ...newPiece('x', 'X', [part]), surfaces: new Map([[SURFACE, flat]]) }),
    ).not.toThrow();
  });
});
