import type { Piece, ToldOfPhoto } from '@pale-glint/core';
import { useEffect, useState } from 'react';
import { blobApi } from '../../api/blobs.js';
import type { PhotoBeside, PhotoJobs, ReadPhoto } from '../../workers/photo.worker.js';
import type { WorkerClient } from '../../workers/workerClient.js';

/** A photo that is held beside the one that is read. */
export interface OtherPhoto {
  readonly photo: string;
  readonly told: ToldOfPhoto;
}

export interface BesideState {
  /** Null until it is read. */
  readonly beside: PhotoBeside | null;
  readonly failed: string | null;
}
const WAITING: BesideState = { beside: null, failed: null };

/** Reads another photo against the one that was read. */
export function useBeside(
  client: WorkerClient<PhotoJobs>,
  read: ReadPhoto | null,
  piece: Piece,
  other: OtherPhoto | null,
): BesideState {
  const [of, setOf] = useState<{
    readonly read: ReadPhoto;
    readonly photo: string;
    readonly state: BesideState;
  } | null>(null);
  useEffect(() => {
    if (!read?.photo || !other) return;
    let live = true;
    const { photo, told } = other;
    const put = (state: BesideState) => live && setOf({ read, photo, state });
    client.ask('beside', { address: blobApi.address(photo), piece, told }).then(
      (beside) => put({ beside, failed: null }),
      (error: Error) => put({ beside: null, failed: error.message }),
    );
    return () => {
      live = false;
    };
  }, [client, read, piece, other]);
  return of && of.read === read && of.photo === other?.photo ? of.state : WAITING;
}
