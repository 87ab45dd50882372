import { z } from 'zod';
import { id, list, mm, oneOf, ratio, whole } from './fields.js';

/** What a painter can change by hand on a computed map. */
export const ADJUSTMENT_KINDS = [
  'band-centre',
  'band-ends',
  'band-lean',
  'band-peak',
  'band-add',
  'band-remove',
  'glint-move',
  'glint-add',
  'glint-remove',
  'border-pull',
  'zone-hold',
  'edge',
  'bounce',
  'cut',
] as const;
export type AdjustmentKind = (typeof ADJUSTMENT_KINDS)[number];

const anchor = z.strictObject({
  u: ratio(0, 1, 'across the form'),
  v: ratio(0, 1, 'along the form'),
});
const shift = z.strictObject({
  u: ratio(-1, 1, 'across the form'),
  v: ratio(-1, 1, 'along the form'),
});
const base = { id: id('of this adjustment'), part: id('of the part it belongs to') };
const patch = whole(0, 255, 'which smooth piece of the form, in its own order');
const facet = whole(0, 7, 'which flat facet: 0 is the first, on a blade the viewer’s left');
/** 0 is the main light; composed bands keep their number whatever the light. */
const band = whole(0, 15, 'which composed band: 0 is the main light');
const glint = id('of the glint: its patch, edge or corner and its number there, for example p0-0');
const kind = <const K extends AdjustmentKind>(k: K) => z.literal(k);

/** Changes made by hand, as intent: relative to what is computed, so that they follow form and light. */
export const adjustmentSchema = z.discriminatedUnion(
  'kind',
  [
    z.strictObject({
      ...base,
      kind: kind('band-centre'),
      facet,
      band,
      by: ratio(-1, 1, 'along the facet, as a share of its length'),
    }),
    z.strictObject({
      ...base,
      kind: kind('band-ends'),
      facet,
      band,
      ridge: ratio(0.05, 8, 'width at the ridge, times the composed one'),
      edge: ratio(0.05, 8, 'width at the edge, times the composed one'),
    }),
    z.strictObject({
      ...base,
      kind: kind('band-lean'),
      facet,
      band,
      by: ratio(-1, 1, 'how far its edge end moves along, as a share of the length'),
    }),
    z.strictObject({ ...base, kind: kind('band-peak'), facet, band, to: ratio(0, 1, 'value at its middle') }),
    z.strictObject({
      ...base,
      kind: kind('band-add'),
      facet,
      at: ratio(0, 1, 'its middle: 0 heel, 1 tip'),
      width: ratio(0.002, 1, 'full width half way from ridge to edge, as a share of the length'),
      peak: ratio(0, 1, 'value at its middle'),
    }),
    z.strictObject({ ...base, kind: kind('band-remove'), facet, band }),
    z.strictObject({ ...base, kind: kind('glint-move'), glint, by: shift }),
    z.strictObject({
      ...base,
      kind: kind('glint-add'),
      patch,
      anchor,
      radiusMm: mm(0.03, 2, 'half its width'),
    }),
    z.strictObject({ ...base, kind: kind('glint-remove'), glint }),
    z.strictObject({
      ...base,
      kind: kind('border-pull'),
      patch,
      anchor,
      by: shift,
      reachMm: mm(0.1, 100, 'how far round the place it pulls along'),
    }),
    z.strictObject({
      ...base,
      kind: kind('zone-hold'),
      patch,
      anchor,
      radiusMm: mm(0.1, 200, 'how far round the place it holds'),
      value: ratio(0, 1, 'value held: 0 the darkest step, 1 the lightest'),
    }),
    z.strictObject({
      ...base,
      kind: kind('edge'),
      value: ratio(0, 1, 'value all edges of the part are painted at'),
    }),
    z.strictObject({
      ...base,
      kind: kind('bounce'),
      peak: ratio(0, 1, 'value of the light from below'),
      gap: ratio(0, 1, 'how dark its gap is: 0 none, 0.6 as computed'),
    }),
    z.strictObject({
      ...base,
      kind: kind('cut'),
      patch,
      points: list(anchor, 40, 'the stroke, in order').min(2, { error: () => 'a list of 2 to 40 points' }),
      mark: oneOf(['cut', 'dent'], 'a sharp cut, or a soft dent'),
      widthMm: mm(0.05, 5, 'of the dark line'),
      lip: oneOf(['by-light', 'left', 'right', 'both'], 'which lip is lit, along the stroke'),
    }),
  ],
  { error: () => `an adjustment whose kind is one of ${ADJUSTMENT_KINDS.join(', ')}` },
);

export type Adjustment = z.infer<typeof adjustmentSchema>;
export type AdjustmentOf<K extends AdjustmentKind> = Extract<Adjustment, { kind: K }>;
export type Anchor = z.infer<typeof anchor>;
