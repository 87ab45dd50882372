import {
  colourEdges,
  edgesOf,
  layUnder,
  lightnessImage,
  linearImage,
  outlineAlongEdges,
  problemLine,
  readSculpt,
  refused,
  RefusedInput,
  regionFromStrokes,
  type EdgeImage,
  type Image,
  type LaidUnder,
  type Point,
  type Stroke,
  type Underlay,
} from '@pale-glint/core';
import { decodePhoto } from './decode.js';
import { answerJobs, type JobTools } from './jobs.js';

/** Finer than this a photo's edges are its grain. */
const MOST_SIDE = 1000;
/** An outline takes no more points than this. */
const MOST_POINTS = 180;

export interface LayInput {
  readonly photo: Blob;
  readonly underlay: Underlay;
  /** A surface as it is stored. */
  readonly surface: ArrayBuffer;
}

interface Open {
  readonly image: Image;
  readonly edges: EdgeImage;
  /** Edges of its colours too: found when a stroke asks for them. */
  colours: EdgeImage | null;
}
let open: Open | null = null;

function opened(): Open {
  if (!open) throw refused('photo', 'none is open', 'an open photo');
  return open;
}

const jobs = {
  /** The edges of a photo, in a picture of at most 1000 points; kept here for what is asked afterwards. */
  async open(photo: Blob, { hand }: JobTools): Promise<EdgeImage> {
    const { rgba, width, height } = await decodePhoto(photo, MOST_SIDE);
    const image = linearImage(rgba, width, height);
    open = { image, edges: edgesOf(lightnessImage(image)), colours: null };
    const strength = Float32Array.from(open.edges.strength);
    hand(strength.buffer);
    return { width, height, strength };
  },
  /** An outline through taps, in points of that picture, that keeps to its edges between them. */
  outline(taps: readonly Point[]): Point[] {
    return outlineAlongEdges(opened().edges, taps, MOST_POINTS);
  },
  /** The outline of the part that strokes lie in, in points of that picture; why there is none, in words. */
  region(strokes: readonly Stroke[]): Point[] | string {
    const at = opened();
    at.colours ??= colourEdges(at.image);
    try {
      return regionFromStrokes(at.colours, strokes);
    } catch (error) {
      if (error instanceof RefusedInput) return problemLine(error.problems[0]);
      throw error;
    }
  },
  /** Where a surface lies on the photo under the parts; null where neither can be held against the other. */
  async lay({ photo, underlay, surface }: LayInput): Promise<LaidUnder | null> {
    const { rgba, width, height } = await decodePhoto(photo, MOST_SIDE);
    const edges = edgesOf(lightnessImage(linearImage(rgba, width, height)));
    return layUnder(edges, underlay, readSculpt(new Uint8Array(surface)));
  },
};
export type EdgeJobs = typeof jobs;
answerJobs(jobs);
