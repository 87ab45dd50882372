import { clamp, mixNumbers, plain, rad } from '../units/index.js';
import { angleDeg, shareOf, sizeMm, type FormDefinition } from './definition.js';
import { linksRelief, scalesRelief } from './fineRelief.js';
import { SAMPLE, type Point } from './surface.js';

const ACROSS = 32;
/** At least so many links lie side by side: with fewer it is no mail. */
const LEAST_LINKS = 3;

/** Mail and scales: a round body's own light, held by links or scales with dark between them. */
export const mail: FormDefinition<'mail'> = {
  kind: 'mail',
  label: 'Mail',
  serves: 'mail shirt, coif, aventail',
  words: ['chainmail', 'chain', 'hauberk', 'armour', 'links', 'rings'],
  defaults: {
    kind: 'mail',
    widthMm: 14,
    heightMm: 11,
    taper: -0.15,
    wrapDeg: 62,
    crownDeg: 26,
    hemMm: 0.8,
    pattern: 'links',
    linkMm: 0.8,
  },
  variants: [
    {
      id: 'scales',
      label: 'Scales',
      serves: 'scale shirt, fish, dragon hide',
      words: ['mail', 'armour', 'lamellar', 'scaled', 'roof', 'brigandine'],
      form: {
        kind: 'mail',
        widthMm: 14,
        heightMm: 11,
        taper: -0.15,
        wrapDeg: 62,
        crownDeg: 26,
        hemMm: 0.8,
        pattern: 'scales',
        linkMm: 1.5,
      },
    },
  ],
  across: ['widthMm'],
  along: ['heightMm'],
  numbers: [
    sizeMm('widthMm', 'Width'),
    sizeMm('heightMm', 'Height'),
    shareOf('taper', 'Wider above by', { min: -0.9, max: 0.9 }),
    angleDeg('wrapDeg', 'Wraps', { max: 85 }),
    angleDeg('crownDeg', 'Crown', { max: 80 }),
    sizeMm('hemMm', 'Hem hangs by', { min: -100, max: 100 }),
    sizeMm('linkMm', 'One link or scale', { min: 0.2, max: 20 }),
  ],
  choices: [
    {
      key: 'pattern',
      label: 'Made of',
      options: [
        { value: 'links', label: 'Links' },
        { value: 'scales', label: 'Scales' },
      ],
    },
  ],
  model(form) {
    const [w, h] = [form.widthMm / 2, form.heightMm / 2];
    const halfAt = (y: number) => w * (1 + (form.taper / 2) * clamp(y / h, -1, 1));
    const [wrap, crown] = [rad(form.wrapDeg), rad(form.crownDeg)];
    const sinWrap = Math.sin(wrap);
    // The hem never rises above three quarters of the height.
    const hem = clamp(form.hemMm, -1.5 * h, 100);
    /** The upper edge (1) or the hem (-1), from left to right. */
    const edge = (side: 1 | -1): Point[] =>
      Array.from({ length: ACROSS + 1 }, (_, i) => {
        const s = mixNumbers(-1, 1, i / ACROSS);
        return [s * halfAt(side * h), side * h - (side < 0 ? hem * (1 - s * s) : 0)];
      });
    const [lower, upper] = [edge(-1), edge(1)];
    const ring = [...lower, ...[...upper].reverse()];
    const linkMm = Math.min(form.linkMm, Math.min(form.widthMm, form.heightMm) / LEAST_LINKS);
    const notes =
      linkMm < form.linkMm
        ? [
            `${form.pattern} of ${plain(form.linkMm, 2)} mm are too large for this part: drawn ${plain(linkMm, 2)} mm`,
          ]
        : [];
    /** How far round the body a place lies, as an angle. */
    const roundAt = (x: number, y: number) =>
      sinWrap > 0.02 ? Math.asin(clamp((x / halfAt(y)) * sinWrap, -1, 1)) : 0;
    const fine = form.pattern === 'links' ? linksRelief(linkMm) : scalesRelief(linkMm);
    return {
      narrowestMm: Math.min(form.widthMm, form.heightMm),
      rings: [ring],
      corners: [],
      // Links end where they end: no edge runs round them.
      edges: [],
      patches: [
        {
          kind: 'smooth',
          rings: [ring],
          grain: null,
          glintStretch: 1.8,
          at(x, y, out) {
            const phi = roundAt(x, y);
            const theta = crown * clamp(y / h, -1, 1);
            out[SAMPLE.nx] = Math.sin(phi) * Math.cos(theta);
            out[SAMPLE.ny] = Math.sin(theta);
            out[SAMPLE.nz] = Math.cos(phi) * Math.cos(theta);
            out[SAMPLE.u] = clamp(0.5 + x / (2 * halfAt(y)), 0, 1);
            out[SAMPLE.v] = clamp(0.5 + y / (2 * h), 0, 1);
          },
          glintAt(half) {
            const theta = Math.asin(clamp(half[1], -1, 1));
            const phi = Math.atan2(half[0], half[2]);
            if (Math.abs(theta) > crown || Math.abs(phi) > wrap || crown === 0 || sinWrap < 0.02) return null;
            const y = (theta / crown) * h;
            return [(Math.sin(phi) / sinWrap) * halfAt(y), y];
          },
        },
      ],
      // Links keep their size round the body: toward its sides they are seen aslant.
      fine: {
        ...fine,
        at: (x, y) => fine.at(sinWrap > 0.02 ? (roundAt(x, y) * halfAt(y)) / sinWrap : x, y),
      },
      notes,
    };
  },
};
