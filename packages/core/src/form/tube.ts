import { clamp, mixNumbers, rad, type Vec3 } from '../units/index.js';
import type { FormOf } from '../piece/index.js';
import { shareOf, sizeMm, type FormDefinition } from './definition.js';
import { lineBetween, unit } from './geometry.js';
import { SAMPLE, type Edge, type Patch, type Point } from './surface.js';

/** Steepest sine across a round tube: the silhouette itself would mirror nothing the eye can see. */
const ACROSS = 0.985;
/** Half-round trim lies on something: its sides stop at this sine. */
const HALF_ROUND = 0.87;
/** A keeled tube: how far each side falls away beside its ridge, and at its silhouette. */
const KEEL = { ridge: rad(16), rim: rad(80) } as const;
const ARC = 20;
const MOST_ALONG = 48;
/** Places along a swelling tube at which its width is tabled. */
const ALONG = 512;

type Tube = FormOf<'tube'>;

/** The section: place across (-1..1) to the angle its normal turns away from the eye, and back. */
interface Section {
  angleAt(u: number): number;
  /** Null where no place of this side turns so far. */
  placeOf(angle: number): number | null;
}

const arch = (steepest: number): Section => ({
  angleAt: (u) => Math.asin(u * steepest),
  placeOf(angle) {
    const u = Math.sin(angle) / steepest;
    return Math.abs(u) <= 1 ? u : null;
  },
});

/** One side of a keel; `side` is -1 left, 1 right. Linear in the angle from ridge to silhouette. */
const keel = (side: number): Section => ({
  angleAt: (u) => side * mixNumbers(KEEL.ridge, KEEL.rim, clamp(side * u, 0, 1)),
  placeOf(angle) {
    const u = (side * angle - KEEL.ridge) / (KEEL.rim - KEEL.ridge);
    return u >= 0 && u <= 1 ? side * u : null;
  },
});

/**
 * Angle across at which a tube that runs up mirrors the light best: midway between eye and light as seen along its axis.
 * The eye is what the light becomes when mirrored about the half-way direction.
 */
export function midAcross(half: Vec3, key: Vec3): number {
  const d = 2 * (half[0] * key[0] + half[1] * key[1] + half[2] * key[2]);
  const [ex, ez] = [d * half[0] - key[0], d * half[2] - key[2]];
  const [e, l] = [Math.hypot(ex, ez) || 1, Math.hypot(key[0], key[2]) || 1];
  return Math.atan2(ex / e + key[0] / l, ez / e + key[2] / l);
}

/** Half width, and how fast it grows, at `t` mm along the axis from the middle. */
function widthOf(form: Tube): (t: number) => { half: number; slope: number } {
  const { lengthMm: length, swell } = form;
  const taper = (form.endWidthMm - form.startWidthMm) / 2 / length;
  // A hump that is 0 at both ends and 1 at swellAt.
  const power = Math.log(0.5) / Math.log(form.swellAt);
  const at = (t: number) => {
    const s = clamp(t / length + 0.5, 0, 1);
    const straight = mixNumbers(form.startWidthMm, form.endWidthMm, s) / 2;
    if (swell === 0) return { half: Math.max(0.05, straight), slope: taper };
    const bent = s ** power;
    const hump = Math.sin(Math.PI * bent) ** 2;
    const steep = s > 1e-4 ? (Math.PI * Math.sin(2 * Math.PI * bent) * power * s ** (power - 1)) / length : 0;
    return {
      half: Math.max(0.05, straight * (1 + swell * hump)),
      slope: taper * (1 + swell * hump) + straight * swell * steep,
    };
  };
  if (swell === 0) return at;
  // Asked for at every point of a picture, so tabled along the axis.
  const table = Array.from({ length: ALONG + 1 }, (_, i) => at(length * (i / ALONG - 0.5)));
  return (t) => {
    const place = clamp(t / length + 0.5, 0, 1) * ALONG;
    const i = Math.min(ALONG - 1, Math.floor(place));
    const [p, q, u] = [table[i], table[i + 1], place - i];
    return { half: mixNumbers(p.half, q.half, u), slope: mixNumbers(p.slope, q.slope, u) };
  };
}

