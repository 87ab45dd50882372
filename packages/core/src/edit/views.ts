import { MOST_VIEWS, sculptsOf, type FigureView, type Piece } from '../piece/index.js';
import { freeId } from '../units/index.js';
import { withoutPartsOf } from './parts.js';
import { withSoundLinks } from './sameMetal.js';

/** Turns that a painter asks for by name, the figure's own sides. */
const NAMED_TURNS: readonly { readonly name: string; readonly turnDeg: number }[] = [
  { name: 'Back', turnDeg: 180 },
  { name: 'Right side', turnDeg: 90 },
  { name: 'Left side', turnDeg: -90 },
];

/** The first named turn that no view has yet; straight from behind where all are taken. */
export const nextTurn = (views: readonly FigureView[]) =>
  NAMED_TURNS.find((t) => views.every((v) => v.turnDeg !== t.turnDeg)) ?? NAMED_TURNS[0];

/** A piece seen from one more side. The piece unchanged, and null, where it has as many as it may. */
export function withViewAdded(
  piece: Piece,
  { name, turnDeg }: { readonly name: string; readonly turnDeg: number },
): { readonly piece: Piece; readonly view: string | null } {
  if (piece.views.length >= MOST_VIEWS) return { piece, view: null };
  const id = freeId(
    name
      .toLowerCase()
      .replace(/[^a-z]+/g, '-')
      .replace(/^-|-$/g, '') || 'view',
    new Set(piece.views.map((v) => v.id)),
  );
  const view: FigureView = { id, name, turnDeg, light: null, underlay: null, sculpts: [] };
  return { piece: { ...piece, views: [...piece.views, view] }, view: id };
}

/** The piece without a view and the parts that stand in it. The first stays: the others are told from it. */
export function withoutView(piece: Piece, view: string): Piece {
  if (piece.views[0].id === view || piece.views.every((v) => v.id !== view)) return piece;
  const rest = withoutPartsOf(piece, new Set(piece.parts.filter((p) => p.view === view).map((p) => p.id)));
  return { ...rest, views: rest.views.filter((v) => v.id !== view) };
}

/** A view moved to another place among those after the first. */
export function withViewMoved(piece: Piece, view: string, to: number): Piece {
  const from = piece.views.findIndex((v) => v.id === view);
  if (from < 1 || to < 1 || to >= piece.views.length) return piece;
  const views = [...piece.views];
  views.splice(to, 0, ...views.splice(from, 1));
  return { ...piece, views };
}

/** What is wrong with putting a part into a view; null where it may stand there. A part cut from a surface stays with it. */
export function barredFrom(piece: Piece, part: string, view: string): string | null {
  const form = piece.parts.find((p) => p.id === part)?.form;
  const there = piece.views.find((v) => v.id === view);
  if (form?.kind !== 'sculpt' || !there) return null;
  if (there.sculpts.some((s) => s.surface === form.sculpt)) return null;
  return `it is cut from ${sculptsOf(piece).find((s) => s.surface === form.sculpt)?.name ?? 'a surface'}, which lies under another view`;
}

/** A part that is seen in another view than before. */
export const withPartInView = (piece: Piece, part: string, view: string): Piece =>
  barredFrom(piece, part, view) !== null || piece.views.every((v) => v.id !== view)
    ? piece
    : withSoundLinks({ ...piece, parts: piece.parts.map((p) => (p.id === part ? { ...p, view } : p)) });
