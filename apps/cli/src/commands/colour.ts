import {
  BRUSHED, coated, coatsNeeded, hexToLab, hexToLinear, labToHex, mixLabOf, mixPigment, nmOf, paintSpectrum, readPaintList, reconstruct, spectrumToLab, wetAndDry,
} from '@pale-glint/core'; // prettier-ignore
import type { Command } from 'commander';
import { answer, findPaint, hexFrom, mixFrom, number, readText } from '../io.js';

/** The looks of more coats than this are not listed. */
const MOST_LOOKS = 60;

interface CoatsOptions {
  over: string;
  water: string;
  factor: string;
  count?: string;
  until: string;
}

/** colour, mix, coats, wet: the colour model on its own. */
export function colourCommands(program: Command): void {
  program
    .command('colour')
    .description('Lab and reflectance of a colour')
    .argument('<HEX>', 'sRGB, six hexadecimal digits')
    .action((text: string) => {
      const hex = hexFrom('HEX', text);
      const spectrum = Array.from(reconstruct(hexToLinear(hex)), (r, i) => ({ nm: nmOf(i), r }));
      answer({ lab: hexToLab(hex), spectrum });
    });

  program
    .command('mix')
    .description('dry colour of a mix, in drops')
    .argument('<PAINTS.csv>')
    .argument('<NAME:DROPS...>')
    .action((list: string, words: string[]) => {
      const portions = mixFrom(list, words);
      const lab = mixLabOf(portions);
      answer({ lab, hex: labToHex(lab), s: mixPigment(portions).s });
    });

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
    .action((list: string, words: string[], o: CoatsOptions) => {
      const pigment = mixPigment(mixFrom(list, words));
      const ground = paintSpectrum(hexFrom('--over', o.over));
      const water = number('--water', o.water, 0, 100);
      const share = number('--factor', o.factor, 0.001, 10);
      const needed = coatsNeeded(pigment, ground, {
        water,
        share,
        until: number('--until', o.until, 0.01, 100),
      });
      const count =
        o.count === undefined ? needed.coats : Math.ceil(number('--count', o.count, 1, MOST_LOOKS));
      const looks = Array.from({ length: Math.min(MOST_LOOKS, count) }, (_, i) =>
        spectrumToLab(coated(pigment, ground, i + 1, water, share)),
      );
      answer({ looks, ...needed });
    });

  program
    .command('wet')
    .description('a paint wet on the palette beside dry; indicative')
    .argument('<PAINTS.csv>')
    .argument('<NAME>')
    .action((list: string, name: string) => {
      const paint = findPaint(readPaintList(readText(list)), name);
      answer(wetAndDry(mixPigment([{ paint, drops: 1 }]), paint.finish, paint.kind === 'ink' ? 0 : 0.08));
    });
}
