import { clamp, mixNumbers, plain } from '../units/index.js';
import { sizeMm, type FormDefinition } from './definition.js';
import { boundsOf, densified, inside, type Bounds } from './geometry.js';
import { lineSmoothed, placesOf, sharesOf } from './outline.js';
import { edgeAt, patchAt, ringAt, type Stand } from './placed.js';
import { intersect, united, without, type Region } from './region.js';
import { rowItem } from './rowItems.js';
import type { Edge, Patch, Point } from './surface.js';

/** What one of them is called. */
const ONE = {
  links: 'link',
  lames: 'lame',
  scales: 'scale',
  feathers: 'feather',
  heads: 'head',
  coins: 'coin',
} as const;
/** One is at least this long along the row, as a share of what it is across: with less it is no link, no scale. */
const LEAST_LONG = 0.15;

/** A line of points with the way to each of them along it. */
function measured(line: readonly Point[]): { at: (way: number) => Stand; long: number } {
  const ways = [0];
  for (let i = 1; i < line.length; i++)
    ways.push(ways[i - 1] + Math.hypot(line[i][0] - line[i - 1][0], line[i][1] - line[i - 1][1]));
  const long = ways[ways.length - 1];
  return {
    long,
    at(way) {
      const next = ways.findIndex((w, i) => i > 0 && w >= way - 1e-9);
      const i = next < 0 ? line.length - 1 : next;
      const [p, q] = [line[i - 1], line[i]];
      const t = clamp((way - ways[i - 1]) / (ways[i] - ways[i - 1] || 1e-9), 0, 1);
      return {
        at: [mixNumbers(p[0], q[0], t), mixNumbers(p[1], q[1], t)],
        angle: Math.atan2(q[1] - p[1], q[0] - p[0]),
      };
    },
  };
}

const touching = (a: Bounds, b: Bounds) =>
  a.left < b.right && b.left < a.right && a.bottom < b.top && b.bottom < a.top;

/** The stretches of an edge that nothing covers. */
function uncovered(edge: Edge, above: Region): Edge[] {
  if (above.length === 0) return [edge];
  const fine = densified(edge.closed ? closedUp(edge) : edge);
  const runs: Edge[] = [];
  let [points, outward]: [Point[], Point[]] = [[], []];
  const end = () => {
    if (points.length > 1) runs.push({ ...edge, closed: false, points, outward });
    [points, outward] = [[], []];
  };
  fine.points.forEach((p, i) => {
    if (inside(above, p[0], p[1])) return end();
    points.push(p);
    outward.push(fine.outward[i]);
  });
  end();
  return runs;
}

const closedUp = (edge: Edge): Edge => ({
  ...edge,
  points: [...edge.points, edge.points[0]],
  outward: [...edge.outward, edge.outward[0]],
});

