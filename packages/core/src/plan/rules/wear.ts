import type { Piece } from '../../piece/index.js';
import { isAged } from '../../wear/index.js';
import { WEAR_PASSES } from '../wear.js';
import type { Laying, OrderRule } from './definition.js';

const passOf = ({ layer }: Laying) =>
  layer.role === 'wear' ? WEAR_PASSES.find((w) => w.step === layer.step) : undefined;
const kindOf = (l: Laying) => passOf(l)?.definition.id;

/** Whether two layers lie on the same part somewhere. */
const meet = (a: Laying, b: Laying) =>
  a.layer.parts.some((p) => b.layer.parts.some((q) => q.part === p.part));

/** Layers of one kind that come after one of another on the same part. */
const after = (laid: readonly Laying[], late: (l: Laying) => boolean, early: (l: Laying) => boolean) =>
  laid.filter((l, i) => late(l) && laid.slice(0, i).some((e) => early(e) && meet(l, e)));

const isWear = (l: Laying) => l.layer.role === 'wear';
/** Layers that make the metal, after which wear comes. */
const makesMetal = ({ layer }: Laying) =>
  ['value', 'smoothing', 'bounce', 'tint', 'lining', 'edges'].includes(layer.role);

export const wearTooEarly: OrderRule = {
  id: 'wear-too-early',
  find: (laid) =>
    after(laid, makesMetal, isWear).map((l) => [
      l,
      'goes over what is worn already; finish the metal, smoothed and tinted, then age it',
    ]),
};

export const brightBeforeRust: OrderRule = {
  id: 'bright-before-rust',
  find: (laid) =>
    after(
      laid,
      (l) => kindOf(l) === 'rust' && passOf(l)!.pass.colour !== 'bright metal',
      (l) => kindOf(l) === 'rust' && passOf(l)!.pass.colour === 'bright metal',
    ).map((l) => [l, 'covers edges that are rubbed bright already; rust first, then rub']),
};

/** What may lie over verdigris: dust, and light. */
const OVER_VERDIGRIS: ReadonlySet<string> = new Set(['verdigris', 'pigment', 'arcs']);

export const verdigrisCovered: OrderRule = {
  id: 'verdigris-covered',
  find: (laid) =>
    after(
      laid,
      (l) => isWear(l) && !OVER_VERDIGRIS.has(kindOf(l) ?? ''),
      (l) => kindOf(l) === 'verdigris',
    ).map((l) => [l, 'comes over verdigris, which grows on what is old already; lay that last']),
};

export const pigmentVarnished: OrderRule = {
  id: 'pigment-varnished',
  find: (laid) =>
    after(
      laid,
      (l) => l.layer.film === 'varnish',
      (l) => kindOf(l) === 'pigment',
    ).map((l) => [l, 'drowns the dust below it; varnish first, and leave dust unhandled']),
};

export const damageAfterGlow: OrderRule = {
  id: 'damage-after-glow',
  find: (laid) =>
    after(laid, isWear, (l) => l.layer.role === 'glow').map((l) => [
      l,
      'lies in the dark over a surface that is lit already; damage first, then the glow on all of it',
    ]),
};

const agedParts = (piece: Piece) =>
  new Set(
    piece.parts.filter(({ id }) => isAged(piece.wear.filter((w) => w.part === id))).map(({ id }) => id),
  );

export const dotsOnAged: OrderRule = {
  id: 'dots-on-aged',
  find(laid, piece) {
    const aged = agedParts(piece);
    return laid
      .filter(({ layer }) => layer.role === 'glints' && layer.parts.some((p) => aged.has(p.part)))
      .map((l) => [l, 'puts clean white dots on what is aged; they belie the rust']);
  },
};

export const washOverShine: OrderRule = {
  id: 'wash-over-shine',
  find: (laid) =>
    laid
      .filter((l, i) => {
        if (kindOf(l) !== 'grime') return false;
        const flake = (e: Laying) => e.layer.film === 'flake' && meet(e, l);
        return laid.slice(0, i).some(flake) && !laid.slice(i + 1).some(flake);
      })
      .map((l) => [
        l,
        'is washed over finished flake and dulls it; keep it to recesses, and brighten the edges once more after it',
      ]),
};
