import { chroma, isForm, type Laying, type OrderRule } from './definition.js';

const name = ({ layer }: Laying): string => layer.title.toLowerCase();

/** Layers of one kind that come after one of another. */
const after = (laid: readonly Laying[], late: (l: Laying) => boolean, early: (l: Laying) => boolean) =>
  laid.flatMap((l, i) => {
    if (!late(l)) return [];
    const over = laid.slice(0, i).find(early);
    return over ? [[l, over] as const] : [];
  });

export const undercoatLate: OrderRule = {
  id: 'undercoat-late',
  find: (laid) =>
    after(
      laid,
      (l) => l.layer.role === 'undercoat',
      () => true,
    ).map(([l, over]) => [l, `goes over ${name(over)}; prime first`]),
};

export const formOverLines: OrderRule = {
  id: 'form-over-lines',
  find: (laid) =>
    after(
      laid,
      (l) => isForm(l) && !l.top,
      (l) => l.layer.role === 'lining',
    ).map(([l]) => [l, 'would cover the lines; draw them once the form is in']),
};

export const glazeOverEdges: OrderRule = {
  id: 'glaze-over-edges',
  find: (laid) =>
    after(
      laid,
      (l) => ['smoothing', 'bounce', 'tint'].includes(l.layer.role),
      (l) => l.layer.role === 'edges',
    ).map(([l]) => [l, 'veils the edges; lay it before them']),
};

export const afterDots: OrderRule = {
  id: 'after-dots',
  find: (laid) =>
    after(
      laid,
      (l) => l.layer.role !== 'glints',
      (l) => l.layer.role === 'glints',
    ).map(([l]) => [l, 'goes over the dots, which come last of all']),
};

export const reflectionsAfterWhite: OrderRule = {
  id: 'reflections-after-white',
  find: (laid) =>
    after(
      laid,
      (l) => l.layer.role === 'tint',
      (l) => l.top,
    ).map(([l]) => [l, 'dirties the white below it; glaze reflections before the last light']),
};

export const bounceBeforeForm: OrderRule = {
  id: 'bounce-before-form',
  find: (laid) =>
    after(
      laid,
      (l) => isForm(l) && !l.top && l.reachesLights,
      (l) => l.layer.role === 'bounce',
    ).map(([l]) => [l, 'comes after the bounce; settle the main light first, then answer it from below']),
};

export const washKillsShine: OrderRule = {
  id: 'wash-kills-shine',
  find: (laid) =>
    after(
      laid,
      (l) => l.layer.film === 'wash' && l.reachesLights && l.layer.role === 'wash',
      (l) => l.layer.film === 'flake' && l.layer.role === 'value',
    ).map(([l]) => [
      l,
      'lies over lights that are lifted already and kills their shine; wash before them, or keep it to the shade',
    ]),
};

const PALE = 65;
const GREY = 12;
const HUED = 8;

export const hueAfterSilver: OrderRule = {
  id: 'hue-after-silver',
  find: (laid) => {
    const warm = laid.some((l) => isForm(l) && l.lab && chroma(l.lab) > 25 && l.lab.b > 0);
    if (!warm) return [];
    const silver = (l: Laying) =>
      l.lab !== null &&
      l.lab.l > PALE &&
      chroma(l.lab) < GREY &&
      (isForm(l) || l.layer.role === 'edges' || l.layer.role === 'glints');
    const shifts = (l: Laying) =>
      ['wash', 'glaze', 'tint'].includes(l.layer.film ?? '') &&
      !['lining', 'smoothing', 'tint'].includes(l.layer.role) &&
      chroma(l.lab) > HUED;
    return after(laid, shifts, silver).map(([l]) => [
      l,
      'changes the hue after silver is on; settle the hue of the gold first',
    ]);
  },
};

export const airbrushAfterBrush: OrderRule = {
  id: 'airbrush-after-brush',
  find: (laid) =>
    after(
      laid,
      (l) => l.layer.airbrush && l.layer.film !== 'varnish',
      // Over an undercoat by brush, dry, anything may be sprayed.
      (l) => !l.layer.airbrush && l.layer.role !== 'undercoat',
    ).map(([l, over]) => [l, `is sprayed over brushwork (${name(over)}); spray first, then take the brush`]),
};

export const stepOutgrows: OrderRule = {
  id: 'step-outgrows',
  find: (laid) => {
    const before = new Map<string, number>();
    return laid.flatMap((l): (readonly [Laying, string])[] => {
      if (l.layer.role !== 'value' || !l.reachesLights) return [];
      const grown = l.layer.parts.filter((p) => p.coverShare > (before.get(p.part) ?? 1) + 1e-6);
      for (const p of l.layer.parts) before.set(p.part, p.coverShare);
      return grown.length > 0 ? [[l, 'covers more than the step before it; keep room for what follows']] : [];
    });
  },
};
