import {
  DRILLS_FORMAT,
  DRILLS_VERSION,
  drillAnswerSchema,
  drillAnswersSchema,
  MOST_DRILL_ANSWERS,
  type DrillAnswer,
} from '../piece/index.js';
import { RefusedInput } from '../units/index.js';
import { problemsOf, readJson } from './problems.js';

/** So many answers of the longest are shorter. */
const MOST_CHARACTERS = 2_000_000;

const byTime = (a: DrillAnswer, b: DrillAnswer) =>
  a.at < b.at ? -1 : a.at > b.at ? 1 : a.id < b.id ? -1 : a.id > b.id ? 1 : 0;

/** The newest answers that may be kept, the oldest first. */
export const keptAnswers = (answers: readonly DrillAnswer[]): DrillAnswer[] =>
  [...answers].sort(byTime).slice(-MOST_DRILL_ANSWERS);

/** Checks one answer. @throws RefusedInput with every problem found */
export function checkDrillAnswer(json: unknown): DrillAnswer {
  const result = drillAnswerSchema.safeParse(json);
  if (!result.success) throw new RefusedInput(problemsOf(result.error, json));
  return result.data;
}

/** Reads a file of answers to drills. @throws RefusedInput with every problem found */
export function readDrillAnswers(text: string): DrillAnswer[] {
  const json = readJson(text, 'answers to drills', MOST_CHARACTERS);
  const result = drillAnswersSchema.safeParse(json);
  if (!result.success) throw new RefusedInput(problemsOf(result.error, json));
  return result.data.answers;
}

/** The same answers give the same text. */
export const writeDrillAnswers = (answers: readonly DrillAnswer[]): string =>
  `${JSON.stringify({ format: DRILLS_FORMAT, version: DRILLS_VERSION, answers: keptAnswers(answers) })}\n`;
