import type { Finding, OrderLayer, PartSheet, Piece } from '@pale-glint/core';
import { startTransition, useEffect, useMemo, useRef, useState } from 'react';
import { useLooks } from '../store/useLooks.js';
import { sheetClient } from '../workers/mapClient.js';
import { noteCritique, noteOrdered } from './timings.js';
import type { SheetMessage } from '../workers/protocol.js';

export interface Sheets {
  readonly byPart: ReadonlyMap<string, SheetMessage>;
  /** The bare sheets, as the painting order takes them. */
  readonly sheets: ReadonlyMap<string, PartSheet>;
  /** The painting order that follows from them. */
  readonly order: readonly OrderLayer[];
  /** Its first lines, while the rest of a piece is measured for the first time; all of them a little later. */
  readonly soFar: { readonly order: readonly OrderLayer[]; readonly all: boolean };
  /** What the critique finds, dismissed ones among them. */
  readonly findings: readonly Finding[];
  /** Whether they belong to the piece as it is now. */
  readonly settled: boolean;
  readonly done: number;
  readonly of: number;
  readonly failed: string | null;
}

const REST_MS = 700;

/** Zones and figures of every part, computed again once the piece rests; the last ones stay until then. */
export function useSheets(asItIs: Piece): Sheets {
  const piece = useLooks(asItIs);
  const [byPart, setByPart] = useState<ReadonlyMap<string, SheetMessage>>(new Map());
  const [order, setOrder] = useState<readonly OrderLayer[]>([]);
  const [soFar, setSoFar] = useState<Sheets['soFar']>({ order: [], all: false });
  const [findings, setFindings] = useState<readonly Finding[]>([]);
  const [progress, setProgress] = useState<{ piece: Piece | null; done: number; settled: boolean }>({
    piece: null,
    done: 0,
    settled: false,
  });
  const [failed, setFailed] = useState<string | null>(null);

  const opened = useRef('');
  useEffect(() => {
    let mine = -1;
    let askedAt = 0;
    const found = new Map<string, SheetMessage>();
    const stop = sheetClient.listen((news) => {
      if (
        news.kind === 'failed' &&
        (news.generation === mine || (news.generation === null && news.jobId === null))
      )
        setFailed(news.message);
      if (!('generation' in news) || news.generation !== mine) return;
      if (news.kind === 'sheet') {
        found.set(news.part, news.news);
        setProgress({ piece, done: found.size, settled: false });
      } else if (news.kind === 'orderSoFar') {
        noteOrdered(performance.now() - askedAt);
        startTransition(() => setSoFar(news));
      } else if (news.kind === 'sheetsDone') {
        noteCritique(news.critiqueMs);
        // A transition: everything beside the map hangs on it, and is drawn in slices.
        startTransition(() => {
          setByPart(found);
          setOrder(news.order);
          setFindings(news.findings);
          setFailed(null);
          setProgress({ piece, done: found.size, settled: true });
        });
      }
    });
    // A piece that was just opened rests already.
    const timer = setTimeout(
      () => {
        askedAt = performance.now();
        mine = sheetClient.ask({ piece });
        opened.current = piece.id;
      },
      opened.current === piece.id ? REST_MS : 0,
    );
    return () => {
      clearTimeout(timer);
      stop();
    };
  }, [piece]);

  const sheets = useMemo(() => new Map([...byPart].map(([id, news]) => [id, news.sheet])), [byPart]);
  const present = progress.piece === piece;
  const settled = present && progress.settled;
  const done = present ? progress.done : 0;
  const of = piece.parts.length;
  // The same object while nothing of it changes: all stations hang on it.
  return useMemo(
    () => ({ byPart, sheets, order, soFar, findings, settled, done, of, failed }),
    [byPart, sheets, order, soFar, findings, settled, done, of, failed],
  );
}
