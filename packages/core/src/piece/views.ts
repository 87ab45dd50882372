import { z } from 'zod';
import { degrees, id, list, ratio, words } from './fields.js';
import { sculptsSchema, underlaySchema, type PieceSculpt } from './pictures.js';

export const MOST_VIEWS = 8;

/** A light that a view keeps for itself, where the figure's own would leave it dull. */
const viewLightSchema = z.strictObject({
  keyClockHours: ratio(0, 12, 'main light on the clock face of this view, in hours'),
  keyHeightDeg: degrees(0, 90, 'main light above the picture plane of this view, toward the viewer'),
  why: words(200, 'why this view is lit by itself', 1),
});

/** The figure seen from one side, and what lies under the parts seen from there. */
const figureViewSchema = z.strictObject({
  id: id('of this view'),
  name: words(40, 'what the painter calls it', 1),
  turnDeg: degrees(
    -180,
    180,
    "figure turned on its foot from the first view, its front to the viewer's right",
  ),
  light: viewLightSchema.nullable(),
  underlay: underlaySchema,
  sculpts: sculptsSchema,
});

export const viewsSchema = list(figureViewSchema, MOST_VIEWS, 'sides it is seen from, the front first').min(
  1,
  {
    error: () => `a list of 1 to ${MOST_VIEWS} views`,
  },
);

export type FigureView = z.infer<typeof figureViewSchema>;

/** Id of the view that every piece begins with. */
export const FRONT_VIEW = 'front';

/** A piece seen from the front alone, without photo and sculpt. */
export const frontAlone = (under: Partial<Pick<FigureView, 'underlay' | 'sculpts'>> = {}): FigureView[] => [
  { id: FRONT_VIEW, name: 'Front', turnDeg: 0, light: null, underlay: null, sculpts: [], ...under },
];

interface WithViews {
  readonly views: readonly FigureView[];
}

/** The view of an id; the first where there is none of it. */
export const viewIn = <P extends WithViews>(piece: P, view: string): P['views'][number] =>
  piece.views.find((v) => v.id === view) ?? piece.views[0];

/** By how many degrees the figure is turned from the view of one part to that of another. */
export const turnBetween = (
  piece: WithViews,
  from: { readonly view: string },
  to: { readonly view: string },
): number => viewIn(piece, to.view).turnDeg - viewIn(piece, from.view).turnDeg;

/** The parts that stand in a view, back to front. */
export const partsIn = <P extends { readonly view: string }>(
  piece: { readonly parts: readonly P[] },
  view: string,
): P[] => piece.parts.filter((p) => p.view === view);

/** The view that a piece is shown in unless told: the first that has a part. */
export const firstSeen = (
  piece: WithViews & { readonly parts: readonly { readonly view: string }[] },
): string => (piece.views.find((v) => piece.parts.some((p) => p.view === v.id)) ?? piece.views[0]).id;

/**
 * The id of the part that is looked at first: the focal one; where there is none, the nearest of metal on the side that is
 * seen first, else the nearest. Null without a part.
 */
export function firstLooked(
  piece: WithViews & {
    readonly rig: { readonly focalPart: string | null };
    readonly parts: readonly {
      readonly id: string;
      readonly view: string;
      readonly finish: { readonly kind: string };
    }[];
  },
): string | null {
  if (piece.rig.focalPart !== null) return piece.rig.focalPart;
  const seen = partsIn(piece, firstSeen(piece));
  return (seen.findLast((p) => p.finish.kind === 'metal') ?? seen.at(-1))?.id ?? null;
}

/** A piece as it is looked at from one side: that view and its parts alone. */
export function seenIn<P extends WithViews & { readonly parts: readonly { readonly view: string }[] }>(
  piece: P,
  view: string,
): P {
  const shown = viewIn(piece, view);
  return piece.views.length === 1 ? piece : { ...piece, views: [shown], parts: partsIn(piece, shown.id) };
}

/** Every sculpt of a piece, whatever view it lies under. */
export const sculptsOf = (piece: WithViews): PieceSculpt[] => piece.views.flatMap((v) => v.sculpts);

/** Names of the parts by id; where the figure is seen from several sides, with the side that each is seen from. */
export const namesOfParts = ({
  parts,
  views,
}: {
  readonly parts: readonly { readonly id: string; readonly name: string; readonly view: string }[];
} & WithViews): ReadonlyMap<string, string> =>
  new Map(
    parts.map(({ id, name, view }) => [
      id,
      views.length > 1 ? `${name}, ${viewIn({ views }, view).name.toLowerCase()}` : name,
    ]),
  );
