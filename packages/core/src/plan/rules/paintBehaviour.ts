import { deltaE, hexToLab, mixLab, type Lab } from '../../colour/index.js';
import type { Piece } from '../../piece/index.js';
import { schools } from '../../school/index.js';
import { plain } from '../../units/index.js';
import { coatsOf } from '../orderLayer.js';
import { chroma, type Laying, type OrderRule } from './definition.js';

/** Thinner than this a coat is a glaze. */
const GLAZE_WATER = 3;

const short = ({ layer }: Laying) => layer.parts.filter((p) => !p.covers && layer.film !== 'flake');

/** The opaque paint at hand nearest to a colour, by name. */
function opaqueNear(piece: Piece, lab: Lab): string | null {
  const near = piece.paints
    .filter((p) => p.kind === 'paint' && p.opacity === 'opaque')
    .sort((p, q) => deltaE(hexToLab(p.hex), lab) - deltaE(hexToLab(q.hex), lab))[0];
  return near?.name ?? null;
}

export const wantsUndercoat: OrderRule = {
  id: 'wants-undercoat',
  find: (laid, piece) =>
    laid.flatMap((l, i): (readonly [Laying, string])[] => {
      const poor = short(l);
      if (poor.length === 0 || l.layer.water >= GLAZE_WATER) return [];
      const coats = Math.max(...poor.map((p) => p.exactCoats));
      // What lies between this colour and what is under it hides in fewer coats.
      const under = laid
        .slice(0, i)
        .reverse()
        .find((o) => o.lab && o.layer.film === 'paint');
      const between = under?.lab && l.lab ? mixLab(under.lab, l.lab, 0.6) : null;
      const name = between && opaqueNear(piece, between);
      const tone =
        between &&
        ` with an opaque tone about value ${Math.round(between.l)}${name ? `, such as ${name},` : ''}`;
      return [
        [
          l,
          `would want about ${plain(coats, 0)} coats over what is below; undercoat it${tone ?? ''} first, or thin it less`,
        ],
      ];
    }),
};

export const glazeTooThin: OrderRule = {
  id: 'glaze-too-thin',
  find: (laid) =>
    laid.flatMap((l): (readonly [Laying, string])[] =>
      l.layer.water >= GLAZE_WATER && short(l).length > 0
        ? [[l, 'never adds up, however many coats; add paint']]
        : [],
    ),
};

/** Flake drowns in more water than this. */
const MOST_WATER_IN_FLAKE = 0.5;

export const flakeInWater: OrderRule = {
  id: 'flake-in-water',
  find: (laid) =>
    laid.flatMap((l): (readonly [Laying, string])[] =>
      l.layer.film === 'flake' && l.layer.water > MOST_WATER_IN_FLAKE && l.layer.thinner !== 'medium'
        ? [[l, 'is flake in water, which floats apart; thin it with medium']]
        : [],
    ),
};

const WHITE_L = 92;
const MOST_WHITE_COATS = 4;

export const whiteWorked: OrderRule = {
  id: 'white-worked',
  find: (laid) =>
    laid.flatMap((l): (readonly [Laying, string])[] => {
      const white = l.lab !== null && l.lab.l > WHITE_L && chroma(l.lab) < 8;
      const coats = coatsOf(l.layer);
      return white && l.layer.film === 'paint' && coats > MOST_WHITE_COATS
        ? [
            [
              l,
              `is white in ${coats} coats, which chalks; lay a pale tone under it and touch the white on once`,
            ],
          ]
        : [];
    }),
};

/** Another undercoat than this near the one an approach asks for changes what it does. */
const OTHER = 25;

export const otherUndercoat: OrderRule = {
  id: 'other-undercoat',
  find: (laid, piece) => {
    const first = laid.find((l) => l.layer.role === 'undercoat');
    const ladder = piece.ladders.find(
      (m) => m.id === laid.find((l) => l.layer.role !== 'undercoat')?.layer.ladder,
    );
    if (!first || !ladder) return [];
    const { undercoat, label } = schools[ladder.school];
    const hex = piece.paints.find((p) => p.id === ladder.undercoat)?.hex;
    if (!hex || deltaE(hexToLab(hex), hexToLab(undercoat.hex)) <= OTHER) return [];
    return [
      [
        first,
        `does not suit: ${label.toLowerCase()} wants ${undercoat.words}, for ${undercoat.why[0].toLowerCase()}${undercoat.why.slice(1).replace(/\.$/, '')}`,
      ],
    ];
  },
};
