import { partsSized } from '../edit/index.js';
import { MOST_NOTE_CHARACTERS, MOST_NOTES, partStepKey, type Piece, type Tick } from '../piece/index.js';
import { brushed, layerKey, stepsOf, type OrderLayer } from '../plan/index.js';
import { duration, freeId, plain, meanOf } from '../units/index.js';
import { plannedMinOf } from './timed.js';

/** Another miniature, or a batch of them, painted as one that was painted. */
export interface Another {
  readonly id: string;
  readonly name: string;
  /** Foot to crown, mm. */
  readonly heightMm: number;
  readonly copies: number;
}

/** Minutes that stray less than this, as a factor or in all, are not worth a word. */
const STRAYED = 1.4;
const LEAST_MIN = 3;

/** Whether a piece keeps its size: what is cut from a miniature's own surface, or drawn over its photo, is of that one. */
export const keepsSize = ({ parts, views }: Piece): boolean =>
  parts.some((p) => p.form.kind === 'sculpt') || views.some((v) => v.underlay !== null);

/**
 * What was done otherwise than planned, a line for each layer: coats and minutes against the plan of when they were ticked,
 * the mix against the one that is planned now. Layers that went as planned have none.
 */
export function doneOtherwise(ticks: readonly Tick[], order: readonly OrderLayer[]): string[] {
  const known = stepsOf(order);
  const byLayer = new Map<string, Tick[]>();
  for (const tick of ticks) {
    const found = known.get(partStepKey(tick));
    if (!found) continue;
    const key = layerKey(found.layer);
    byLayer.set(key, [...(byLayer.get(key) ?? []), tick]);
  }
  return order.flatMap((layer) => {
    const own = byLayer.get(layerKey(layer));
    if (!own) return [];
    const steps = own.map((t) => known.get(partStepKey(t))!.step);
    const said: string[] = [];
    const coats = meanOf(own.map((t) => t.did.coats));
    const meant = meanOf(own.map((t, i) => t.did.plan?.coats ?? steps[i].coats));
    if (Math.abs(coats - meant) >= 0.5) said.push(`${plain(coats)} coats, planned ${plain(meant)}`);
    const other = own.find((t) => t.did.mix !== brushed(layer));
    if (other) said.push(`mixed ${other.did.mix}`);
    const minutes = own.reduce((n, t) => n + t.did.minutes, 0);
    const plannedMin = own.reduce((n, t, i) => n + plannedMinOf(t, steps[i]), 0);
    const times = minutes / Math.max(1e-6, plannedMin);
    if (Math.abs(minutes - plannedMin) >= LEAST_MIN && (times >= STRAYED || times <= 1 / STRAYED))
      said.push(`${duration(minutes)}, planned ${duration(plannedMin)}`);
    return said.length > 0 ? [`${layer.title}: ${said.join('; ')}`] : [];
  });
}

const ofLast = (text: string): string => `Last time, ${text}`.slice(0, MOST_NOTE_CHARACTERS);

/**
 * A piece to paint another miniature by: everything that was planned, and as notes what was done otherwise and what the
 * painter wrote. Ticks, evenings and photos stay with the first.
 */
export function anotherFrom(piece: Piece, order: readonly OrderLayer[], another: Another): Piece {
  const { run, ...planned } = piece;
  const factor = keepsSize(piece) ? 1 : another.heightMm / piece.heightMm;
  // What has a time was of that miniature: here it is of the last one, and of no evening.
  const own = piece.notes.flatMap((n) =>
    n.photo !== null
      ? []
      : n.madeAt === null
        ? [n]
        : [{ ...n, text: ofLast(n.text), madeAt: null, mended: null }],
  );
  const ids = new Set(own.map((n) => n.id));
  const learned = doneOtherwise(run?.ticks ?? [], order).map((text) => {
    const id = freeId('note', ids);
    ids.add(id);
    return { id, part: null, text: ofLast(text), madeAt: null, photo: null, told: null, mended: null };
  });
  return {
    ...planned,
    id: another.id,
    name: another.name,
    copies: another.copies,
    heightMm: keepsSize(piece) ? piece.heightMm : another.heightMm,
    parts: factor === 1 ? piece.parts : partsSized(piece.parts, factor),
    table: { ...piece.table, evenings: [] },
    notes: [...own, ...learned].slice(0, MOST_NOTES),
  };
}
