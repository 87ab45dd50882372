import { hueWord } from '../../metal/index.js';
import type { PartReading } from '../readParts.js';
import type { PhotoFindingDefinition } from './definition.js';

const LEAST_MM2 = 2;
const LEAST_POINTS = 350;
/** Parts of fewer points than this are told with more room: a JPEG keeps colour coarsely. */
const SMALL_POINTS = 900;
const SMALL_SHARE = 0.7;
/** So far in a and b a steady hand strays: of a greyish colour that is a wide turn, or much of its chroma. */
const STRAYS = 4.5;

/** How far a shift of a colour stands out from what a hand strays anyway, 0..1. */
const standsOut = (shift: number, { points }: PartReading): number =>
  Math.min(1, shift / STRAYS) * (points < SMALL_POINTS ? SMALL_SHARE : 1);
const told = (r: PartReading): boolean => r.areaMm2 >= LEAST_MM2 && r.points >= LEAST_POINTS;
const chromaOf = ({ a, b }: { readonly a: number; readonly b: number }): number => Math.hypot(a, b);

export const wrongHue: PhotoFindingDefinition = {
  id: 'wrong-hue',
  label: 'other hue',
  unit: 'degrees of hue',
  limit: 15,
  lookFrom: 10,
  explainedBy: [],
  measure: (r) => {
    if (r.hueTurnDeg === null || !told(r)) return null;
    const turn = Math.abs(r.hueTurnDeg);
    const chord = 2 * Math.min(chromaOf(r.plan), chromaOf(r.photo)) * Math.sin((turn * Math.PI) / 360);
    return turn * standsOut(chord, r);
  },
  tell: (r) => {
    const word = (c: { readonly a: number; readonly b: number }) => hueWord({ l: 50, a: c.a, b: c.b });
    const [meant, seen] = [word(r.plan), word(r.photo)];
    const way = meant === seen ? '' : `: ${seen} where ${meant} are planned`;
    return `is ${Math.abs(r.hueTurnDeg ?? 0).toFixed(0)} degrees of hue off${way}`;
  },
};

export const washedOutHue: PhotoFindingDefinition = {
  id: 'washed-out-hue',
  label: 'hue washed out',
  unit: 'of its chroma',
  limit: 0.36,
  lookFrom: 0.25,
  explainedBy: [],
  measure: (r) => {
    if (r.chromaTimes === null || !told(r)) return null;
    const lost = Math.max(0, 1 - r.chromaTimes);
    return lost * standsOut(lost * chromaOf(r.plan), r);
  },
  tell: (r) => `has ${(100 * (1 - (r.chromaTimes ?? 1))).toFixed(0)} % less colour than planned`,
};
