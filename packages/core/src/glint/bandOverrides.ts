import type { Adjustment, AdjustmentOf } from '../piece/index.js';
import type { Facet } from '../form/index.js';
import { clamp, plain } from '../units/index.js';
import { ADDED_FROM, type Band, type Composition, type FacetBands } from './band.js';
import { GROWTH } from './bands.js';
import type { UnresolvedOverride } from './overrides.js';

type BandChange = AdjustmentOf<
  'band-centre' | 'band-ends' | 'band-lean' | 'band-peak' | 'band-remove' | 'band-add'
>;

export const isBandChange = (a: Adjustment): a is BandChange => a.kind.startsWith('band-');

/** Share of the facet's length over which the crisp border of a lone band runs out. */
const SOFT_SHARE = 0.05;

const noteOn = (band: Band, id: string): readonly string[] => [...(band.by ?? []), id];

/** One change of one band. */
function changed(band: Band, a: BandChange): Band {
  const by = noteOn(band, a.id);
  switch (a.kind) {
    case 'band-centre':
      return { ...band, by, centre: clamp(band.centre + a.by, -0.2, 1.2) };
    case 'band-ends': {
      const ridge = a.ridge * band.halfWidth * (1 - band.growth);
      const edge = a.edge * band.halfWidth * (1 + band.growth);
      return { ...band, by, halfWidth: (ridge + edge) / 2, growth: (edge - ridge) / (edge + ridge) };
    }
    case 'band-lean':
      return { ...band, by, lean: band.lean + a.by };
    case 'band-peak':
      return { ...band, by, peak: a.to * band.present };
    default:
      return band;
  }
}

/**
 * The composition with what the painter changed. Changes are relative to what is composed, so they follow the light.
 * One whose band is not there now sleeps and says so.
 */
export function overrideBands(
  composition: Composition,
  facets: readonly Facet[],
  changes: readonly BandChange[],
): { composition: Composition; unresolved: UnresolvedOverride[] } {
  if (changes.length === 0) return { composition, unresolved: [] };
  const unresolved: UnresolvedOverride[] = [];
  const shaped = composition.facets.map((f, i): FacetBands => {
    const mine = changes.filter((c) => c.facet === i);
    if (mine.length === 0) return f;
    if (f.gradient !== null) {
      for (const c of mine)
        unresolved.push({
          id: c.id,
          reason: `this face is ${plain(facets[i].widthMm)} mm wide, too narrow for bands`,
        });
      return f;
    }
    const gone = new Map(mine.flatMap((c) => (c.kind === 'band-remove' ? [[c.band, c.id] as const] : [])));
    let bands = [...f.bands];
    for (const c of mine) {
      if (c.kind === 'band-add') continue;
      if (!f.bands.some((b) => b.number === c.band)) {
        unresolved.push({ id: c.id, reason: `this face has no band ${c.band + 1} now` });
        continue;
      }
      if (c.kind === 'band-remove') continue;
      if (gone.has(c.band))
        unresolved.push({ id: c.id, reason: `band ${c.band + 1} is taken away by another change` });
      else bands = bands.map((b) => (b.number === c.band ? changed(b, c) : b));
    }
    bands = bands.filter((b) => !gone.has(b.number));
    mine.forEach((c, k) => {
      if (c.kind !== 'band-add') return;
      bands.push({
        centre: c.at,
        halfWidth: c.width / 2,
        growth: GROWTH * facets[i].opens,
        lean: f.bands[0]?.lean ?? 0,
        peak: c.peak,
        crisp: { side: f.bands[0]?.crisp.side ?? 1, over: f.bands[0]?.crisp.over ?? SOFT_SHARE, echo: 0 },
        number: ADDED_FROM + k,
        present: 1,
        by: [c.id],
      });
    });
    return { ...f, bands };
  });
  for (const c of changes)
    if (c.facet >= composition.facets.length)
      unresolved.push({ id: c.id, reason: 'this form has no such flat face' });
  return { composition: { ...composition, facets: shaped }, unresolved };
}
