import type { Evening, Table } from '../../piece/index.js';

/** The usual evening where the painter set none. */
export const USUAL_EVENING = { startMin: 19 * 60 + 30, minutes: 120 } as const;
const LAST_MINUTE = 1439;
const LEAST_MINUTES = 10;

const two = (n: number) => String(n).padStart(2, '0');

/** The day that it is where the painter is, as 2026-11-28. */
export const localDay = (now: Date): string =>
  `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`;

/** The day after a day, both as 2026-11-28. */
export const nextDay = (date: string): string =>
  new Date(Date.parse(`${date}T00:00:00Z`) + 86_400_000).toISOString().slice(0, 10);

/** So many evenings alike, one a day. */
export function eveningsFrom(first: Evening, count: number): Evening[] {
  const list: Evening[] = [];
  for (let { date } = first; list.length < count; date = nextDay(date)) list.push({ ...first, date });
  return list;
}

/** One more evening: like the last one that is ahead and a day after it, else today. */
export function withNextEvening({ evenings }: Table, today: string): Pick<Table, 'evenings'> {
  const last = evenings.filter((e) => e.date >= today).at(-1);
  const next = last ? { ...last, date: nextDay(last.date) } : { date: today, ...USUAL_EVENING };
  return { evenings: [...evenings, next] };
}

/** Today's evening from now on, in place of any that was set for today. */
export const withEveningNow = (
  { evenings }: Table,
  { today, nowMin, minutes }: { readonly today: string; readonly nowMin: number; readonly minutes: number },
): Pick<Table, 'evenings'> => ({
  evenings: [
    { date: today, startMin: Math.min(LAST_MINUTE, nowMin), minutes },
    ...evenings.filter((e) => e.date !== today),
  ],
});

/** When an evening of a plan begins, as a painter sets it: in whole minutes. */
const startSet = ({ startMin }: Evening): number => Math.min(LAST_MINUTE, Math.floor(startMin));

/** An evening of a plan as the painter has set it; undefined where it was left to the plan. */
export const eveningAsSet = ({ evenings }: Table, planned: Evening): Evening | undefined =>
  evenings.find((e) => e.date === planned.date && e.startMin === startSet(planned));

/**
 * One of the evenings of a plan made longer or shorter: it is set with that, and so are those before it as they were
 * planned. What was set since the plan was begun stays.
 */
export function withEveningLength(
  table: Table,
  plan: readonly Evening[],
  { at, minutes, today }: { readonly at: number; readonly minutes: number; readonly today: string },
): Pick<Table, 'evenings'> {
  const { evenings } = table;
  const past = evenings.filter((e) => e.date < today);
  const ahead = Math.max(at + 1, evenings.length - past.length);
  const planned = plan.slice(0, ahead).map((e, k) => ({
    date: e.date,
    startMin: startSet(e),
    minutes:
      k === at
        ? minutes
        : (eveningAsSet(table, e)?.minutes ?? Math.max(LEAST_MINUTES, Math.round(e.minutes))),
  }));
  return { evenings: [...past, ...planned] };
}
