import { writeFileSync } from 'node:fs';
import { encode } from 'fast-png';
import {
  brassHeron, critique, lockKeepersArm, loud, lockMilitia, mapReport, MOST_POINTS, pathsOf, placedBounds, readPaintList, readPiece, RefusedInput, renderPiece, settle, shapeOf, stageOfPart, sluiceWarden, SURROUND, taggedSrgb, unionBounds, writePiece,
  type Finding, type Piece, type PreparedPart, type Stage,
} from '@pale-glint/core'; // prettier-ignore
import type { Command } from 'commander';
import { answer, number, pieceFrom, readText, refuse } from '../io.js';

const DEMOS: Readonly<Record<string, Piece>> = {
  warden: sluiceWarden,
  militia: lockMilitia,
  heron: brassHeron,
  arm: lockKeepersArm,
};
const VIEWS = ['painted', 'values', 'zones', 'lines', 'tint'] as const;
type View = (typeof VIEWS)[number];

interface LookOptions {
  out: string;
  view: string;
  after?: string;
  part?: string;
  size: string;
}

function look(path: string, o: LookOptions): void {
  const piece = pieceFrom(path);
  if (!VIEWS.includes(o.view as View)) refuse('--view', `"${o.view}"`, `one of ${VIEWS.join(', ')}`);
  const shown = o.part === undefined ? piece.parts : piece.parts.filter((p) => p.id === o.part);
  if (shown.length === 0) {
    const known = piece.parts.map((p) => p.id).join(', ');
    refuse(
      o.part === undefined ? 'parts' : '--part',
      o.part === undefined ? 'a list of 0' : `"${o.part}"`,
      known ? `one of ${known}` : 'at least one part to show',
    );
  }
  const most = Math.max(...piece.ladders.map((l) => l.steps.length), 1);
  const after = o.after === undefined ? null : Math.round(number('--after', o.after, 1, most));
  const size = number('--size', o.size, 16, Math.floor(Math.sqrt(MOST_POINTS)));
  const b = unionBounds(shown.map((p) => placedBounds(shapeOf(p).model, p.place)));
  const [w, h] = [b.right - b.left, b.top - b.bottom];
  const afterStep = (p: PreparedPart): Stage => {
    const ladder = p.palette.ladder;
    const step = ladder?.steps[Math.min(after ?? 1, ladder.steps.length) - 1];
    return stageOfPart(p, ladder && step ? { ladder: ladder.id, role: 'value', step: step.id } : null, piece);
  };
  const raster = renderPiece(piece, {
    width: Math.max(16, Math.round(w >= h ? size : (size * w) / h)),
    height: Math.max(16, Math.round(h >= w ? size : (size * h) / w)),
    view: o.view as View,
    surroundHex: SURROUND,
    ...(o.part === undefined ? {} : { part: o.part }),
    ...(after === null ? {} : { stageOf: afterStep }),
  });
  const { width, height } = raster.picture;
  const png = taggedSrgb(encode({ width, height, data: raster.rgba, channels: 4 }));
  try {
    writeFileSync(o.out, png);
  } catch {
    refuse('--out', `"${o.out}"`, 'a file that can be written');
  }
  answer({ file: o.out, widthPx: width, heightPx: height });
}

/** A finding as the command line tells it. */
const findingOut = ({ id, part, measured, wanted, at, says, fix, quiet }: Finding) => ({
  id, part, measured, wanted, at, says, quiet,
  fix: fix && { says: fix.says, paths: pathsOf(fix) },
}); // prettier-ignore

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

/** demo, map, critique, settle, look, check: a piece file and its map. */
export function pieceCommands(program: Command): void {
  program
    .command('demo')
    .description('a demo piece as a piece file')
    .argument('[NAME]', Object.keys(DEMOS).join(', '), 'warden')
    .action((name: string) => {
      const piece = DEMOS[name] ?? refuse('NAME', `"${name}"`, `one of ${Object.keys(DEMOS).join(', ')}`);
      process.stdout.write(writePiece(piece));
    });

  program
    .command('map')
    .description('figures of the map, part by part')
    .argument('<PIECE>')
    .option('--px-per-mm <N>', 'points per mm that contours are drawn from')
    .action((path: string, o: { pxPerMm?: string }) => {
      const px = o.pxPerMm === undefined ? undefined : number('--px-per-mm', o.pxPerMm, 1, 200);
      answer({ parts: mapReport(pieceFrom(path), px) });
    });

  program
    .command('critique')
    .description('everything wrong with the map before it is painted, what matters most first')
    .argument('<PIECE>')
    .option('--all', 'with those the painter has dismissed')
    .action((path: string, o: { all?: boolean }) => {
      const found = critique(pieceFrom(path));
      answer({ findings: (o.all ? found : loud(found)).map(findingOut) });
    });

  program
    .command('settle')
    .description('the piece with every fix applied that there is; what is left is told beside it')
    .argument('<PIECE>')
    .action((path: string) => {
      const { piece, applied, rounds, left } = settle(pieceFrom(path));
      process.stdout.write(writePiece(piece));
      process.stderr.write(
        `${applied.length} fix${applied.length === 1 ? '' : 'es'} in ${rounds} round${rounds === 1 ? '' : 's'}, ${left.length} findings left\n`,
      );
      for (const f of left) process.stderr.write(`${f.id}${f.part ? ` on ${f.part}` : ''}: ${f.says}\n`);
    });

  program
    .command('look')
    .description('a picture of the piece as PNG')
    .argument('<PIECE>')
    .requiredOption('--out <FILE.png>')
    .option('--view <VIEW>', VIEWS.join(', '), 'painted')
    .option('--after <STEP>', 'as it looks after this ladder step, 1..n')
    .option('--part <ID>', 'this part alone')
    .option('--size <PX>', 'longer side of the picture', '1200')
    .action(look);

  program
    .command('check')
    .description('whether a piece file or a paint list is acceptable, with every problem found')
    .argument('<FILE>')
    .action(check);
}
