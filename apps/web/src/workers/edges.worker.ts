import {
  edgesOf,
  lightnessImage,
  linearImage,
  outlineAlongEdges,
  refused,
  type EdgeImage,
  type Point,
} from '@pale-glint/core';
import { answerJobs, type JobTools } from './jobs.js';

/** Finer than this a photo's edges are its grain. */
const MOST_SIDE = 1000;
/** An outline takes no more points than this. */
const MOST_POINTS = 180;

let edges: EdgeImage | null = null;

const jobs = {
  /** The edges of a photo, in a picture of at most 1000 points; kept here for what is asked afterwards. */
  async open(photo: Blob, { hand }: JobTools): Promise<EdgeImage> {
    const whole = await createImageBitmap(photo);
    const scale = Math.min(1, MOST_SIDE / Math.max(whole.width, whole.height));
    const [width, height] = [Math.round(whole.width * scale), Math.round(whole.height * scale)];
    const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!;
    context.imageSmoothingQuality = 'high';
    context.drawImage(whole, 0, 0, width, height);
    whole.close();
    const { data } = context.getImageData(0, 0, width, height);
    edges = edgesOf(lightnessImage(linearImage(data, width, height)));
    const strength = Float32Array.from(edges.strength);
    hand(strength.buffer);
    return { width, height, strength };
  },
  /** An outline through taps, in points of that picture, that keeps to its edges between them. */
  outline(taps: readonly Point[]): Point[] {
    if (!edges) throw refused('photo', 'none is open', 'an open photo');
    let tolerance = 0.8;
    let outline = outlineAlongEdges(edges, taps, tolerance);
    while (outline.length > MOST_POINTS && outline.length > taps.length) {
      tolerance *= 1.5;
      outline = outlineAlongEdges(edges, taps, tolerance);
    }
    return outline;
  },
};
export type EdgeJobs = typeof jobs;
answerJobs(jobs);
