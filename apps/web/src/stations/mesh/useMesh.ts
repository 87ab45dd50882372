import type { Sculpt } from '@pale-glint/core';
import type { MeshView } from '@pale-glint/core/mesh';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { MadeMesh, MeshJobs, OpenedMesh } from '../../workers/mesh.worker.js';
import { workerClient } from '../../workers/workerClient.js';

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

const startMesh = () =>
  new Worker(new URL('../../workers/mesh.worker.ts', import.meta.url), { type: 'module', name: 'mesh' });

/** A 3D file in a worker of its own: opened once, looked at from any side, made into a surface. */
export function useMesh(): MeshWork {
  const client = useMemo(() => workerClient<MeshJobs>(startMesh), []);
  const file = useRef<{ file: Blob; name: string } | null>(null);
  /** One look at a time; the newest side waits. */
  const looking = useRef<{ next: MeshView | null } | null>(null);
  const [opened, setOpened] = useState<OpenedMesh | null>(null);
  const [glance, setGlance] = useState<Sculpt | null>(null);
  const [made, setMade] = useState<MadeMesh | null>(null);
  const [busy, setBusy] = useState<MeshWork['busy']>(null);
  const [message, setMessage] = useState<string | null>(null);
  useEffect(() => client.end, [client]);
  const failed = useCallback((error: unknown) => {
    setBusy(null);
    setMessage(error instanceof Error ? error.message : String(error));
  }, []);

  const read = useCallback(
    (next: { file: Blob; name: string }) => {
      looking.current = null;
      client.end();
      return client.ask('open', next, setBusy).then((found) => {
        setBusy(null);
        setOpened(found);
      }, failed);
    },
    [client, failed],
  );
  const open = useCallback(
    (next: Blob, name: string) => {
      file.current = { file: next, name };
      setOpened(null);
      setGlance(null);
      setMade(null);
      setMessage(null);
      setBusy({ doing: 'reading the file', share: 0 });
      void read(file.current);
    },
    [read],
  );
  const look = useCallback(
    async (view: MeshView) => {
      setMade(null);
      if (looking.current) {
        looking.current.next = view;
        return;
      }
      const mine = { next: null as MeshView | null };
      looking.current = mine;
      for (let at: MeshView | null = view; at;) {
        mine.next = null;
        try {
          setGlance(await client.ask('glance', at));
          setMessage(null);
        } catch (error) {
          failed(error);
        }
        at = mine.next;
      }
      if (looking.current === mine) looking.current = null;
    },
    [client, failed],
  );
  const make = useCallback(
    (view: MeshView, keep: boolean) => {
      setBusy({ doing: '', share: 0 });
      client.ask('make', { view, keep }, setBusy).then((found) => {
        setBusy(null);
        setMade(found);
      }, failed);
    },
    [client, failed],
  );
  const stop = useCallback(() => {
    setBusy(null);
    // A worker in the middle of its work hears nothing: it is ended, and the file opened again.
    if (file.current) void read(file.current);
  }, [read]);
  return { opened, glance, made, busy, message, open, look, make, stop };
}
