import { eveningsFrom, localDay, scheduleOf, USUAL_EVENING, type Piece } from '@pale-glint/core';
import { answer, number, orderOf, pieceOnShelfFrom } from '../io.js';

interface ScheduleFlags {
  readonly shelf?: string;
  readonly from?: string;
  readonly evenings?: string;
  readonly minutes?: string;
  readonly seed?: string;
}

/** Answers with what is left of a piece's order, laid into evenings. @throws RefusedInput */
export function scheduleCommand(path: string, o: ScheduleFlags): void {
  const read = pieceOnShelfFrom(path, o.shelf);
  const from = o.from ?? localDay(new Date());
  const minutes = o.minutes === undefined ? null : Math.round(number('--minutes', o.minutes, 10, 960));
  const count = o.evenings === undefined ? null : Math.round(number('--evenings', o.evenings, 1, 120));
  const table: Piece['table'] =
    minutes === null && count === null
      ? read.table
      : {
          ...read.table,
          evenings: eveningsFrom(
            { ...USUAL_EVENING, date: from, ...(minutes !== null && { minutes }) },
            count ?? 1,
          ),
        };
  const piece = { ...read, table };
  const order = orderOf(piece);
  const seed = o.seed === undefined ? 1 : Math.round(number('--seed', o.seed, 0, 4294967295));
  const schedule = scheduleOf(order, piece, piece.run?.ticks ?? [], { today: from, seed });
  answer({
    copies: piece.copies,
    fits: schedule.fits,
    evenings: schedule.evenings.map((e) => ({
      date: e.date,
      startMin: e.startMin,
      minutes: e.minutes,
      set: e.set,
      putOut: e.putOut.map((k) => order[k]!.mixText),
      lines: e.lines.map((l) => ({ ...l, n: l.layer + 1, layer: order[l.layer]!.title })),
      driesOvernight: e.dries.map(({ layer, min }) => ({ layer: order[layer]!.title, min })),
    })),
    notPlanned: schedule.unplaced.map((k) => order[k]!.title),
    tooLongForAnyEvening: schedule.tooLong.map((k) => order[k]!.title),
    leastEvenings: schedule.least,
    activeMin: schedule.activeMin,
    setupMin: schedule.setupMin,
    waitMin: schedule.waitMin,
  });
}
