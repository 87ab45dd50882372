import type { PieceSculpt, Point, Stroke } from '@pale-glint/core';
import {
  cutFromSculpt,
  partCutThere,
  problemLine,
  RefusedInput,
  tappedOutline,
  viewIn,
} from '@pale-glint/core';
import type { PieceStore } from '../../store/pieceStore.js';
import { askRegion } from '../../workers/mapClient.js';
import { edits } from '../parts/edits.js';
import type { Chosen } from '@pale-glint/core';
import type { Made, PartTapTool } from './taps.js';

/** Something that is done by tapping on the picture. */
export interface TapTool {
  readonly id: string;
  readonly title: string;
  readonly asks: readonly string[];
  readonly least: number;
  readonly most: number;
  readonly nearer?: boolean;
  /** Once done it asks for the next of its kind. */
  readonly stays?: boolean;
  /** Taps go onto edges of a photo. */
  readonly snaps?: boolean;
  /** Its outline follows them between the taps. */
  readonly follows?: boolean;
  /** It is drawn on the picture as well as tapped; a region grows from what is drawn. */
  readonly strokes?: boolean;
  /** The part that the taps would make, shown while they are made. */
  readonly preview?: (taps: readonly Point[]) => Made;
  /** The same where a worker has to be asked; it is told, too, which of them are one stroke. */
  readonly look?: (taps: readonly Point[], strokes: readonly Stroke[]) => Promise<Made | string>;
  /** Done with the taps: answers with what is chosen then, or with why not. */
  readonly done: (
    taps: readonly Point[],
    nearer: Point | null,
    strokes?: readonly Stroke[],
  ) => Promise<Chosen | string> | Chosen | string;
}

/** What taps are made on: a piece, seen from one side. */
export interface TappedOn {
  readonly store: PieceStore;
  readonly figureView: string;
}

const addMade = ({ store, figureView }: TappedOn, made: Made, label: string) =>
  edits.addMade(store, { ...made, view: figureView }, label);

/** Why taps make nothing, in words; anything else goes on. */
export function tried<T>(make: () => T): T | string {
  try {
    return make();
  } catch (error) {
    if (error instanceof RefusedInput) return problemLine(error.problems[0]);
    throw error;
  }
}

export const partTool = (on: TappedOn, tool: PartTapTool): TapTool => ({
  ...tool,
  title: `A ${tool.label.toLowerCase()} on your miniature`,
  snaps: true,
  stays: true,
  preview: (taps) => tool.make(taps, null),
  done: (taps, nearer) => {
    const made = tried(() => tool.make(taps, nearer));
    return typeof made === 'string' ? made : addMade(on, made, tool.label);
  },
});

/** A tool whose part is made from an outline that a worker finds for its taps; any other stays as it is. */
export const outlinedBy = (
  tool: TapTool,
  outline: (taps: readonly Point[], strokes: readonly Stroke[]) => Promise<readonly Point[] | string>,
): TapTool => {
  const { preview, done, ...rest } = tool;
  if (!preview) return tool;
  return {
    ...rest,
    look: async (taps, strokes) => {
      const found = await outline(taps, strokes);
      return typeof found === 'string' ? found : tried(() => preview(found));
    },
    done: async (taps, nearer, strokes = []) => {
      const found = await outline(taps, strokes);
      return typeof found === 'string' ? found : done(found, nearer, strokes);
    },
  };
};

/** A rounded plate from strokes inside it: a first outline, whose places are then pulled where they belong. */
export const strokeTool = (on: TappedOn): TapTool => ({
  id: 'stroke',
  title: 'A part on your miniature, by a stroke',
  asks: [
    'Draw a stroke through the part, from end to end; or tap along its middle',
    'Done? Or draw where some of it is missing',
  ],
  least: 1,
  most: 400,
  stays: true,
  strokes: true,
  preview: (outline) => tappedOutline(outline),
  done: (outline) => {
    const made = tried(() => tappedOutline(outline));
    return typeof made === 'string' ? made : addMade(on, made, 'Plate');
  },
});

