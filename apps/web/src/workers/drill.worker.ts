import {
  askDrill,
  drillPaints,
  drillPictures,
  drills,
  type DrillAnswer,
  type DrillId,
  type Paint,
  type Picture,
  type Question,
  type Raster,
} from '@pale-glint/core';
import { answerJobs, type JobTools } from './jobs.js';

interface AskJob {
  readonly drill: DrillId;
  readonly seed: number;
  /** What the painter owns. */
  readonly owned: readonly Paint[];
  readonly answers: readonly DrillAnswer[];
  /** Size of its pictures, in points. */
  readonly width: number;
  readonly height: number;
}

/** A question with what it shows. */
export interface ShownQuestion extends Question {
  /** What it was made from. */
  readonly seed: number;
  /** Whether it is about supplied paints, in place of the painter's own. */
  readonly supplied: boolean;
  /** Null where it shows colours alone. */
  readonly pictures: {
    /** Where the pictures lie in the piece. */
    readonly picture: Picture;
    readonly asked: ImageBitmap;
    /** What is shown once it is answered; null where that is the same. */
    readonly told: ImageBitmap | null;
  } | null;
}

const bitmapOf = ({ picture, rgba }: Raster) =>
  createImageBitmap(new ImageData(rgba, picture.width, picture.height));

const jobs = {
  /** A question of a drill, with its pictures. */
  async ask(
    { drill, seed, owned, answers, width, height }: AskJob,
    { hand }: JobTools,
  ): Promise<ShownQuestion> {
    const paints = drillPaints(drill, owned);
    const supplied = drills[drill].ofPaints && paints !== owned;
    const question = { ...askDrill(drill, seed, paints, answers), seed, supplied };
    const made = drillPictures(drill, question.task, { width, height });
    if (!made) return { ...question, pictures: null };
    const { asked, told } = made;
    return {
      ...question,
      pictures: {
        picture: asked.picture,
        asked: hand(await bitmapOf(asked)),
        told: told && hand(await bitmapOf(told)),
      },
    };
  },
};
export type DrillJobs = typeof jobs;
answerJobs(jobs);
