import { coatsLaid, diaryOf, learnedCoats, learnedFrom, logRows, sheetOf, writeLog } from '@pale-glint/core';
import { answer, orderOf, pieceOnShelfFrom } from '../io.js';

interface LogFlags {
  readonly shelf?: string;
  readonly csv?: boolean;
}

/** Answers with what was done of a piece: by evening and by layer with what was learned, or step by step as CSV. @throws RefusedInput */
export function logCommand(path: string, o: LogFlags): void {
  const piece = pieceOnShelfFrom(path, o.shelf);
  const ticks = piece.run?.ticks ?? [];
  const order = orderOf(piece);
  if (o.csv) return void process.stdout.write(writeLog(logRows(ticks, order, piece)));
  const evenings = diaryOf(ticks, piece.notes, order);
  answer({
    evenings,
    layers: sheetOf(ticks, order),
    learned: learnedFrom(evenings),
    coats: learnedCoats(coatsLaid(ticks, order)),
  });
}
