import {
  schoolOptions,
  schoolTakes,
  changeSchool,
  isMissing,
  ladderReading,
  metalOfLadder,
  SCHOOLS,
  searchMixesForLadder,
  paintsById,
  stepLab,
  withLadder,
  withStepValue,
  writePiece,
  type Ladder,
  type Metal,
  type Piece,
  type SchoolId,
} from '@pale-glint/core';
import type { Command } from 'commander';
import { answer, number, orderOf, pieceFrom, pieceOnShelfFrom, refuse } from '../io.js';

function ladderOf(piece: Piece, id: string): Ladder {
  const ids = piece.ladders.map((l) => l.id);
  return piece.ladders.find((l) => l.id === id) ?? refuse('LADDER', `"${id}"`, `one of ${ids.join(', ')}`);
}

/** The metal a ladder aims at, or the one that its steps would be taken for. */
function metalFor(piece: Piece, ladder: Ladder): Metal {
  const byId = paintsById(piece.paints);
  return (
    metalOfLadder(ladder) ??
    ladderReading(
      ladder,
      ladder.steps.map((s) => stepLab(s, byId)),
    ).metal
  );
}

/** Mixes for the steps that are free, from the piece's own paints. */
const searched = (piece: Piece, ladder: Ladder, only: readonly number[] | null): Ladder =>
  searchMixesForLadder(ladder, piece.paints, only)?.ladder ??
  refuse('PIECE', 'paints that give no rising ladder', 'a piece with a darker dark, or a lighter light');

const write = (piece: Piece, ladder: Ladder) =>
  process.stdout.write(writePiece({ ...piece, ...withLadder(piece, ladder, piece.paints) }));

function school(path: string, ladderId: string, id: string): void {
  const piece = pieceFrom(path);
  const ladder = ladderOf(piece, ladderId);
  if (!SCHOOLS.includes(id as SchoolId)) refuse('SCHOOL', `"${id}"`, `one of ${SCHOOLS.join(', ')}`);
  const change = changeSchool(ladder, id as SchoolId, metalFor(piece, ladder), {
    paints: piece.paints,
    out: [],
  });
  if (change.kind === 'too-few-flakes')
    refuse(
      'PIECE',
      'no flake near the metal that can be stepped',
      'a piece with two flakes near it, or one and a dark paint',
    );
  else write(piece, change.kind === 'search' ? searched(piece, change.ladder, null) : change.ladder);
}

/** What each school takes to lay a ladder, from the beginning; null for what the paints at hand do not give. */
function weighed(path: string, ladderId: string, o: { readonly shelf?: string }): void {
  const piece = pieceOnShelfFrom(path, o.shelf);
  const ladder = ladderOf(piece, ladderId);
  const { paints } = piece;
  const known = { paints, out: paints.filter(isMissing).map((p) => p.id) };
  const options = (painted: Ladder | null) =>
    schoolOptions(ladder, metalFor(piece, ladder), known, { painted });
  const wanted = options(null).find((option) => option.search)?.search;
  const painted = wanted && searchMixesForLadder(wanted, paints, null, { out: new Set(known.out) });
  answer(
    options(painted?.ladder ?? null).map((option) => {
      if (!option.ladder) return { school: option.school, takes: null };
      // All of its paints are the piece's, with their marks of what is not on the shelf.
      const laid = { ...piece, ladders: withLadder(piece, option.ladder, paints).ladders };
      return { school: option.school, takes: schoolTakes(orderOf(laid), option.ladder, laid) };
    }),
  );
}

function aim(path: string, ladderId: string, step: string, value: string): void {
  const piece = pieceFrom(path);
  const ladder = ladderOf(piece, ladderId);
  const index = number('STEP', step, 1, ladder.steps.length) - 1;
  if (!Number.isInteger(index)) refuse('STEP', `"${step}"`, 'a whole number');
  const next = withStepValue(ladder, index, number('VALUE', value, 0, 100));
  write(piece, searched(piece, next, [index]));
}

/** school, schools, aim: a ladder of a piece changed, or weighed, as on the page of steps and mixes. */
export function schoolCommands(program: Command): void {
  program
    .command('school')
    .description('the piece with one of its ladders laid by another approach, from its own paints')
    .argument('<PIECE>')
    .argument('<LADDER>', 'id of the ladder')
    .argument('<SCHOOL>', SCHOOLS.join(', '))
    .action(school);
  program
    .command('schools')
    .description('what each school takes to lay one of its ladders: coats, mixes, minutes at the brush')
    .argument('<PIECE>')
    .argument('<LADDER>', 'id of the ladder')
    .option('--shelf <SHELF.json>', 'planned with the paints of this shelf alone')
    .action(weighed);
  program
    .command('aim')
    .description('the piece with one step of a ladder aimed at another value, its mix looked for')
    .argument('<PIECE>')
    .argument('<LADDER>', 'id of the ladder')
    .argument('<STEP>', 'from 1, the darkest')
    .argument('<VALUE>', 'L*, 0 to 100')
    .action(aim);
}
