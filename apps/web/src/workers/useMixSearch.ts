import { useCallback, useEffect, useRef, useState } from 'react';
import type { MixJob, MixMessage } from './mixProtocol.js';

export type SearchState =
  | { readonly kind: 'idle' }
  | { readonly kind: 'busy'; readonly share: number }
  | { readonly kind: 'failed'; readonly message: string };

/** Looks for mixes in a worker of its own, one search at a time; a newer one ends the one under way. */
export function useMixSearch() {
  const worker = useRef<Worker | null>(null);
  const [state, setState] = useState<SearchState>({ kind: 'idle' });
  const end = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
  }, []);
  useEffect(() => end, [end]);
  const stop = useCallback(() => {
    end();
    setState({ kind: 'idle' });
  }, [end]);
  const search = useCallback(
    <J extends MixJob>(job: J, then: (found: Extract<MixMessage, { kind: J['kind'] }>) => void) => {
      end();
      setState({ kind: 'busy', share: 0 });
      const mine = new Worker(new URL('./mix.worker.ts', import.meta.url), {
        type: 'module',
        name: 'mix',
      });
      worker.current = mine;
      mine.onmessage = ({ data }: MessageEvent<MixMessage>) => {
        if (data.kind === 'progress') {
          setState({ kind: 'busy', share: data.share });
          return;
        }
        end();
        if (data.kind === 'failed') setState({ kind: 'failed', message: data.message });
        else {
          setState({ kind: 'idle' });
          then(data as Extract<MixMessage, { kind: J['kind'] }>);
        }
      };
      mine.onerror = (e) => {
        end();
        setState({ kind: 'failed', message: e.message || 'This browser stopped the work.' });
      };
      mine.postMessage(job);
    },
    [end],
  );
  return { state, search, stop };
}
