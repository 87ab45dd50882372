import {
  edgesOf,
  lightnessImage,
  linearImage,
  outlineAlongEdges,
  refused,
  type EdgeImage,
  type Point,
} from '@pale-glint/core';
import { decodePhoto } from './decode.js';
import { answerJobs, type JobTools } from './jobs.js';

/** Finer than this a photo's edges are its grain. */
const MOST_SIDE = 1000;
/** An outline takes no more points than this. */
const MOST_POINTS = 180;

let edges: EdgeImage | null = null;

const jobs = {
  /** The edges of a photo, in a picture of at most 1000 points; kept here for what is asked afterwards. */
  async open(photo: Blob, { hand }: JobTools): Promise<EdgeImage> {
    const { rgba, width, height } = await decodePhoto(photo, MOST_SIDE);
    edges = edgesOf(lightnessImage(linearImage(rgba, width, height)));
    const strength = Float32Array.from(edges.strength);
    hand(strength.buffer);
    return { width, height, strength };
  },
  /** An outline through taps, in points of that picture, that keeps to its edges between them. */
  outline(taps: readonly Point[]): Point[] {
    if (!edges) throw refused('photo', 'none is open', 'an open photo');
    return outlineAlongEdges(edges, taps, MOST_POINTS);
  },
};
export type EdgeJobs = typeof jobs;
answerJobs(jobs);
