import { beforeAll, describe, expect, test } from '@jest/globals';
import {
  coatsLaid,
  diaryOf,
  isTimed,
  layerColour,
  lockKeepersArm,
  paceOf,
  paintedOtherwise,
  readPiece,
  stepsOf,
  partStepKey,
  putRight,
  tickFor,
  writePiece,
  type OrderLayer,
  type Piece,
  type Tick,
} from '../../src/index.js';
import { orderOf } from '../support.js';

const AT = '2026-12-01T19:00:00Z';
const tickedIn = (order: readonly OrderLayer[], piece: Piece): Tick[] =>
  order.flatMap((layer) =>
    layer.parts.map((s) => tickFor(s, layer, { copy: 1, doneAt: AT, colour: layerColour(layer, piece) })),
  );

/** The piece with the mix of one value step taken from another of its ladder. */
function mixedOtherwise(piece: Piece, step: number, as: number): Piece {
  const [ladder, ...others] = piece.ladders;
  const steps = ladder.steps.map((s, k) => (k === step ? { ...s, mix: ladder.steps[as].mix } : s));
  return { ...piece, ladders: [{ ...ladder, steps }, ...others] };
}

let order: readonly OrderLayer[];
let ticks: Tick[];
beforeAll(() => {
  order = orderOf(lockKeepersArm);
  ticks = tickedIn(order, lockKeepersArm);
});

describe('what was ticked, and is planned otherwise since', () => {
  test('is nothing while the plan stays', () => {
    expect(paintedOtherwise(order, ticks, lockKeepersArm)).toEqual([]);
    const piece = { ...lockKeepersArm, run: { ticks } };
    expect(readPiece(writePiece(piece)).run?.ticks).toEqual(ticks);
  });

  test('is the layers that have another tone now, with what was on the brush', () => {
    const changed = mixedOtherwise(lockKeepersArm, 2, 4);
    const now = orderOf(changed);
    const found = paintedOtherwise(now, ticks, changed);
    const stepId = lockKeepersArm.ladders[0].steps[2].id;
    const layer = order.find((l) => l.ladder === lockKeepersArm.ladders[0].id && l.step === stepId)!;
    expect(found.map((f) => [f.layer.ladder, f.layer.step])).toContainEqual([layer.ladder, layer.step]);
    for (const { ticks: own, mix, off, layer: of } of found) {
      expect(of.step).toBe(stepId);
      expect(mix.startsWith(`${layer.mixText}, `)).toBe(true);
      expect(off).toBeGreaterThanOrEqual(5);
      expect(own.every((t) => t.step === stepId)).toBe(true);
    }
  });

  test('is nothing where a pot was measured anew, nor where ticks tell no colour', () => {
    const measured: Piece = {
      ...lockKeepersArm,
      paints: lockKeepersArm.paints.map((p) => ({ ...p, hex: p.kind === 'paint' ? '#808080' : p.hex })),
    };
    expect(paintedOtherwise(orderOf(measured), ticks, measured)).toEqual([]);
    const changed = mixedOtherwise(lockKeepersArm, 2, 4);
    expect(
      paintedOtherwise(orderOf(changed), putRight(ticks, order, { mix: 'what was there' }), changed),
    ).toEqual([]);
    const untold = ticks.map(({ did: { hex: _hex, ...did }, ...t }) => ({ ...t, did }));
    expect(paintedOtherwise(orderOf(changed), untold, changed)).toEqual([]);
  });
});

describe('what was planned then', () => {
  test('is what a tick is held against, not what the plan has become', () => {
    // Everything takes twice as long, and as many coats again, in the plan of today.
    const now = order.map((l) => ({
      ...l,
      parts: l.parts.map((s) => ({
        ...s,
        coats: 2 * s.coats,
        exactCoats: 2 * s.exactCoats,
        activeMin: 3 * s.activeMin,
      })),
    }));
    const steps = stepsOf(now);
    for (const t of ticks) expect(isTimed(t, steps.get(partStepKey(t))!.step)).toBe(false);
    expect(paceOf(diaryOf(ticks, [], now))).toEqual([]);
    for (const { sum } of coatsLaid(ticks, now)) expect(sum).toBeCloseTo(0, 9);
    const [evening] = diaryOf(ticks, [], now);
    expect(evening.plannedMin).toBeCloseTo(evening.minutes, 1);
    // Ticks of before say nothing of it: they are held against the plan as it is.
    const untold = ticks.map(({ did: { plan: _plan, ...did }, ...t }) => ({ ...t, did }));
    expect(paceOf(diaryOf(untold, [], now)).length).toBeGreaterThan(0);
  });
});
