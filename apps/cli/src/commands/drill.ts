import {
  askDrill,
  clockHours,
  DRILL_IDS,
  drillPaints,
  drillPictures,
  judgeAnswer,
  readShelf,
  taggedSrgb,
  type DrillAnswers,
  type DrillId,
  type DrillTasks,
} from '@pale-glint/core';
import type { Command } from 'commander';
import { encode } from 'fast-png';
import { answer, number, numbers, readText, refuse, writeOutFile } from '../io.js';

const ANSWER = '--answer';
const MOST_SEED = 2 ** 32 - 1;
/** Size of a question's picture, in points. */
const SIZE = { width: 720, height: 440 };

const option = (text: string, { options }: { readonly options: readonly unknown[] }) =>
  Math.round(number(ANSWER, text, 1, options.length)) - 1;

/** Answers as they are typed. */
const typed: { readonly [K in DrillId]: (text: string, task: DrillTasks[K]) => DrillAnswers[K] } = {
  value: (text) => number(ANSWER, text, 0, 100),
  light: (text) => clockHours(text) ?? refuse(ANSWER, `"${text}"`, 'a time on the clock such as 10:45'),
  dot(text) {
    const [xMm, yMm] = numbers(ANSWER, text, -2000, 2000);
    return yMm === undefined ? refuse(ANSWER, `"${text}"`, 'a place in mm: x,y') : { xMm, yMm };
  },
  share: (text) => number(ANSWER, text, 0, 100) / 100,
  mix: option,
  fault: option,
};

interface DrillOptions {
  readonly seed: string;
  readonly shelf?: string;
  readonly answer?: string;
  readonly out?: string;
}

function ask<K extends DrillId>(drill: K, o: DrillOptions): void {
  const paints = drillPaints(drill, o.shelf === undefined ? [] : readShelf(readText(o.shelf)).paints);
  const seed = Math.round(number('--seed', o.seed, 0, MOST_SEED));
  const { kind, task } = askDrill(drill, seed, paints);
  const raster = o.out === undefined ? null : drillPictures(drill, task, SIZE)?.asked;
  if (o.out !== undefined && !raster)
    refuse('--out', `"${o.out}"`, 'nothing: this drill shows colours alone');
  if (raster) writeOutFile(o.out!, taggedSrgb(encode({ ...SIZE, data: raster.rgba, channels: 4 })));
  answer({
    drill,
    about: kind.id,
    task,
    verdict: o.answer === undefined ? null : judgeAnswer(drill, task, typed[drill](o.answer, task)),
  });
}

export function drillCommands(program: Command): void {
  program
    .command('drill')
    .description('asks what a painter judges by eye, with what is true of it')
    .argument('<NAME>', DRILL_IDS.join(', '))
    .option('--seed <N>', 'the same asks the same', '1')
    .option('--shelf <FILE>', 'a shelf whose paints are asked about')
    .option(
      '--answer <ANSWER>',
      'a value, a time on the clock, x,y in mm, per cent, or the number of an option',
    )
    .option('--out <FILE>', 'writes what is shown, as PNG')
    .action((name: string, o: DrillOptions) => {
      const drill =
        DRILL_IDS.find((id) => id === name) ?? refuse('NAME', `"${name}"`, `one of ${DRILL_IDS.join(', ')}`);
      ask(drill, o);
    });
}
