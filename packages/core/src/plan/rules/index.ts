import { hexToLab } from '../../colour/index.js';
import type { OrderRuleId, Piece } from '../../piece/index.js';
import { layerColour } from '../layerColour.js';
import type { OrderLayer } from '../orderLayer.js';
import type { Laying, OrderFinding, OrderRule } from './definition.js';
import { flakeInWater, glazeTooThin, otherUndercoat, wantsUndercoat, whiteWorked } from './paintBehaviour.js';
import {
  afterDots,
  airbrushAfterBrush,
  bounceBeforeForm,
  formOverLines,
  glazeOverEdges,
  hueAfterSilver,
  reflectionsAfterWhite,
  stepOutgrows,
  undercoatLate,
  washKillsShine,
} from './sequence.js';
import {
  dotsOnWetGlaze,
  flakeOnWet,
  paintOnFreshVarnish,
  tintTooSoon,
  unsealedTint,
  varnishOnTackyTint,
  washOnWet,
} from './waits.js';

import {
  brightBeforeRust,
  damageAfterGlow,
  dotsOnAged,
  pigmentVarnished,
  verdigrisCovered,
  washOverShine,
  wearTooEarly,
} from './wear.js';

export type { OrderFinding } from './definition.js';

/** Rules that hold across all metals of a piece: of what is laid over them in the end. */
const wearRules = {
  'wear-too-early': wearTooEarly,
  'bright-before-rust': brightBeforeRust,
  'verdigris-covered': verdigrisCovered,
  'pigment-varnished': pigmentVarnished,
  'damage-after-glow': damageAfterGlow,
  'dots-on-aged': dotsOnAged,
  'wash-over-shine': washOverShine,
} as const satisfies Partial<Record<OrderRuleId, OrderRule>>;

/** Rules of the layers of one metal. */
const metalRules = {
  'undercoat-late': undercoatLate,
  'form-over-lines': formOverLines,
  'glaze-over-edges': glazeOverEdges,
  'after-dots': afterDots,
  'reflections-after-white': reflectionsAfterWhite,
  'bounce-before-form': bounceBeforeForm,
  'wash-kills-shine': washKillsShine,
  'hue-after-silver': hueAfterSilver,
  'airbrush-after-brush': airbrushAfterBrush,
  'step-outgrows': stepOutgrows,
  'tint-too-soon': tintTooSoon,
  'varnish-on-tacky-tint': varnishOnTackyTint,
  'paint-on-fresh-varnish': paintOnFreshVarnish,
  'unsealed-tint': unsealedTint,
  'wash-on-wet': washOnWet,
  'flake-on-wet': flakeOnWet,
  'dots-on-wet-glaze': dotsOnWetGlaze,
  'wants-undercoat': wantsUndercoat,
  'glaze-too-thin': glazeTooThin,
  'flake-in-water': flakeInWater,
  'white-worked': whiteWorked,
  'other-undercoat': otherUndercoat,
} as const satisfies Partial<Record<OrderRuleId, OrderRule>>;

/** Every rule of order that practice names, by its id. */
export const orderRules: Readonly<Record<OrderRuleId, OrderRule>> = { ...metalRules, ...wearRules };

/** A layer with what the rules ask of it. */
function layingOf(layer: OrderLayer, at: number, piece: Piece, topStep: string | null): Laying {
  const paints = layer.mix.map((m) => piece.paints.find((p) => p.id === m.paint)!);
  const lab = paints.length === 1 ? hexToLab(paints[0].hex) : layerColour(layer, piece);
  return {
    layer,
    at,
    lab: layer.film === 'varnish' ? null : lab,
    dries: Math.max(0, ...paints.map((p) => p.dryMin ?? 0)),
    reachesLights: layer.parts.some((p) => p.reachesLights),
    top: layer.role === 'value' && layer.step === topStep,
  };
}

/** Layers of one ladder, the undercoat it shares with others among them. */
function layingsOf(order: readonly OrderLayer[], ladder: Piece['ladders'][number], piece: Piece): Laying[] {
  const top = ladder.steps[ladder.steps.length - 1].id;
  return order.flatMap((layer, at): Laying[] => {
    const mine =
      layer.ladder === ladder.id || (layer.role === 'undercoat' && layer.mix[0]?.paint === ladder.undercoat);
    // Wear comes after all of it and has rules of its own.
    return mine && layer.role !== 'wear' ? [layingOf(layer, at, piece, top)] : [];
  });
}

const findingsOf = (
  rules: readonly OrderRule[],
  laid: readonly Laying[],
  { piece, ladder }: { readonly piece: Piece; readonly ladder: string },
): OrderFinding[] =>
  rules.flatMap((rule) =>
    rule.find(laid, piece).map(([{ layer, at }, message]): OrderFinding => ({
      id: rule.id,
      ladder,
      at,
      title: layer.title,
      message,
    })),
  );

/** Every rule that an order breaks, in the order of its layers: what, where, and what to do. */
export function orderFindings(order: readonly OrderLayer[], piece: Piece): OrderFinding[] {
  const perMetal = piece.ladders.flatMap((ladder) => {
    const laid = layingsOf(order, ladder, piece);
    return laid.length === 0 ? [] : findingsOf(Object.values(metalRules), laid, { piece, ladder: ladder.id });
  });
  const laidOver = order.some((l) => l.role === 'wear' || l.role === 'glow');
  const first = order.find((l) => l.ladder !== null)?.ladder;
  const across =
    laidOver && first
      ? findingsOf(
          Object.values(wearRules),
          order.map((layer, at) => layingOf(layer, at, piece, null)),
          { piece, ladder: first },
        )
      : [];
  return [...perMetal, ...across].sort((a, b) => a.at - b.at);
}

/** Breaches that the painter has not given a reason for. */
export const activeOrderFindings = (order: readonly OrderLayer[], piece: Piece): OrderFinding[] =>
  orderFindings(order, piece).filter(
    (f) =>
      !piece.critique.orderQuiet.some(
        (q) =>
          q.ladder === f.ladder &&
          q.rule === f.id &&
          q.role === order[f.at].role &&
          q.step === order[f.at].step,
      ),
  );
