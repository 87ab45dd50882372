import type { Film } from '../../school/index.js';
import { duration } from '../../units/index.js';
import type { OrderRuleId } from '../../piece/index.js';
import { chroma, type Laying, type OrderRule } from './definition.js';

/** Layers begun sooner after one of a film below them than that one wants. */
const tooSoon = (
  id: OrderRuleId,
  below: Film,
  then: (l: Laying) => boolean,
  wants: (below: Laying) => number,
  message: (min: string) => string,
): OrderRule => ({
  id,
  find: (laid) =>
    laid.flatMap((l, i): (readonly [Laying, string])[] => {
      // The last layer of that film before this one; what is waited in between counts.
      let waited = 0;
      for (let k = i - 1; k >= 0; k--) {
        waited += laid[k].layer.dryMin;
        if (laid[k].layer.film !== below) continue;
        const least = wants(laid[k]);
        return then(l) && waited < least ? [[l, message(duration(least))]] : [];
      }
      return [];
    }),
});

const film =
  (...kinds: Film[]) =>
  ({ layer }: Laying): boolean =>
    layer.film !== null && kinds.includes(layer.film);

/** Practice: an hour between sprayed tints at least, two better. */
const TINT_MIN = 60;
/** From the last tint to varnish, and from varnish to paint. */
const SEAL_MIN = 120;

export const tintTooSoon = tooSoon(
  'tint-too-soon',
  'tint',
  film('tint'),
  () => TINT_MIN,
  (min) => `follows a tint that is still soft; wait ${min} at least`,
);
export const varnishOnTackyTint = tooSoon(
  'varnish-on-tacky-tint',
  'tint',
  film('varnish'),
  () => SEAL_MIN,
  (min) => `seals a tint that is still tacky; wait ${min} at least, overnight is better`,
);
export const paintOnFreshVarnish = tooSoon(
  'paint-on-fresh-varnish',
  'varnish',
  () => true,
  () => SEAL_MIN,
  (min) => `goes on fresh varnish; wait ${min} at least`,
);
export const washOnWet = tooSoon(
  'wash-on-wet',
  'wash',
  film('wash', 'flake', 'glaze'),
  (l) => l.dries,
  (min) => `goes over a wash that is still wet and lifts it; wait ${min}`,
);
export const flakeOnWet = tooSoon(
  'flake-on-wet',
  'flake',
  film('flake'),
  (l) => l.dries,
  (min) => `drags the flake below it while that is wet; wait ${min}`,
);
export const dotsOnWetGlaze = tooSoon(
  'dots-on-wet-glaze',
  'glaze',
  (l) => l.layer.role === 'glints' || (l.top && chroma(l.lab) < 20),
  (l) => l.dries,
  (min) => `is pale paint on a wet glaze, which stains it; wait ${min}`,
);

export const unsealedTint: OrderRule = {
  id: 'unsealed-tint',
  find: (laid) => {
    let open = false;
    return laid.flatMap((l): (readonly [Laying, string])[] => {
      if (l.layer.film === 'varnish') open = false;
      const bleeds = open && l.layer.film !== 'tint';
      if (l.layer.film === 'tint') open = true;
      return bleeds ? [[l, 'goes on unsealed tint, which bleeds into it; varnish first']] : [];
    });
  },
};
