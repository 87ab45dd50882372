import { freeId } from '../units/index.js';
import type { Adjustment, Form, FormKind, FormOf, Part } from '../piece/index.js';

type Mirrors = { readonly [K in FormKind]?: (form: FormOf<K>) => FormOf<K> };

const across = <P extends { readonly x: number }>(p: P): P => ({ ...p, x: -p.x });

/** Families that have a left and a right; all others are their own mirror image. */
const mirrors: Mirrors = {
  tube: (f) => ({ ...f, bowMm: -f.bowMm }),
  blade: (f) => ({
    ...f,
    ridge: -f.ridge,
    curveMm: -f.curveMm,
    edges: f.edges === 'two' ? 'two' : f.edges === 'left' ? 'right' : 'left',
    notches: f.notches.map((n) => ({ ...n, side: n.side === 'left' ? 'right' : 'left' })),
  }),
  relief: (f) => ({
    ...f,
    outline: f.outline.map(across),
    holes: f.holes.map((hole) => hole.map(across)),
    bumps: f.bumps.map((b) => ({ ...across(b), rollDeg: -b.rollDeg })),
  }),
  plate: (f) => ({ ...f, outline: f.outline.map(across) }),
  row: (f) => ({ ...f, path: f.path.map(across) }),
  sculpt: (f) => ({
    ...f,
    outline: f.outline.map(across),
    holes: f.holes.map((hole) => hole.map(across)),
    mirrored: f.mirrored === 'yes' ? 'no' : 'yes',
  }),
};

/** A form as seen in a mirror, left and right exchanged. */
export function mirroredForm(form: Form): Form {
  const mirror = mirrors[form.kind] as ((form: Form) => Form) | undefined;
  return mirror ? mirror(form) : form;
}

/** Copies of parts under free ids, moved by so many millimetres. Their order is kept. */
export function copiesOf(
  parts: readonly Part[],
  taken: Iterable<string>,
  dxMm: number,
  dyMm: number,
): Part[] {
  const ids = new Set(taken);
  return parts.map((p) => {
    const id = freeId(p.id, ids);
    ids.add(id);
    const place = { ...p.place, xMm: p.place.xMm + dxMm, yMm: p.place.yMm + dyMm };
    return { ...p, id, place, sameAs: null };
  });
}

const SIDES: Readonly<Record<string, string>> = {
  left: 'right',
  right: 'left',
  Left: 'Right',
  Right: 'Left',
};
const otherSide = (text: string) => text.replace(/\b(left|right|Left|Right)\b/g, (side) => SIDES[side]);

/** The same parts for the other side of the piece, mirrored about its upright middle (x = 0), under free ids. */
export function twinsOf(parts: readonly Part[], taken: Iterable<string>): Part[] {
  return copiesOf(
    parts.map((p) => ({ ...p, id: otherSide(p.id), name: otherSide(p.name), form: mirroredForm(p.form) })),
    taken,
    0,
    0,
  ).map((p) => ({
    ...p,
    place: { ...p.place, xMm: -p.place.xMm, rollDeg: -p.place.rollDeg, yawDeg: -p.place.yawDeg },
  }));
}

/** A blade's faces and their patches trade places in a mirror. */
const otherFace = (n: number) => (n < 2 ? 1 - n : n);
const acrossAnchor = <A extends { readonly u: number }>(a: A): A => ({ ...a, u: 1 - a.u });

/** An adjustment on the mirror image of a form: faces, sides and lips exchanged. */
export function mirroredAdjustment(a: Adjustment, form: Form): Adjustment {
  const faces = form.kind === 'blade';
  if (faces) {
    if ('facet' in a) return { ...a, facet: otherFace(a.facet) };
    if ('glint' in a)
      return {
        ...a,
        glint: a.glint.replace(/^([pe])([01])-/, (_, k: string, n: string) => `${k}${1 - Number(n)}-`),
      };
    if (a.kind === 'cut') return { ...a, patch: otherFace(a.patch), lip: otherLip(a.lip) };
    return 'patch' in a ? { ...a, patch: otherFace(a.patch) } : a;
  }
  switch (a.kind) {
    case 'cut':
      return { ...a, points: a.points.map(acrossAnchor), lip: otherLip(a.lip) };
    case 'border-pull':
      return { ...a, anchor: acrossAnchor(a.anchor), by: { ...a.by, u: -a.by.u } };
    case 'zone-hold':
    case 'glint-add':
      return { ...a, anchor: acrossAnchor(a.anchor) };
    case 'glint-move':
      return { ...a, by: { ...a.by, u: -a.by.u } };
    default:
      return a;
  }
}

const otherLip = (lip: 'by-light' | 'left' | 'right' | 'both') =>
  lip === 'left' ? 'right' : lip === 'right' ? 'left' : lip;

/**
 * The adjustments of parts for their copies, under free ids.
 * @param copies one a part, in the same order; `mirrored` where they are twins
 */
export function adjustmentsFor(
  parts: readonly Part[],
  copies: readonly Part[],
  all: readonly Adjustment[],
  mirrored: boolean,
): Adjustment[] {
  const taken = new Set(all.map((a) => a.id));
  return parts.flatMap((part, i) =>
    all
      .filter((a) => a.part === part.id)
      .map((a) => {
        const id = freeId(`${a.id}-2`, taken);
        taken.add(id);
        return { ...(mirrored ? mirroredAdjustment(a, part.form) : a), id, part: copies[i].id };
      }),
  );
}
