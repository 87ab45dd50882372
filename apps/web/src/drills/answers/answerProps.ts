import type { DrillAnswers, DrillId, DrillTasks, DrillVerdict } from '@pale-glint/core';
import type { ShownQuestion } from '../../workers/drill.worker.js';

/** What a painter answered, and what it came to. */
export interface Judged<K extends DrillId> {
  readonly answer: DrillAnswers[K];
  readonly verdict: DrillVerdict;
}

/** What every drill's page gets: the question, and the answer once there is one. */
export interface AnswerProps<K extends DrillId> {
  readonly task: DrillTasks[K];
  readonly pictures: ShownQuestion['pictures'];
  readonly judged: Judged<K> | null;
  readonly onAnswer: (answer: DrillAnswers[K]) => void;
}
