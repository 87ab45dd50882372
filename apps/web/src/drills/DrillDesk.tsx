import {
  drills,
  judgeAnswer,
  type DrillAnswer,
  type DrillAnswers,
  type DrillId,
  type DrillKind,
} from '@pale-glint/core';
import { useState, type ComponentType } from 'react';
import { newId } from '../store/newId.js';
import { Button } from '../ui/Button.js';
import { Failing, Loading } from '../ui/states.js';
import type { ShownQuestion } from '../workers/drill.worker.js';
import type { AnswerProps, Judged } from './answers/answerProps.js';
import { DotAnswer } from './answers/DotAnswer.js';
import { FaultAnswer } from './answers/FaultAnswer.js';
import { LightAnswer } from './answers/LightAnswer.js';
import { MixAnswer } from './answers/MixAnswer.js';
import { ShareAnswer } from './answers/ShareAnswer.js';
import { ValueAnswer } from './answers/ValueAnswer.js';
import { StandingSide } from './StandingSide.js';
import { useQuestion } from './useQuestion.js';

const ANSWERS: { readonly [K in DrillId]: ComponentType<AnswerProps<K>> } = {
  value: ValueAnswer,
  light: LightAnswer,
  dot: DotAnswer,
  share: ShareAnswer,
  mix: MixAnswer,
  fault: FaultAnswer,
};

const NO_KINDS: readonly DrillKind[] = [];

interface DrillDeskProps {
  readonly drill: DrillId;
  /** Seed of the first question; any for null. */
  readonly first: number | null;
  readonly answers: readonly DrillAnswer[];
  /** Whether that is all that was answered before. */
  readonly known: boolean;
  readonly onAnswered: (answer: DrillAnswer) => void;
  readonly onForget: () => void;
}

/** A miss in one word: how near, where nearness is measured. */
const said = (drill: DrillId, close: boolean) =>
  drills[drill].within > 0 ? (close ? 'Close' : 'Off') : close ? 'Right' : 'Wrong';

/** What an answer came to, and the way on. */
function VerdictRow({ word, message, onNext }: { word: string; message: string; onNext: () => void }) {
  return (
    <div
      role="status"
      className="flex min-h-24 items-center gap-6 bg-g98 px-6 py-4 max-md:flex-wrap max-md:px-4"
    >
      <p className="mr-auto">
        <span className="block text-lead font-semibold">{word}</span>
        {message}
      </p>
      <Button autoFocus className="min-h-11 min-w-28" onClick={onNext}>
        Next
      </Button>
    </div>
  );
}

/** One question after the other, and what the answers tell. */
export function DrillDesk({ drill, first, answers, known, onAnswered, onForget }: DrillDeskProps) {
  const { question, failed, prepare, next } = useQuestion(drill, first, known ? answers : null);
  // An answer belongs to its question: the next one has none.
  const [given, setGiven] = useState<(Judged<DrillId> & { readonly to: ShownQuestion }) | null>(null);
  const judged = given && given.to === question ? given : null;
  const take = (answer: DrillAnswers[DrillId]) => {
    if (!question || judged) return;
    const verdict = judgeAnswer(drill, question.task, answer);
    const kept: DrillAnswer = {
      id: newId(),
      drill,
      about: question.kind.id,
      miss: verdict.miss,
      lean: verdict.lean,
      at: new Date().toISOString(),
    };
    setGiven({ to: question, answer, verdict });
    onAnswered(kept);
    prepare([...answers, kept]);
  };
  const Answer = ANSWERS[drill] as ComponentType<AnswerProps<DrillId>>;
  return (
    <>
      <section
        aria-label={drills[drill].label}
        className="flex min-h-0 min-w-0 flex-1 flex-col max-md:flex-none"
      >
        <h2 className="bg-g18 px-6 py-3 text-lead font-semibold text-g98 max-md:px-4">
          {question ? drills[drill].question : drills[drill].label}
        </h2>
        {failed !== null && (
          <Failing
            what="No question could be made"
            error={failed}
            again={() => {
              prepare(answers);
              next();
            }}
          />
        )}
        {!question && failed === null && <Loading what="a question" />}
        {question && failed === null && (
          <Answer
            key={question.seed}
            task={question.task}
            pictures={question.pictures}
            judged={judged}
            onAnswer={take}
          />
        )}
        {judged && (
          <VerdictRow
            word={said(drill, judged.verdict.close)}
            message={judged.verdict.message}
            onNext={next}
          />
        )}
      </section>
      <StandingSide
        drill={drill}
        answers={answers}
        kinds={question?.kinds ?? NO_KINDS}
        supplied={question?.supplied ?? false}
        onForget={onForget}
      />
    </>
  );
}
