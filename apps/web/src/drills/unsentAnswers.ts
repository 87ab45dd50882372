import { readDrillAnswers, writeDrillAnswers, type DrillAnswer } from '@pale-glint/core';

const KEPT = 'pale-glint/drill-answers';

function find(): readonly DrillAnswer[] {
  try {
    return readDrillAnswers(localStorage.getItem(KEPT) ?? '');
  } catch {
    return [];
  }
}

function keep(answers: readonly DrillAnswer[]): void {
  try {
    if (answers.length > 0) localStorage.setItem(KEPT, writeDrillAnswers(answers));
    else localStorage.removeItem(KEPT);
  } catch {
    // Storage full or forbidden: they live as long as the page.
  }
}

/** Answers that the server does not have yet, in the browser's own store. Other tabs add to the same list. */
export const unsentAnswers = {
  find,
  add: (answer: DrillAnswer) => keep([...find().filter((a) => a.id !== answer.id), answer]),
  remove: (id: string) => keep(find().filter((a) => a.id !== id)),
};
