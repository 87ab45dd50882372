import {
  library,
  problemsOf,
  RefusedInput,
  partsFor,
  reordered,
  resized,
  withDuplicate,
  withNextComposition,
  withOverride,
  withoutOverrides,
  withoutParts,
  withPartsAdded,
  withTwin,
  writePiece,
  adjustmentSchema,
  type BareAdjustment,
  type Chosen,
  type LibraryItem,
  type Piece,
  type PieceAtHand,
} from '@pale-glint/core';
import type { Command } from 'commander';
import { numbers, pieceFrom, refuse } from '../io.js';

const write = (piece: PieceAtHand) => process.stdout.write(writePiece(piece));

/** Something of the library: `blade`, `blade-spearhead`, `set-figure`. */
const itemOf = (id: string): LibraryItem =>
  library.find((item) => item.id === id) ??
  refuse('ITEM', `"${id}"`, `one of ${library.map((item) => item.id).join(', ')}`);

/** A part or a group of a piece by its id. */
function chosenIn(piece: Piece, id: string): NonNullable<Chosen> {
  if (piece.parts.some((p) => p.id === id)) return { kind: 'part', id };
  if (piece.groups.some((g) => g.id === id)) return { kind: 'group', id };
  return refuse('PART', `"${id}"`, `one of ${[...piece.parts, ...piece.groups].map((p) => p.id).join(', ')}`);
}

function add(path: string, id: string, { at }: { at?: string }): void {
  const piece = pieceFrom(path);
  const item = itemOf(id);
  const [xMm, yMm] = at === undefined ? [0, 0] : numbers('--at', at, 2, 2);
  const edited = withPartsAdded(piece, partsFor(item, piece), { xMm, yMm }, item.set ? item.label : null);
  if (!edited.chosen)
    refuse('PIECE', `${piece.parts.length} parts`, `a piece with room for ${item.parts.length} more`);
  write(edited.piece);
}

/** Edits of what is chosen, by the word that names them. */
const edits: Readonly<Record<string, (piece: Piece, chosen: Chosen) => Piece>> = {
  duplicate: (piece, chosen) => withDuplicate(piece, chosen).piece,
  twin: (piece, chosen) => withTwin(piece, chosen).piece,
  remove: withoutParts,
  nearer: (piece, chosen) => reordered(piece, chosen, 1),
  farther: (piece, chosen) => reordered(piece, chosen, -1),
  front: (piece, chosen) => reordered(piece, chosen, 'front'),
  back: (piece, chosen) => reordered(piece, chosen, 'back'),
};

function part(path: string, edit: string, id: string): void {
  if (!Object.hasOwn(edits, edit)) refuse('EDIT', `"${edit}"`, `one of ${Object.keys(edits).join(', ')}`);
  const piece = pieceFrom(path);
  write(edits[edit](piece, chosenIn(piece, id)));
}

function size(path: string, id: string, text: string): void {
  const [factor] = numbers('TIMES', text, 1, 1);
  if (!(factor >= 0.05 && factor <= 20)) refuse('TIMES', text, 'a number from 0.05 to 20');
  const piece = pieceFrom(path);
  write(resized(piece, chosenIn(piece, id), factor));
}

function override(path: string, id: string, text: string): void {
  const piece = pieceFrom(path);
  if (chosenIn(piece, id).kind !== 'part') refuse('PART', `"${id}", a group`, 'a part');
  let change: unknown;
  try {
    change = JSON.parse(text);
  } catch {
    refuse('CHANGE', `"${text}"`, 'an adjustment as JSON, without its id and part');
  }
  const read = adjustmentSchema.safeParse({ ...(change as object), id: 'new', part: id });
  if (!read.success) throw new RefusedInput(problemsOf(read.error, change));
  const { id: _id, part: _part, ...bare } = read.data;
  write(withOverride(piece, id, bare as BareAdjustment).piece);
}

function release(path: string, ids: readonly string[]): void {
  const piece = pieceFrom(path);
  const all = piece.adjustments.map((a) => a.id);
  for (const id of ids)
    if (!all.includes(id))
      refuse('CHANGE', `"${id}"`, all.length ? `one of ${all.join(', ')}` : 'a piece with changes');
  write(withoutOverrides(piece, ids));
}

function another(path: string, id: string): void {
  const piece = pieceFrom(path);
  if (chosenIn(piece, id).kind !== 'part') refuse('PART', `"${id}", a group`, 'a part');
  write(withNextComposition(piece, id));
}

/** add, part, override, release, another: a piece edited as the stations edit it. */
export function editCommands(program: Command): void {
  program
    .command('add')
    .description('the piece with something of the library in front')
    .argument('<PIECE>')
    .argument('<ITEM>', 'of the library: a form, a form-variant or a set')
    .option('--at <X,Y>', 'where, mm from the middle')
    .action(add);
  program
    .command('part')
    .description('the piece with a part or a group edited')
    .argument('<PIECE>')
    .argument('<EDIT>', Object.keys(edits).join(', '))
    .argument('<PART>', 'id of a part or a group')
    .action(part);
  program
    .command('size')
    .description('the piece with a part or a group made larger or smaller as one')
    .argument('<PIECE>')
    .argument('<PART>', 'id of a part or a group')
    .argument('<TIMES>', 'how many times as large, 0.05 to 20')
    .action(size);
  program
    .command('override')
    .description('the piece with a change by hand on a part, put in place of the one about the same')
    .argument('<PIECE>')
    .argument('<PART>')
    .argument('<CHANGE>', 'an adjustment as JSON, without its id and part')
    .action(override);
  program
    .command('release')
    .description('the piece with changes by hand let go')
    .argument('<PIECE>')
    .argument('<CHANGE...>', 'their ids')
    .action(release);
  program
    .command('another')
    .description('the piece with the next composition of the bands of a part')
    .argument('<PIECE>')
    .argument('<PART>')
    .action(another);
}
