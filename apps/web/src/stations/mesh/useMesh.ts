import type { Sculpt } from '@pale-glint/core';
import type { MeshView } from '@pale-glint/core/mesh';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { MadeMesh, MeshJob, MeshMessage, OpenedMesh } from '../../workers/meshProtocol.js';

export interface MeshWork {
  readonly opened: OpenedMesh | null;
  /** As it was last looked at. */
  readonly glance: Sculpt | null;
  readonly made: MadeMesh | null;
  readonly busy: { readonly doing: string; readonly share: number } | null;
  readonly message: string | null;
  open(file: Blob, name: string): void;
  look(view: MeshView): void;
  make(view: MeshView, keep: boolean): void;
  stop(): void;
}

/** A 3D file in a worker of its own: opened once, looked at from any side, made into a surface. */
export function useMesh(): MeshWork {
  const worker = useRef<Worker | null>(null);
  const file = useRef<{ file: Blob; name: string } | null>(null);
  const waiting = useRef<MeshView | null>(null);
  const looking = useRef(0);
  const jobs = useRef(0);
  const [opened, setOpened] = useState<OpenedMesh | null>(null);
  const [glance, setGlance] = useState<Sculpt | null>(null);
  const [made, setMade] = useState<MadeMesh | null>(null);
  const [busy, setBusy] = useState<MeshWork['busy']>(null);
  const [message, setMessage] = useState<string | null>(null);

  const send = useCallback((job: MeshJob) => worker.current?.postMessage(job), []);
  const start = useCallback(() => {
    worker.current?.terminate();
    looking.current = 0;
    const fresh = new Worker(new URL('../../workers/mesh.worker.ts', import.meta.url), {
      type: 'module',
      name: 'mesh',
    });
    worker.current = fresh;
    fresh.onmessage = ({ data }: MessageEvent<MeshMessage>) => {
      if (data.kind === 'progress') setBusy({ doing: data.doing, share: data.share });
      else if (data.kind === 'opened') {
        setBusy(null);
        setOpened(data);
      } else if (data.kind === 'glance') {
        setGlance(data.sculpt);
        setMessage(null);
      } else if (data.kind === 'made') {
        setBusy(null);
        setMade(data);
      } else {
        setBusy(null);
        setMessage(data.message);
      }
      // One look at a time; the newest side waits.
      if (data.kind === 'glance' || data.kind === 'failed') {
        looking.current = 0;
        const next = waiting.current;
        waiting.current = null;
        if (next) {
          looking.current = ++jobs.current;
          fresh.postMessage({ kind: 'glance', jobId: looking.current, view: next } satisfies MeshJob);
        }
      }
    };
    fresh.onerror = (e) => {
      setBusy(null);
      setMessage(e.message || 'This browser stopped the work.');
    };
  }, []);
  useEffect(() => () => worker.current?.terminate(), []);

  const open = useCallback(
    (next: Blob, name: string) => {
      file.current = { file: next, name };
      setOpened(null);
      setGlance(null);
      setMade(null);
      setMessage(null);
      setBusy({ doing: 'reading the file', share: 0 });
      start();
      send({ kind: 'open', file: next, name });
    },
    [send, start],
  );
  const look = useCallback(
    (view: MeshView) => {
      setMade(null);
      if (looking.current !== 0) {
        waiting.current = view;
        return;
      }
      looking.current = ++jobs.current;
      send({ kind: 'glance', jobId: looking.current, view });
    },
    [send],
  );
  const make = useCallback(
    (view: MeshView, keep: boolean) => {
      setBusy({ doing: '', share: 0 });
      send({ kind: 'make', view, keep });
    },
    [send],
  );
  const stop = useCallback(() => {
    setBusy(null);
    // A worker in the middle of its work hears nothing: it is ended, and the file opened again.
    start();
    if (file.current) send({ kind: 'open', ...file.current });
  }, [send, start]);
  return { opened, glance, made, busy, message, open, look, make, stop };
}