export const cutTool = (on: TappedOn, sculpt: PieceSculpt): TapTool => ({
  id: `cut-${sculpt.id}`,
  stays: true,
  title: `A part cut from ${sculpt.name}`,
  asks: ['Tap round the part, in order', 'The next place', 'The next place', 'The next, or Done'],
  least: 3,
  most: 100,
  preview: (taps) => cutFromSculpt(taps, sculpt.surface, [sculpt.xMm, sculpt.yMm]),
  done: (taps) => {
    const made = tried(() => cutFromSculpt(taps, sculpt.surface, [sculpt.xMm, sculpt.yMm]));
    return typeof made === 'string' ? made : addMade(on, made, 'Part');
  },
});

/** A region goes on over a fold where both its sides are tapped. */
const MOST_JOINED = 12;

export function regionTool(on: TappedOn, sculpt: PieceSculpt): TapTool {
  const { xMm, yMm, surface } = sculpt;
  const look = async (taps: readonly Point[]): Promise<Made | string> => {
    const piece = { ...on.store.get().piece, parts: [] };
    const { points, message } = await askRegion({
      piece,
      surface,
      places: taps.map(([x, y]): Point => [x - xMm, y - yMm]),
    });
    if (!points) return message ?? 'Nothing is there.';
    const made = cutFromSculpt(
      points.map(([x, y]): Point => [x + xMm, y + yMm]),
      surface,
      [xMm, yMm],
      'as drawn',
    );
    const there = partCutThere(on.store.get().piece, made.form);
    return there ? { ...made, message: `This is ${there.name} already: Done cuts it once more.` } : made;
  };
  return {
    id: `region-${sculpt.id}`,
    stays: true,
    title: `A smooth region of ${sculpt.name}`,
    asks: [
      'Tap in the middle of the part: it is taken as far as the surface runs without a fold',
      'Done, or tap beyond a fold to take that in too',
    ],
    least: 1,
    most: MOST_JOINED,
    look,
    done: async (taps) => {
      const made = await look(taps);
      return typeof made === 'string' ? made : addMade(on, made, 'Part');
    },
  };
}

const LEAST_PX = 8;

/** Two places and how far apart they are: the photo is scaled, and its base brought to the foot of the piece. */
export function scaleTool({ store, figureView }: TappedOn, mm: number, base: boolean): TapTool {
  return {
    id: base ? 'base' : 'length',
    title: base ? `The base, ${mm} mm across` : `Two places ${mm} mm apart`,
    asks: base
      ? ['Tap the left end of the base', 'The right end of the base']
      : ['Tap the first place', 'Tap the second place'],
    least: 2,
    most: 2,
    done: ([a, b]) => {
      const u = viewIn(store.get().piece, figureView).underlay;
      if (!u) return null;
      const apart = Math.hypot(b[0] - a[0], b[1] - a[1]);
      if (apart / u.mmPerPx < LEAST_PX) return 'Both taps lie in one place; tap two places well apart.';
      const by = mm / apart;
      store.change((d) => {
        const photo = viewIn(d, figureView).underlay!;
        photo.mmPerPx *= by;
        // The base's middle becomes the foot of the piece; other places keep the middle of both taps.
        const [cx, cy] = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
        const [tx, ty] = base ? [0, 0] : [cx, cy];
        photo.xMm = tx + (photo.xMm - cx) * by;
        photo.yMm = ty + (photo.yMm - cy) * by;
      });
      return null;
    },
  };
}

/** Two places that stand one above the other: the photo is turned straight. */
export const straightenTool = ({ store, figureView }: TappedOn): TapTool => ({
  id: 'straighten',
  title: 'Stand it straight',
  asks: ['Tap a place low on what should be upright', 'A place high on it'],
  least: 2,
  most: 2,
  done: ([a, b]) => {
    const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
    if (Math.hypot(dx, dy) < 0.5) return 'Both taps lie in one place; tap one low and one high.';
    const [low, high] = dy >= 0 ? [a, b] : [b, a];
    const off = (Math.atan2(high[0] - low[0], high[1] - low[1]) * 180) / Math.PI;
    store.change((d) => {
      const photo = viewIn(d, figureView).underlay!;
      photo.turnDeg = Math.round((((photo.turnDeg + off + 540) % 360) - 180) * 10) / 10;
    });
    return null;
  },
});
