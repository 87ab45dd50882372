import { refused } from '../units/index.js';
import { hexToLab, labToHex, type Lab } from '../colour/index.js';
import type { Metal } from './metal.js';

/** Colours of a path that a ladder can name. */
const MOST = 7;
/** Colours nearer in value than this are one place of the path. */
const APART = 4;
const ID = /^path((?:-[0-9a-f]{6}){2,7})$/;

/**
 * A metal after colours that somebody saw: taps on a photo of one, or steps of the painter's own. In order of value;
 * those of nearly one value are averaged, and of many the most even seven are kept.
 * @throws RefusedInput where fewer than two values are left
 */
export function metalFromColours(colours: readonly Lab[]): Metal {
  const sorted = [...colours].sort((a, b) => a.l - b.l);
  const groups: Lab[][] = [];
  for (const c of sorted) {
    const last = groups[groups.length - 1];
    if (last && c.l - last[0].l < APART) last.push(c);
    else groups.push([c]);
  }
  const mean = (list: readonly Lab[], of: (c: Lab) => number) =>
    list.reduce((s, c) => s + of(c), 0) / list.length;
  const places = groups.map((g): Lab => ({
    l: mean(g, (c) => c.l),
    a: mean(g, (c) => c.a),
    b: mean(g, (c) => c.b),
  }));
  if (places.length < 2)
    throw refused(
      'colours',
      `${places.length === 0 ? 'none' : 'all of nearly one value'}`,
      'a dark, a light and what lies between',
    );
  // The place that its neighbours tell best goes first.
  while (places.length > MOST) {
    let at = 1;
    for (let i = 1; i < places.length - 1; i++)
      if (places[i + 1].l - places[i - 1].l < places[at + 1].l - places[at - 1].l) at = i;
    places.splice(at, 1);
  }
  const path = places.map(labToHex);
  return {
    id: `path-${path.map((h) => h.slice(1)).join('-')}`,
    label: 'Metal as seen',
    description: 'hue and chroma over value as in the colours that were taken',
    path,
  };
}

/** The metal that an id of a seen one tells; null for other ids. */
export function metalOfPath(id: string): Metal | null {
  const found = ID.exec(id);
  return found
    ? metalFromColours(
        found[1]
          .slice(1)
          .split('-')
          .map((h) => hexToLab(`#${h}`)),
      )
    : null;
}
