import type { Circle, PhotoFault, Spoilt } from '@pale-glint/core';
import { useCallback, useEffect, useRef, useState } from 'react';
import { atBench, BenchFailure, type BenchRun } from '../../workers/benchClient.js';
import type { ScanNews } from '../../workers/benchProtocol.js';

export interface BenchPhotoFile {
  readonly file: Blob;
  readonly url: string;
}

export type BenchState =
  | { readonly kind: 'idle' }
  | { readonly kind: 'busy'; readonly what: string; readonly doing: string; readonly share: number }
  | { readonly kind: 'failed'; readonly says: string }
  | { readonly kind: 'scanned'; readonly scan: ScanNews };

export interface StandInWish {
  readonly sculpt: string;
  readonly hard: boolean;
  readonly spoilt: Spoilt | '';
}

const PX_PER_MM = 20;
const PHOTOS = 8;

/** Photos on the bench, what is being done with them, and what came of it. */
export function useBench() {
  const [photos, setPhotos] = useState<readonly BenchPhotoFile[]>([]);
  const [faults, setFaults] = useState<readonly (PhotoFault | null)[]>([]);
  const [state, setState] = useState<BenchState>({ kind: 'idle' });
  const [ballMm, setBallMm] = useState(6);
  const run = useRef<BenchRun<unknown> | null>(null);
  const urls = useRef<readonly BenchPhotoFile[]>([]);

  const put = useCallback((files: readonly Blob[]) => {
    urls.current.forEach((p) => URL.revokeObjectURL(p.url));
    urls.current = files.map((file) => ({ file, url: URL.createObjectURL(file) }));
    setPhotos(urls.current);
    setFaults([]);
    setState({ kind: 'idle' });
  }, []);
  useEffect(
    () => () => {
      run.current?.stop();
      urls.current.forEach((p) => URL.revokeObjectURL(p.url));
    },
    [],
  );

  const during = useCallback(
    async <T>(
      what: string,
      start: (tell: (doing: string, share: number) => void) => BenchRun<T>,
      then: (result: T) => void,
    ) => {
      setState({ kind: 'busy', what, doing: '', share: 0 });
      const mine = start((doing, share) => setState({ kind: 'busy', what, doing, share }));
      run.current = mine;
      try {
        then(await mine.result);
      } catch (error) {
        if (error instanceof BenchFailure) setFaults(error.faults);
        setState({ kind: 'failed', says: error instanceof Error ? error.message : String(error) });
      }
    },
    [],
  );

  const standIn = useCallback(
    ({ sculpt, hard, spoilt }: StandInWish) =>
      during(
        'The stand-in camera takes its photos',
        (tell) =>
          atBench(
            {
              kind: 'stand-in',
              sculpt,
              photos: PHOTOS,
              pxPerMm: PX_PER_MM,
              seed: 1,
              hard,
              spoil: spoilt ? { photo: 3, how: spoilt } : null,
            },
            'photos',
            tell,
          ),
        (news) => {
          setBallMm(news.ballMm);
          put(news.photos);
        },
      ),
    [during, put],
  );

  const scan = useCallback(
    (ball: Circle | null, lampMm: number | 'far' | 'find') => {
      setFaults([]);
      return during(
        'Scanning',
        (tell) =>
          atBench({ kind: 'scan', photos: photos.map((p) => p.file), ball, ballMm, lampMm }, 'scan', tell),
        (news) => {
          setFaults(news.faults);
          setState({ kind: 'scanned', scan: news });
        },
      );
    },
    [during, photos, ballMm],
  );
  const stop = useCallback(() => {
    run.current?.stop();
    setState({ kind: 'idle' });
  }, []);
  const drop = useCallback(
    (index: number) => put(urls.current.filter((_, i) => i !== index).map((p) => p.file)),
    [put],
  );

  return { photos, faults, state, ballMm, setBallMm, put, drop, standIn, scan, stop };
}
