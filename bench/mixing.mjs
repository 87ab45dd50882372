// What looking for mixes costs: one mix beside the spectral.js package on one palette in one run, and whole ladders.
import {
  deltaE,
  hexToLab,
  metalById,
  mixLabIn,
  MIXED_KINDS,
  paintTable,
  searchLadder,
  searchMixes,
  seededRandom,
  targetsOf,
  towline,
} from '@pale-glint/core';
import * as spectral from 'spectral.js';

const byte = (random) =>
  Math.floor(256 * random())
    .toString(16)
    .padStart(2, '0');
function shelf(count, seed) {
  const random = seededRandom(seed);
  return Array.from({ length: count }, () => ({
    hex: `#${byte(random)}${byte(random)}${byte(random)}`,
    opacity: ['opaque', 'semi-opaque', 'semi-transparent'][Math.floor(3 * random())],
    tint: 'normal',
    kind: 'paint',
    finish: 'matt',
  }));
}
const timed = (work) => {
  const start = performance.now();
  work();
  return performance.now() - start;
};
const middle = (list) => [...list].sort((a, b) => a - b)[list.length >> 1];

/** Figures of mixing; told, not asserted. */
export function mixingFigures(say) {
  const paints = towline.filter((p) => MIXED_KINDS.has(p.kind));
  const table = paintTable(paints);
  const colours = paints.map((p) => new spectral.Color(p.hex));
  const random = seededRandom(3);
  const mixes = Array.from({ length: 4000 }, () => {
    const set = Array.from({ length: 3 }, () => Math.floor(random() * paints.length)).sort((a, b) => a - b);
    return { set, drops: set.map(() => 1 + Math.floor(5 * random())) };
  });
  const ours = () => mixes.map(({ set, drops }) => mixLabIn(table, set, drops, 3));
  const theirs = () =>
    mixes.map(({ set, drops }) => spectral.mix(...set.map((p, i) => [colours[p], drops[i]])).toString());
  ours();
  theirs();
  const [mine, other] = [
    middle([1, 2, 3].map(() => timed(ours))),
    middle([1, 2, 3].map(() => timed(theirs))),
  ];
  const apart = ours().map((lab, i) =>
    deltaE(
      lab,
      hexToLab(
        spectral
          .mix(...mixes[i].set.map((p, k) => [colours[p], mixes[i].drops[k]]))
          .toString()
          .toLowerCase(),
      ),
    ),
  );
  const sorted = apart.sort((a, b) => a - b);
  say(
    `a mix of three paints to its colour: ours ${((1000 * mine) / mixes.length).toFixed(1)} µs, spectral.js ${((1000 * other) / mixes.length).toFixed(1)} µs, ${(other / mine).toFixed(1)} times ours; ` +
      `the two differ by ${middle(sorted).toFixed(1)} in the middle, 90 % below ${sorted[Math.floor(0.9 * sorted.length)].toFixed(1)} (CIEDE2000; that one knows no strengths)`,
  );
  const targets = targetsOf(metalById('gold'), { steps: 7 });
  for (const count of [30, 100]) {
    const times = [1, 2, 3].map((seed) => {
      const t = paintTable(shelf(count, seed));
      return timed(() => searchLadder(t, targets));
    });
    say(`seven steps of gold from ${count} paints: ${(middle(times) / 1000).toFixed(2)} s`);
  }
  // All triples of 100 paints against those that hold one of the best pairs.
  const losses = [1, 2, 3, 4, 5].map((seed) => {
    const t = paintTable(shelf(100, seed));
    const quick = searchMixes(t, [targets[3]], { keep: 1 })[0][0].cost;
    const exact = searchMixes(t, [targets[3]], { keep: 1, whole: Infinity })[0][0].cost;
    return quick - exact;
  });
  say(
    `of five shelves of 100 paints the quick search loses ${losses.map((l) => l.toFixed(2)).join(', ')} against trying every three paints`,
  );
}
