import { problemLine, type Circle, type PhotoFault, type Spoilt } from '@pale-glint/core';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { Progress } from '../../workers/jobs.js';
import type { ScanDone } from '../../workers/scan.worker.js';
import { scanClient } from '../../workers/scanClient.js';

export interface ScanPhotoFile {
  readonly file: Blob;
  readonly url: string;
}

export type ScanState =
  | { readonly kind: 'idle' }
  | { readonly kind: 'busy'; readonly what: string; readonly doing: string; readonly share: number }
  /** With where the bead was taken to be, where that far was come. */
  | { readonly kind: 'failed'; readonly message: string; readonly ball: Circle | null }
  | { readonly kind: 'scanned'; readonly scan: ScanDone };

/** What the stand-in camera is asked for. */
export interface StandInRequest {
  readonly sculpt: string;
  readonly hard: boolean;
  readonly spoilt: Spoilt | '';
}

const PX_PER_MM = 14;
const PHOTOS = 8;

/** Photos on the bench, what is being done with them, and what came of it. */
export function useScan() {
  const [photos, setPhotos] = useState<readonly ScanPhotoFile[]>([]);
  const [faults, setFaults] = useState<readonly (PhotoFault | null)[]>([]);
  const [state, setState] = useState<ScanState>({ kind: 'idle' });
  const [ballMm, setBallMm] = useState(6);
  const client = useMemo(() => scanClient(), []);
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
      client.end();
      urls.current.forEach((p) => URL.revokeObjectURL(p.url));
    },
    [client],
  );

  const during = useCallback(
    async <T>(
      what: string,
      start: (onProgress: (progress: Progress) => void) => Promise<T>,
      then: (result: T) => void,
    ) => {
      setState({ kind: 'busy', what, doing: '', share: 0 });
      try {
        const result = await start((progress) => setState({ kind: 'busy', what, ...progress }));
        // What it worked with is large: the worker is not kept.
        client.end();
        then(result);
      } catch (error) {
        const message = error instanceof Error ? error.message : String(error);
        setState({ kind: 'failed', message, ball: null });
      }
    },
    [client],
  );

  const standIn = useCallback(
    ({ sculpt, hard, spoilt }: StandInRequest) => {
      const job = {
        sculpt,
        photos: PHOTOS,
        pxPerMm: PX_PER_MM,
        seed: 1,
        hard,
        spoil: spoilt ? { photo: 3, how: spoilt } : null,
      };
      return during(
        'The stand-in camera takes its photos',
        (onProgress) => client.ask('standIn', job, onProgress),
        (taken) => {
          setBallMm(taken.ballMm);
          put(taken.photos);
        },
      );
    },
    [client, during, put],
  );

  const scan = useCallback(
    (ball: Circle | null, lampMm: number | 'far' | 'find') => {
      setFaults([]);
      const job = { photos: photos.map((p) => p.file), ball, ballMm, lampMm };
      return during(
        'Scanning',
        (onProgress) => client.ask('scan', job, onProgress),
        (answer) => {
          setFaults(answer.faults);
          setState(
            answer.kind === 'scan'
              ? { kind: 'scanned', scan: answer }
              : { kind: 'failed', message: problemLine(answer.problem), ball: answer.ball },
          );
        },
      );
    },
    [client, during, photos, ballMm],
  );
  const stop = useCallback(() => {
    client.end();
    setState({ kind: 'idle' });
  }, [client]);
  const drop = useCallback(
    (index: number) => put(urls.current.filter((_, i) => i !== index).map((p) => p.file)),
    [put],
  );

  return { photos, faults, state, ballMm, setBallMm, put, drop, standIn, scan, stop };
}
