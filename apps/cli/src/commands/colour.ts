import {
  BRUSHED,
  closeness,
  coated,
  coatsNeeded,
  deltaE,
  hexToLab,
  hexToLinear,
  labToHex,
  LEAST_STEPS,
  LIMITS,
  metals,
  MIXED_KINDS,
  mixLabOf,
  mixPigment,
  MOST_STEPS,
  nmOf,
  paintSpectrum,
  paintTable,
  readPaintList,
  readsAs,
  reconstruct,
  SEARCH,
  searchLadder,
  spectrumToLab,
  targetsOf,
  wetAndDry,
  type Lab,
  type ListedPaint,
} from '@pale-glint/core';
import type { Command } from 'commander';
import { answer, findPaint, hexFrom, mixFrom, number, readText, refuse } from '../io.js';

/** The looks of more coats than this are not listed. */
const MOST_LOOKS = 60;

interface CoatsOptions {
  over: string;
  water: string;
  factor: string;
  count?: string;
  until: string;
}

interface LadderOptions {
  targets?: string;
  metal?: string;
  steps: string;
  maxPaints: string;
  maxDrops?: string;
}

const whole = (field: string, text: string, low: number, high: number): number => {
  const value = number(field, text, low, high);
  if (!Number.isInteger(value)) refuse(field, text, `a whole number from ${low} to ${high}`);
  return value;
};

/** What the steps are to be: colours typed, or a metal's. */
function targetsFrom(o: LadderOptions): Lab[] {
  if ((o.targets === undefined) === (o.metal === undefined))
    refuse('--targets', 'both it and --metal, or neither', 'one of the two');
  if (o.targets !== undefined) {
    const targets = o.targets.split(',').map((t) => hexToLab(hexFrom('--targets', t.trim())));
    if (targets.length > MOST_STEPS) refuse('--targets', `${targets.length} colours`, `1 to ${MOST_STEPS}`);
    const falls = targets.findIndex((t, i) => i > 0 && t.l <= targets[i - 1].l);
    if (falls > 0)
      refuse(
        '--targets',
        `colour ${falls + 1}, no lighter than the one before`,
        'colours from dark to light',
      );
    return targets;
  }
  const metal = metals.find((m) => m.id === o.metal);
  if (!metal) return refuse('--metal', `"${o.metal}"`, `one of ${metals.map((m) => m.id).join(', ')}`);
  return targetsOf(metal, { steps: whole('--steps', o.steps, LEAST_STEPS, MOST_STEPS) });
}

function colour(text: string): void {
  const hex = hexFrom('HEX', text);
  const spectrum = Array.from(reconstruct(hexToLinear(hex)), (r, i) => ({ nm: nmOf(i), r }));
  answer({ lab: hexToLab(hex), spectrum });
}

function mix(list: string, words: string[]): void {
  const portions = mixFrom(list, words);
  const lab = mixLabOf(portions);
  answer({ lab, hex: labToHex(lab), s: mixPigment(portions).s });
}

function coats(list: string, words: string[], o: CoatsOptions): void {
  const pigment = mixPigment(mixFrom(list, words));
  const ground = paintSpectrum(hexFrom('--over', o.over));
  const water = number('--water', o.water, 0, 100);
  const share = number('--factor', o.factor, 0.001, 10);
  const needed = coatsNeeded(pigment, ground, {
    water,
    share,
    until: number('--until', o.until, 0.01, 100),
  });
  const count = o.count === undefined ? needed.coats : Math.ceil(number('--count', o.count, 1, MOST_LOOKS));
  const looks = Array.from({ length: Math.min(MOST_LOOKS, count) }, (_, i) =>
    spectrumToLab(coated(pigment, ground, i + 1, water, share)),
  );
  answer({ looks, ...needed });
}

/** Paints of a list that can be mixed. */
function mixedFrom(list: string): ListedPaint[] {
  const all = readPaintList(readText(list));
  const paints = all.filter((p) => MIXED_KINDS.has(p.kind));
  if (paints.length === 0)
    refuse('PAINTS.csv', `${all.length} paints, none to mix`, 'at least one paint or ink');
  if (paints.length > LIMITS.paints)
    refuse('PAINTS.csv', `${paints.length} paints to mix`, `at most ${LIMITS.paints}`);
  return paints;
}

function ladder(list: string, o: LadderOptions): void {
  const paints = mixedFrom(list);
  const targets = targetsFrom(o);
  const found = searchLadder(paintTable(paints), targets, {
    mostPaints: whole('--max-paints', o.maxPaints, 1, LIMITS.mostPaints),
    ...(o.maxDrops !== undefined && {
      mostDrops: whole('--max-drops', o.maxDrops, 1, LIMITS.mostDrops),
    }),
  });
  if (!found)
    return refuse(
      'PAINTS.csv',
      'paints from which no ladder rises in value step by step',
      'a darker and a lighter paint',
    );
  answer({
    steps: found.steps.map((s, k) => ({
      target: labToHex(s.target),
      mix: s.paints.map((p, i) => ({ paint: paints[p].name, drops: s.drops[i] })),
      sharing: s.sharing,
      lab: s.lab,
      hex: labToHex(s.lab),
      deltaE: deltaE(s.lab, s.target),
      says: closeness(deltaE(s.lab, s.target)),
      gapL: k === 0 ? null : s.lab.l - found.steps[k - 1].lab.l,
    })),
    readsAs: readsAs(
      found.steps.map((s) => s.lab),
      metals,
      null,
    ).metal.id,
  });
}

function wet(list: string, name: string): void {
  const paint = findPaint(readPaintList(readText(list)), name);
  answer(wetAndDry(mixPigment([{ paint, drops: 1 }]), paint.finish, paint.kind === 'ink' ? 0 : 0.08));
}

/** colour, mix, coats, ladder, wet: the colour model on its own. */
export function colourCommands(program: Command): void {
  program
    .command('colour')
    .description('Lab and reflectance of a colour')
    .argument('<HEX>', 'sRGB, six hexadecimal digits')
    .action(colour);

  program
    .command('mix')
    .description('dry colour of a mix, in drops')
    .argument('<PAINTS.csv>')
    .argument('<NAME:DROPS...>')
    .action(mix);

  program
    .command('coats')
    .description('colour after each coat, and how many until the ground is hidden')
    .argument('<PAINTS.csv>')
    .argument('<NAME:DROPS...>')
    .requiredOption('--over <HEX>', 'the ground')
    .requiredOption('--water <D>', 'parts of water to one part of paint')
    .option('--factor <F>', 'thickness of a coat against a standard one', String(BRUSHED))
    .option('--count <N>', 'list the looks of this many coats')
    .option('--until <DE>', 'CIEDE2000 to the covering colour that counts as covered', '2')
    .action(coats);

  program
    .command('ladder')
    .description('value steps of a metal from the paints of a list: for each step a mix, with few new piles')
    .argument('<PAINTS.csv>')
    .option('--targets <HEX,...>', 'colours of the steps, dark to light')
    .option('--metal <NAME>', `a metal: ${metals.map((m) => m.id).join(', ')}`)
    .option('--steps <N>', 'value steps of the metal', '7')
    .option('--max-paints <N>', 'paints in one mix', String(SEARCH.mostPaints))
    .option(
      '--max-drops <N>',
      `parts in one mix (${SEARCH.mostDrops}, or 24 with a single part of a strong paint, unless told)`,
    )
    .action(ladder);

  program
    .command('wet')
    .description('a paint wet on the palette beside dry; indicative')
    .argument('<PAINTS.csv>')
    .argument('<NAME>')
    .action(wet);
}
