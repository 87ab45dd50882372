import { useCallback, useEffect, useMemo, useState } from 'react';
import type { MixJobs } from './mix.worker.js';
import { workerClient, type WorkerClient } from './workerClient.js';

export type SearchState =
  | { readonly kind: 'idle' }
  | { readonly kind: 'busy'; readonly share: number }
  | { readonly kind: 'failed'; readonly message: string };

const startMixing = () =>
  new Worker(new URL('./mix.worker.ts', import.meta.url), { type: 'module', name: 'mix' });

/** A worker that looks for mixes, for one search or a few. */
export const mixClient = (): WorkerClient<MixJobs> => workerClient<MixJobs>(startMixing);

/** Looks for mixes in a worker of its own, one search at a time; a newer one ends the one under way. */
export function useMixSearch() {
  const client = useMemo(() => mixClient(), []);
  const [state, setState] = useState<SearchState>({ kind: 'idle' });
  useEffect(() => client.end, [client]);
  const stop = useCallback(() => {
    client.end();
    setState({ kind: 'idle' });
  }, [client]);
  const search = useCallback(
    async <K extends keyof MixJobs>(
      name: K,
      job: Parameters<MixJobs[K]>[0],
      then: (found: ReturnType<MixJobs[K]>) => void,
    ) => {
      client.end();
      setState({ kind: 'busy', share: 0 });
      try {
        const found = await client.ask(name, job, ({ share }) => setState({ kind: 'busy', share }));
        client.end();
        setState({ kind: 'idle' });
        then(found as ReturnType<MixJobs[K]>);
      } catch (error) {
        setState({ kind: 'failed', message: error instanceof Error ? error.message : String(error) });
      }
    },
    [client],
  );
  return { state, search, stop };
}
