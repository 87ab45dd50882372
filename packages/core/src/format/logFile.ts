import Papa from 'papaparse';
import { partStepKey, type Piece, type Tick } from '../piece/index.js';
import { stepsOf, type OrderLayer } from '../plan/index.js';
import { cellText } from './cellText.js';

/** One step that was done, in words. */
export interface LogRow {
  /** UTC, as 2026-11-28T19:30:00Z. */
  readonly doneAt: string;
  /** Title of its layer; its role and step where the order has it no more. */
  readonly layer: string;
  readonly part: string;
  readonly figure: number;
  readonly mix: string;
  readonly coats: number;
  /** Share of the part in per cent. */
  readonly coverPercent: number;
  readonly minutes: number;
  /** As the plan has it; null where it is not planned any more. */
  readonly plannedMinutes: number | null;
}

/** What was done, step by step, the first one first. */
export function logRows(
  ticks: readonly Tick[],
  order: readonly OrderLayer[],
  { parts }: Pick<Piece, 'parts'>,
): LogRow[] {
  const names = new Map(parts.map((p) => [p.id, p.name]));
  const known = stepsOf(order);
  return [...ticks]
    .sort((a, b) => Date.parse(a.doneAt) - Date.parse(b.doneAt))
    .map((t): LogRow => {
      const found = known.get(partStepKey(t));
      return {
        doneAt: t.doneAt,
        layer: found?.layer.title ?? `${t.role}, ${t.step}`,
        part: names.get(t.part) ?? t.part,
        figure: t.copy,
        mix: t.did.mix,
        coats: t.did.coats,
        coverPercent: Number((100 * t.did.coverShare).toFixed(1)),
        minutes: t.did.minutes,
        plannedMinutes: found ? Number(found.step.activeMin.toFixed(1)) : null,
      };
    });
}

const HEADS: Readonly<Record<keyof LogRow, string>> = {
  doneAt: 'done at (UTC)',
  layer: 'layer',
  part: 'part',
  figure: 'figure',
  mix: 'mix',
  coats: 'coats',
  coverPercent: 'covers %',
  minutes: 'minutes',
  plannedMinutes: 'minutes planned',
};

/** The log as CSV with a heading line. Nothing in it is a formula to a spreadsheet. */
export function writeLog(rows: readonly LogRow[]): string {
  const fields = Object.keys(HEADS) as (keyof LogRow)[];
  const data = rows.map((row) =>
    fields.map((f) => {
      const value = row[f];
      return typeof value === 'string' ? cellText(value) : (value ?? '');
    }),
  );
  return `${Papa.unparse({ fields: fields.map((f) => HEADS[f]), data }, { newline: '\n' })}\n`;
}