/** A row of small forms along a line, each lit on its own: chain, scales, lames, feathers, heads, coins. */
export const row: FormDefinition<'row'> = {
  kind: 'row',
  label: 'Chain',
  serves: 'chain of links along any line',
  words: ['links', 'rope', 'necklace', 'lanyard', 'row', 'repeat', 'flail', 'cable', 'track'],
  defaults: {
    kind: 'row',
    of: 'links',
    widthMm: 14,
    heightMm: 6,
    path: sharesOf([
      [-1, 1],
      [-0.5, -0.6],
      [0, -1.25],
      [0.5, -0.6],
      [1, 1],
    ]),
    count: 17,
    oneMm: 1.7,
  },
  variants: [
    {
      id: 'lames',
      label: 'Lames in a row',
      serves: 'overlapping plates of arm, leg, back, tail',
      words: [
        'lames',
        'lamellar',
        'plates',
        'arm',
        'back',
        'tail',
        'articulated',
        'segmented',
        'gauntlet',
        'glove',
        'toe',
        'sabaton',
        'hose',
        'track',
      ],
      form: {
        kind: 'row',
        of: 'lames',
        widthMm: 3,
        heightMm: 14,
        count: 7,
        oneMm: 7,
        path: sharesOf([
          [0, 1],
          [0.6, 0],
          [0, -1],
        ]),
      },
    },
    {
      id: 'feathers',
      label: 'Feathers',
      serves: 'wing, crest, plume',
      words: ['wing', 'plume', 'fins', 'fin', 'bird', 'crest', 'leaves'],
      form: {
        kind: 'row',
        of: 'feathers',
        widthMm: 14,
        heightMm: 5,
        count: 8,
        oneMm: 7.5,
        path: sharesOf([
          [-1, -0.6],
          [-0.2, 0.7],
          [1, 1],
        ]),
      },
    },
    {
      id: 'scales',
      label: 'Scales in a row',
      serves: 'edge of a scale skirt, dragon’s back',
      words: ['scale', 'tiles', 'fish', 'dragon', 'skirt', 'teeth', 'saw'],
      form: {
        kind: 'row',
        of: 'scales',
        widthMm: 14,
        heightMm: 2,
        count: 7,
        oneMm: 2.8,
        path: sharesOf([
          [-1, 0],
          [1, 0],
        ]),
      },
    },
    {
      id: 'coins',
      label: 'Coins in a row',
      serves: 'coins, discs, sequins on a hem',
      words: ['money', 'medals', 'discs', 'pendants', 'hem'],
      form: {
        kind: 'row',
        of: 'coins',
        widthMm: 14,
        heightMm: 2,
        count: 6,
        oneMm: 2.6,
        path: sharesOf([
          [-1, 1],
          [0, -1],
          [1, 1],
        ]),
      },
    },
  ],
  across: ['widthMm'],
  along: ['heightMm'],
  numbers: [
    { key: 'count', label: 'How many', unit: '', min: 1, max: 80, step: 1 },
    sizeMm('oneMm', 'One, across the row'),
    sizeMm('widthMm', 'Width of all'),
    sizeMm('heightMm', 'Height of all'),
  ],
  choices: [
    {
      key: 'of',
      label: 'Made of',
      options: [
        { value: 'links', label: 'Links' },
        { value: 'lames', label: 'Lames' },
        { value: 'scales', label: 'Scales' },
        { value: 'feathers', label: 'Feathers' },
        { value: 'heads', label: 'Round heads' },
        { value: 'coins', label: 'Coins' },
      ],
    },
  ],
  model(form) {
    const { count } = form;
    const line = lineSmoothed(placesOf(form, form.path));
    const path = measured(line);
    const pitch = Math.max(path.long, 0.1) / count;
    const wide = Math.min(form.oneMm, pitch / LEAST_LONG);
    const notes = wide < form.oneMm ? [`${count} fit only ${plain(wide, 2)} mm wide on this line`] : [];
    const items = Array.from({ length: count }, (_, n) => {
      const stand = path.at((n + 0.5) * pitch);
      const item = rowItem[form.of]({ pitch, wide }, n);
      const rings = item.rings.map((r) => ringAt(stand, r));
      return { stand, item, rings, box: boundsOf(rings) };
    });
    // Of links each second one lies in front of those before and after it; of all others, one over the next.
    const rank = (n: number) => (form.of === 'links' && n % 2 === 0 ? count : 0) + n;
    const aboveOf = (n: number): Region =>
      items
        .filter((other, k) => rank(k) < rank(n) && touching(other.box, items[n].box))
        .reduce<Region>((all, { rings }) => (all.length === 0 ? rings : united(all, rings)), []);
    const patches: Patch[] = [];
    const edges: Edge[] = [];
    items.forEach(({ stand, item }, n) => {
      const above = aboveOf(n);
      for (const patch of item.patches) {
        const whole = patch.rings.map((r) => ringAt(stand, r));
        const seen = above.length === 0 ? intersect(whole, whole) : without(whole, above);
        if (seen.length > 0) patches.push(patchAt(stand, patch, seen));
      }
      edges.push(...item.edges.flatMap((e) => uncovered(edgeAt(stand, e), above)));
    });
    const rings = items.reduce<Region>((all, item) => united(all, item.rings), []);
    const { left, right, bottom, top } = boundsOf(rings);
    return {
      narrowestMm: Math.min(wide, pitch, right - left, top - bottom),
      rings,
      corners: [],
      edges,
      patches,
      repeats: { count, one: ONE[form.of] },
      notes,
    };
  },
};
