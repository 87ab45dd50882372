import {
  angleBetween,
  HARD,
  MILD,
  standInSculpt,
  standInSeries,
  normalAt,
  luminanceImageOf,
  scanFrom,
  trueNormal,
  type StandInConditions,
  type Scan,
  type StandInSeries,
  type SeriesOptions,
} from '../../src/index.js';
import { LONG } from '../support.js';

export interface Scanned {
  readonly series: StandInSeries;
  readonly scan: Scan;
  /** Angle between scanned and true normals where the sculpt is, in degrees, and how far each was believed. */
  readonly errors: readonly { readonly deg: number; readonly confidence: number }[];
}

export const planesOf = (series: StandInSeries) =>
  series.photos.map((p) => luminanceImageOf(p.rgba, p.width, p.height));
export const mean = (list: readonly number[]) => list.reduce((s, v) => s + v, 0) / list.length;

/** How many photos a series has: eight in the soak, as a painter is asked for. */
export const PHOTOS = LONG ? 8 : 6;
/** Points of a photo per mm. */
export const PX_PER_MM = 4;

/** A series of the stand-in camera, scanned with the ball looked for and the lamp's distance found. */
export function scanned(
  id: string,
  conditions: StandInConditions,
  over: Partial<SeriesOptions> = {},
): Scanned {
  const sculpt = standInSculpt(id);
  const pxPerMm = over.pxPerMm ?? PX_PER_MM;
  const series = standInSeries(sculpt, { photos: PHOTOS, conditions, seed: 2, ...over, pxPerMm });
  const scan = scanFrom(planesOf(series), { ball: null, pxPerMm, lampMm: 'find' });
  const { bench, relief } = series;
  const errors: { deg: number; confidence: number }[] = [];
  for (let i = 0; i < relief.on.length; i++) {
    if (!relief.on[i]) continue;
    const x = bench.middle[0] + ((i % bench.width) + 0.5 - bench.width / 2) / pxPerMm;
    const y = bench.middle[1] + (bench.height / 2 - Math.floor(i / bench.width) - 0.5) / pxPerMm;
    const truth = trueNormal(sculpt, x, y);
    if (truth)
      errors.push({
        deg: angleBetween(truth, normalAt(scan.sculpt, i)),
        confidence: scan.sculpt.confidence[i],
      });
  }
  return { series, scan, errors };
}

/** The dome's glint is asked for to 4 % of its radius. */
const DOME = { photos: 8 };
const kept = new Map<string, Scanned>();
/** A sculpt scanned at mild or hard conditions, once for the suites that stand in one file. */
export function once(id: string, hard: boolean): Scanned {
  const key = `${id} ${hard}`;
  let found = kept.get(key);
  if (!found) kept.set(key, (found = scanned(id, hard ? HARD : MILD, id === 'dome' ? DOME : {})));
  return found;
}
