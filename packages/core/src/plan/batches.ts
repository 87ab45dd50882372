import { mixGrowth } from '../match/index.js';
import type { Mix } from '../piece/index.js';
import { listOf } from '../units/index.js';
import { DROP_ML, LOSSES, TIP_ML } from './amounts.js';

/** A mix that is needed, in the order of painting. */
export interface BatchNeed {
  readonly step: string;
  readonly mix: Mix;
  /** Parts of water to one of paint. */
  readonly water: number;
  /** Volume wanted on the palette, water included; a third of it reaches the miniature. */
  readonly mixedMl: number;
}

/** Volumes in ml: each paint by id, and water. */
export interface Volume {
  readonly paints: Readonly<Record<string, number>>;
  readonly water: number;
}

/** One pile on the palette: what goes into it, and what becomes of it. */
export interface Batch {
  readonly step: string;
  readonly unit: 'drop' | 'brush tip';
  readonly unitMl: number;
  /** Taken over from the pile before, which leaves as much less of it. */
  readonly over: Volume;
  /** From the pots: whole units of each paint; less than one is a trace. */
  readonly added: readonly { readonly paint: string; readonly parts: number }[];
  readonly addedWaterMl: number;
  /** On the miniature; then in the brush and on the palette; then left for what follows or for mending. */
  readonly laidMl: number;
  readonly lostMl: number;
  readonly leftMl: number;
}

/** From so many drops on paint is counted by drops, below by brush tips. */
const DROPS_FROM = 4;
/** From so many parts to one on the one is not counted but touched in, where so large a pile is not wanted. */
const TRACE_FROM = 9;
const TINY = 1e-9;

const paintIn = (v: Volume): number => Object.values(v.paints).reduce((a, b) => a + b, 0);
const scaled = (v: Volume, by: number): Volume => ({
  paints: Object.fromEntries(Object.entries(v.paints).map(([id, ml]) => [id, ml * by])),
  water: v.water * by,
});
const NOTHING: Volume = { paints: {}, water: 0 };

const paintsAndDrops = (mix: Mix) => ({ paints: mix.map((m) => m.paint), drops: mix.map((m) => m.parts) });

/** What goes from the pots into a pile of its own: enough of it, in whole units, and in no more of them than it has to be. */
function fromPots(mix: Mix, wantedPaint: number, unitMl: number): Batch['added'] {
  const parts = mix.reduce((s, m) => s + m.parts, 0);
  const times = Math.max(1, Math.ceil(wantedPaint / (parts * unitMl) - TINY));
  const most = Math.max(...mix.map((m) => m.parts));
  const units = Math.max(1, Math.ceil((wantedPaint * most) / (parts * unitMl) - TINY));
  const touched = mix.length === 2 && parts === most + 1 && most >= TRACE_FROM && units < most;
  return mix.map(({ paint, parts: n }) => ({ paint, parts: touched ? (n * units) / most : n * times }));
}

/**
 * Piles for mixes in the order they are painted: whole drops or brush tips from the pots, with what is left of the pile
 * before taken over where the next mix only adds to it and its water allows. Paint and water balance to the last digit:
 * what is added and taken over is what is laid, lost and left.
 */
export function batchesOf(needs: readonly BatchNeed[]): Batch[] {
  let left: { readonly volume: Volume; readonly mix: Mix } = { volume: NOTHING, mix: [] };
  return needs.map(({ step, mix, water, mixedMl }): Batch => {
    const wantedPaint = mixedMl / (1 + water);
    const unit = wantedPaint >= DROPS_FROM * DROP_ML ? 'drop' : 'brush tip';
    const unitMl = unit === 'drop' ? DROP_ML : TIP_ML;
    const parts = mix.reduce((s, m) => s + m.parts, 0);
    let over = NOTHING;
    let added = fromPots(mix, wantedPaint, unitMl);
    const grows =
      paintIn(left.volume) > TINY ? mixGrowth(paintsAndDrops(left.mix), paintsAndDrops(mix)) : null;
    if (grows) {
      const base = parts - grows.drops;
      // So many units of the one paint want this much of the pile before; at least as many as make enough.
      const units = Math.max(1, Math.ceil((wantedPaint * grows.drops) / (parts * unitMl) - TINY));
      const asks = (units * unitMl * base) / grows.drops;
      const wet = (asks * left.volume.water) / paintIn(left.volume);
      if (asks <= paintIn(left.volume) + TINY && wet <= water * (asks + units * unitMl) + TINY) {
        over = scaled(left.volume, Math.min(1, asks / paintIn(left.volume)));
        added = [{ paint: grows.paint, parts: units }];
      }
    }
    const paints: Record<string, number> = { ...over.paints };
    for (const a of added) paints[a.paint] = (paints[a.paint] ?? 0) + a.parts * unitMl;
    const paint = Object.values(paints).reduce((a, b) => a + b, 0);
    const addedWaterMl = Math.max(0, water * paint - over.water);
    const whole: Volume = { paints, water: over.water + addedWaterMl };
    const madeMl = paint + whole.water;
    const usedMl = Math.min(madeMl, mixedMl);
    left = { volume: scaled(whole, (madeMl - usedMl) / madeMl), mix };
    return {
      step,
      unit,
      unitMl,
      over,
      added,
      addedWaterMl,
      laidMl: usedMl / LOSSES,
      lostMl: usedMl - usedMl / LOSSES,
      leftMl: madeMl - usedMl,
    };
  });
}

/** What a pile is made of, in words: "2 brush tips Wet slate and 1 Lampsoot", or what is added to the pile before. */
export function batchText(batch: Batch, nameOf: (paint: string) => string): string {
  const { unit, unitMl, added, over, laidMl, lostMl, leftMl } = batch;
  const units = (n: number) => `${n} ${n === 1 ? unit : `${unit}s`}`;
  const counted = added.filter((a) => a.parts >= 1);
  const said = listOf([
    ...counted.map((a, i) => `${i === 0 ? units(a.parts) : a.parts} ${nameOf(a.paint)}`),
    ...added.filter((a) => a.parts < 1).map((a) => `a trace of ${nameOf(a.paint)}`),
  ]);
  const taken = paintIn(over) > TINY ? `${said} into what is left of the pile before` : said;
  // Told as it was put out: without the water in it.
  const paintMl = paintIn(over) + added.reduce((sum, a) => sum + a.parts * unitMl, 0);
  const rest = Math.floor((leftMl * paintMl) / (laidMl + lostMl + leftMl) / TIP_ML + TINY);
  return rest >= 1 ? `${taken}; about ${rest} brush ${rest === 1 ? 'tip' : 'tips'} left over` : taken;
}
