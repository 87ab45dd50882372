import type { DrillAnswer, DrillId } from '@pale-glint/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { drillKeys, drillsApi } from '../api/drills.js';
import { failureOf, hindranceIn } from '../api/http.js';
import { unsentAnswers } from './unsentAnswers.js';

const RETRY_MS = 3000;
const NONE: readonly DrillAnswer[] = [];

export interface DrillAnswersHere {
  /** All that were given, the oldest first; those that are not on the server yet among them. */
  readonly answers: readonly DrillAnswer[];
  /** Whether the server has told what it has, or cannot be reached. */
  readonly known: boolean;
  /** What keeps answers from being stored; null while nothing does. */
  readonly trouble: string | null;
  readonly add: (answer: DrillAnswer) => void;
  readonly forget: (drill: DrillId) => Promise<void>;
}

interface Sending {
  /** The first answer that the server does not have; null where it has all. */
  readonly next: DrillAnswer | null;
  /** Told of an answer that need not be sent again. */
  readonly onDone: (answer: DrillAnswer) => void;
  readonly onTrouble: (message: string | null) => void;
}

/** Sends one answer after the other, each until the server has it or does not accept it. */
function useSending({ next, onDone, onTrouble }: Sending): void {
  const client = useQueryClient();
  const [tries, setTries] = useState(0);
  useEffect(() => {
    if (!next) return;
    let left = false;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const done = () => {
      unsentAnswers.remove(next.id);
      if (!left) onDone(next);
    };
    drillsApi.put(next).then(
      (kept) => {
        client.setQueryData<{ answers: readonly DrillAnswer[] }>(
          drillKeys,
          (now) => now && { answers: [...now.answers.filter((a) => a.id !== kept.id), kept] },
        );
        onTrouble(null);
        done();
      },
      (error: unknown) => {
        if (left) return;
        const hindrance = hindranceIn(error);
        if (!hindrance) {
          onTrouble(`An answer was not accepted. ${failureOf(error)}`);
          return done();
        }
        const why = hindrance === 'disk' ? 'the disk is nearly full' : 'the server cannot be reached';
        onTrouble(`Answers wait in this browser: ${why}.`);
        timer = setTimeout(() => setTries((n) => n + 1), RETRY_MS);
      },
    );
    return () => {
      left = true;
      clearTimeout(timer);
    };
  }, [client, next, tries, onDone, onTrouble]);
}

/** The painter's answers. Each is kept in the browser until the server has it. */
export function useDrillAnswers(): DrillAnswersHere {
  const client = useQueryClient();
  const { data, isPending } = useQuery({ queryKey: drillKeys, queryFn: drillsApi.get });
  const [waiting, setWaiting] = useState(unsentAnswers.find);
  const [trouble, setTrouble] = useState<string | null>(null);
  const onDone = useCallback(
    ({ id }: DrillAnswer) => setWaiting((now) => now.filter((a) => a.id !== id)),
    [],
  );
  useSending({ next: waiting.length > 0 ? waiting[0] : null, onDone, onTrouble: setTrouble });

  const add = useCallback((answer: DrillAnswer) => {
    unsentAnswers.add(answer);
    setWaiting((now) => [...now, answer]);
  }, []);
  const forget = useCallback(
    async (drill: DrillId) => {
      try {
        const left = await drillsApi.forget(drill);
        for (const { id } of unsentAnswers.find().filter((a) => a.drill === drill)) unsentAnswers.remove(id);
        setWaiting((now) => now.filter((a) => a.drill !== drill));
        client.setQueryData(drillKeys, left);
        setTrouble(null);
      } catch (error) {
        setTrouble(`Not forgotten. ${failureOf(error)}`);
      }
    },
    [client],
  );
  const answers = useMemo(() => {
    const there = data?.answers ?? NONE;
    const ids = new Set(there.map((a) => a.id));
    return [...there, ...waiting.filter((a) => !ids.has(a.id))];
  }, [data, waiting]);
  return { answers, known: !isPending, trouble, add, forget };
}
