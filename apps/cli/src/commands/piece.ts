import {
  brassHeron,
  lockCaptain,
  lockKeepersArm,
  lockMilitia,
  mapReport,
  pathsOf,
  pieceFindings,
  readPaintList,
  readPiece,
  RefusedInput,
  fixAll,
  sluiceWarden,
  writePiece,
  type PartReport,
  type Piece,
  type PieceFinding,
} from '@pale-glint/core';
import type { Command } from 'commander';
import { answer, number, pieceFrom, readText, refuse } from '../io.js';
import { look, VIEWS } from './look.js';
import { orderCommand } from './order.js';
import { againCommand } from './again.js';
import { logCommand } from './log.js';
import { scheduleCommand } from './schedule.js';

const DEMOS: Readonly<Record<string, Piece>> = {
  warden: sluiceWarden,
  militia: lockMilitia,
  heron: brassHeron,
  captain: lockCaptain,
  arm: lockKeepersArm,
};
/** A finding as the command line tells it. */
const findingOut = ({ id, part, measured, wanted, at, message: says, fix, quiet }: PieceFinding) => ({
  id,
  part,
  measured,
  wanted,
  at,
  says,
  quiet,
  fix: fix && { says: fix.label, paths: pathsOf(fix) },
});

/** The figures of a part as the command line tells them. */
const partOut = ({ notes: says, unresolved, ...figures }: PartReport) => ({
  ...figures,
  says,
  asleep: unresolved.map(({ id, reason }) => ({ id, says: reason })),
});

function check(path: string): void {
  const text = readText(path);
  const isList = path.toLowerCase().endsWith('.csv');
  const kind = isList ? 'paint list' : 'piece';
  try {
    if (isList) readPaintList(text);
    else readPiece(text);
    answer({ acceptable: true, kind, problems: [] });
  } catch (error) {
    if (!(error instanceof RefusedInput)) throw error;
    answer({ acceptable: false, kind, problems: error.problems });
    throw error;
  }
}

function demo(name: string): void {
  const piece = DEMOS[name] ?? refuse('NAME', `"${name}"`, `one of ${Object.keys(DEMOS).join(', ')}`);
  process.stdout.write(writePiece(piece));
}

function map(path: string, o: { pxPerMm?: string }): void {
  const px = o.pxPerMm === undefined ? undefined : number('--px-per-mm', o.pxPerMm, 1, 200);
  answer({ parts: mapReport(pieceFrom(path), px).map(partOut) });
}

function critique(path: string, o: { all?: boolean }): void {
  const found = pieceFindings(pieceFrom(path));
  answer({ findings: found.filter((f) => o.all || f.quiet === null).map(findingOut) });
}

function settle(path: string): void {
  const { piece, applied, rounds, left } = fixAll(pieceFrom(path));
  process.stdout.write(writePiece(piece));
  process.stderr.write(
    `${applied.length} fix${applied.length === 1 ? '' : 'es'} in ${rounds} round${rounds === 1 ? '' : 's'}, ${left.length} findings left\n`,
  );
  for (const f of left) process.stderr.write(`${f.id}${f.part ? ` on ${f.part}` : ''}: ${f.message}\n`);
}

/** demo, map, critique, settle, look, check: a piece file and its map. */
export function pieceCommands(program: Command): void {
  program
    .command('demo')
    .description('a demo piece as a piece file')
    .argument('[NAME]', Object.keys(DEMOS).join(', '), 'warden')
    .action(demo);

  program
    .command('map')
    .description('figures of the map, part by part')
    .argument('<PIECE>')
    .option('--px-per-mm <N>', 'points per mm that contours are drawn from')
    .action(map);

  program
    .command('critique')
    .description(
      'everything wrong with the map and with the painting order before it is painted, what matters most first',
    )
    .argument('<PIECE>')
    .option('--all', 'with those the painter has dismissed')
    .action(critique);

  program
    .command('settle')
    .description('the piece with every fix applied that there is; what is left is told beside it')
    .argument('<PIECE>')
    .action(settle);

  orderCommands(program);

  program
    .command('look')
    .description('a picture of the piece as PNG')
    .argument('<PIECE>')
    .requiredOption('--out <FILE.png>')
    .option('--view <VIEW>', VIEWS.join(', '), 'painted')
    .option('--after <STEP>', 'as it looks after this ladder step, 1..n')
    .option('--part <ID>', 'this part alone')
    .option('--from <VIEW>', 'seen from this view of the piece; the first that has a part unless told')
    .option('--size <PX>', 'longer side of the picture', '1200')
    .action(look);

  program
    .command('check')
    .description('whether a piece file or a paint list is acceptable, with every problem found')
    .argument('<FILE>')
    .action(check);
}

/** What is done in which order, and when. */
function orderCommands(program: Command): void {
  program
    .command('order')
    .description('the painting order with its recipe, layer by layer')
    .argument('<PIECE>')
    .option('--copies <N>', 'for so many identical miniatures; as the piece says unless told')
    .option('--shelf <SHELF.json>', 'planned with the paints of this shelf alone')
    .action(orderCommand);

  program
    .command('schedule')
    .description('what is left of the painting order, laid into evenings')
    .argument('<PIECE>')
    .option('--evenings <N>', 'so many evenings, one a day; as the piece says unless told')
    .option('--minutes <MIN>', 'how long each is')
    .option('--from <DAY>', 'the first day, as 2026-11-28; today unless told')
    .option('--shelf <SHELF.json>', 'planned with the paints of this shelf alone')
    .option('--seed <N>', 'the same seed gives the same plan')
    .action(scheduleCommand);

  program
    .command('log')
    .description(
      'what was done so far: by evening and by layer, real minutes beside planned ones, and what was learned',
    )
    .argument('<PIECE>', 'a piece file that was exported with its ticks')
    .option('--csv', 'step by step, as a table')
    .option('--shelf <SHELF.json>', 'planned with the paints of this shelf alone')
    .action(logCommand);

  program
    .command('again')
    .description(
      'a piece to paint another miniature by, or a batch: what was done otherwise comes over as notes',
    )
    .argument('<PIECE>', 'a piece file that was exported with its ticks')
    .option('--name <NAME>', 'what it is called')
    .option('--height <MM>', 'foot to crown; its parts grow with it')
    .option('--copies <N>', 'how many alike')
    .action(againCommand);
}
