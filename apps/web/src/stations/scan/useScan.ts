import type { Circle, PhotoFault, Spoilt } from '@pale-glint/core';
import { useCallback, useEffect, useRef, useState } from 'react';
import { runScanJob, ScanFailure, type ScanRun } from '../../workers/scanClient.js';
import type { ScanProgress } from '../../workers/scanProtocol.js';

export interface ScanPhotoFile {
  readonly file: Blob;
  readonly url: string;
}

export type ScanState =
  | { readonly kind: 'idle' }
  | { readonly kind: 'busy'; readonly what: string; readonly doing: string; readonly share: number }
  | { readonly kind: 'failed'; readonly message: string }
  | { readonly kind: 'scanned'; readonly scan: ScanProgress };

/** What the stand-in camera is asked for. */
export interface StandInRequest {
  readonly sculpt: string;
  readonly hard: boolean;
  readonly spoilt: Spoilt | '';
}

const PX_PER_MM = 20;
const PHOTOS = 8;

/** Photos on the bench, what is being done with them, and what came of it. */
export function useScan() {
  const [photos, setPhotos] = useState<readonly ScanPhotoFile[]>([]);
  const [faults, setFaults] = useState<readonly (PhotoFault | null)[]>([]);
  const [state, setState] = useState<ScanState>({ kind: 'idle' });
  const [ballMm, setBallMm] = useState(6);
  const run = useRef<ScanRun<unknown> | null>(null);
  const urls = useRef<readonly ScanPhotoFile[]>([]);

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
      start: (tell: (doing: string, share: number) => void) => ScanRun<T>,
      then: (result: T) => void,
    ) => {
      setState({ kind: 'busy', what, doing: '', share: 0 });
      const mine = start((doing, share) => setState({ kind: 'busy', what, doing, share }));
      run.current = mine;
      try {
        then(await mine.result);
      } catch (error) {
        if (error instanceof ScanFailure) setFaults(error.faults);
        setState({ kind: 'failed', message: error instanceof Error ? error.message : String(error) });
      }
    },
    [],
  );

  const standIn = useCallback(
    ({ sculpt, hard, spoilt }: StandInRequest) =>
      during(
        'The stand-in camera takes its photos',
        (tell) =>
          runScanJob(
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
          runScanJob({ kind: 'scan', photos: photos.map((p) => p.file), ball, ballMm, lampMm }, 'scan', tell),
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