/** Arms, legs, hafts, grips, horns, trim: a section along an axis that may taper, swell and bow. The axis runs up. */
export const tube: FormDefinition<'tube'> = {
  kind: 'tube',
  label: 'Tube',
  serves: 'arm, leg, haft, trim',
  words: [
    'arm',
    'leg',
    'greave',
    'vambrace',
    'bracer',
    'thigh',
    'finger',
    'pipe',
    'gun',
    'barrel',
    'grip',
    'handle',
    'pole',
    'haft',
    'antenna',
    'exhaust',
    'rifle',
    'pistol',
    'cannon',
    'shaft',
    'staff',
    'crozier',
    'lance',
    'scabbard',
    'sheath',
    'guard',
    'crossguard',
    'wire',
    'cable',
    'hose',
  ],
  defaults: {
    kind: 'tube',
    lengthMm: 14,
    startWidthMm: 6,
    endWidthMm: 7,
    endCurve: 0.2,
    section: 'round',
    bowMm: 0,
    swell: 0,
    swellAt: 0.6,
  },
  variants: [
    {
      id: 'tip',
      label: 'Pointed tip',
      serves: 'spike, claw, horn, ferrule',
      words: [
        'point',
        'tip',
        'cone',
        'nail',
        'tooth',
        'finial',
        'talon',
        'fang',
        'lance',
        'arrow',
        'teeth',
        'hook',
        'nose',
      ],
      form: {
        kind: 'tube',
        lengthMm: 9,
        startWidthMm: 4,
        endWidthMm: 0.3,
        endCurve: 0.2,
        section: 'round',
        bowMm: 0,
        swell: 0,
        swellAt: 0.6,
      },
    },
  ],
  across: ['startWidthMm', 'endWidthMm'],
  along: ['lengthMm'],
  numbers: [
    sizeMm('lengthMm', 'Length'),
    sizeMm('startWidthMm', 'Width, lower end'),
    sizeMm('endWidthMm', 'Width, upper end'),
    shareOf('swell', 'Swells by', { min: -0.6, max: 1 }),
    shareOf('swellAt', 'Fullest at', { min: 0.1, max: 0.9 }),
    sizeMm('bowMm', 'Bows to the right', { min: -100, max: 100 }),
    shareOf('endCurve', 'Ends bow down', { min: -0.6, max: 0.6 }),
  ],
  choices: [
    {
      key: 'section',
      label: 'Cut across',
      options: [
        { value: 'round', label: 'Round' },
        { value: 'ridged', label: 'With a keel' },
        { value: 'half-round', label: 'Flat arch' },
      ],
    },
  ],
  model(form) {
    const length = form.lengthMm;
    const curve = form.endCurve;
    const width = widthOf(form);
    const axisAt = (t: number) => form.bowMm * (1 - ((2 * t) / length) ** 2);
    const leanAt = (t: number) => Math.atan((-8 * form.bowMm * t) / (length * length));
    /** Where the point u across and t along the axis is seen. */
    const seen = (u: number, t: number): Point => {
      const { half } = width(t);
      return [axisAt(t) + u * half, t - curve * half * Math.sqrt(Math.max(0, 1 - u * u))];
    };
    /** Which point across and along is seen at (x, y). */
    const across = (x: number, y: number): { u: number; t: number } => {
      let t = y;
      let u = 0;
      for (let round = 0; round < 4; round++) {
        const at = clamp(t, -length, length);
        const { half } = width(at);
        u = clamp((x - axisAt(at)) / half, -1, 1);
        t = y + curve * half * Math.sqrt(1 - u * u);
      }
      return { u, t: clamp(t, -length, length) };
    };

    const along = form.swell === 0 && form.bowMm === 0 ? 1 : MOST_ALONG;
    const line = (u: number): Point[] =>
      Array.from({ length: along + 1 }, (_, i) => seen(u, length * (i / along - 0.5)));
    const arc = (t: number, from: number, to: number): Point[] =>
      Array.from({ length: ARC + 1 }, (_, i) =>
        seen(Math.sin(mixNumbers(from, to, i / ARC) * (Math.PI / 2)), t),
      );
    const outlineOf = (from: number, to: number) => [
      ...arc(-length / 2, from, to),
      ...line(to).slice(1, -1),
      ...arc(length / 2, to, from),
      ...line(from).reverse().slice(1, -1),
    ];
    const lower = arc(-length / 2, -1, 1);
    const upper = arc(length / 2, -1, 1);

    const side = (section: Section, from: number, to: number): Patch => ({
      kind: 'smooth',
      rings: [outlineOf(from, to)],
      grain: [0, 1, 0],
      glintStretch: 2.6,
      at(x, y, out) {
        const { u, t } = across(x, y);
        const angle = section.angleAt(u);
        const { slope } = width(t);
        const scale = 1 / Math.hypot(1, slope);
        const lean = leanAt(t);
        const s = Math.sin(angle) * scale;
        const up = -slope * scale;
        out[SAMPLE.nx] = s * Math.cos(lean) + up * Math.sin(lean);
        out[SAMPLE.ny] = up * Math.cos(lean) - s * Math.sin(lean);
        out[SAMPLE.nz] = Math.cos(angle) * scale;
        out[SAMPLE.u] = (u + 1) / 2;
        out[SAMPLE.v] = clamp(t / length + 0.5, 0, 1);
      },
      glintAt(half, key) {
        const u = section.placeOf(midAcross(half, key));
        return u === null ? null : seen(u, clamp(key[1] * 1.2, -1, 1) * length * 0.28);
      },
    });
    const edges: Edge[] = [
      { kind: 'hard', closed: false, points: lower, outward: lower.map(() => [0, -1] as const) },
      { kind: 'hard', closed: false, points: upper, outward: upper.map(() => [0, 1] as const) },
    ];
    if (form.section === 'ridged') {
      const ridge = along > 1 ? line(0) : lineBetween(seen(0, -length / 2), seen(0, length / 2));
      edges.push({ kind: 'crease', closed: false, points: ridge, outward: ridge.map(() => [0, 0] as const) });
    }
    if (form.section === 'half-round')
      for (const u of [-1, 1]) {
        const points = line(u);
        edges.push({ kind: 'recess', closed: false, points, outward: points.map(() => unit(u, 0)) });
      }
    return {
      narrowestMm: Math.min(form.lengthMm, form.startWidthMm, form.endWidthMm),
      rings: [outlineOf(-1, 1)],
      corners: [],
      edges,
      patches:
        form.section === 'ridged'
          ? [side(keel(-1), -1, 0), side(keel(1), 0, 1)]
          : [side(arch(form.section === 'round' ? ACROSS : HALF_ROUND), -1, 1)],
    };
  },
};
