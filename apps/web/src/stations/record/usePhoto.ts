import type { OrderLayer, Piece, ToldOfPhoto } from '@pale-glint/core';
import { useEffect, useMemo, useState } from 'react';
import { blobApi } from '../../api/blobs.js';
import { useLooks } from '../../store/useLooks.js';
import type { BothLooks, PhotoJobs, ReadPhoto } from '../../workers/photo.worker.js';
import { workerClient, type WorkerClient } from '../../workers/workerClient.js';

/** A photo that is read against its plan, and how far that is. */
export interface PhotoState {
  readonly read: ReadPhoto | null;
  readonly doing: string;
  /** 0..1 while it is read; null at rest. */
  readonly share: number | null;
  readonly failed: string | null;
}

export interface PhotoInput {
  /** Hash of the photo; null where none is chosen. */
  readonly photo: string | null;
  readonly piece: Piece;
  readonly told: ToldOfPhoto;
  readonly order: readonly OrderLayer[];
  /** Whether it is to go on; false stops what runs. */
  readonly going: boolean;
}

const NOTHING: PhotoState = { read: null, doing: '', share: null, failed: null };
/** A plan that changes is waited for. */
const REST_MS = 250;

/** The worker that reads photos; it ends with the page. */
export function usePhotoClient(): WorkerClient<PhotoJobs> {
  const client = useMemo(
    () =>
      workerClient<PhotoJobs>(
        () =>
          new Worker(new URL('../../workers/photo.worker.ts', import.meta.url), {
            type: 'module',
            name: 'photo',
          }),
      ),
    [],
  );
  useEffect(() => client.end, [client]);
  return client;
}

/** A value that stays the same one while its content does. */
function useSame<T>(value: T): T {
  const content = useMemo(() => JSON.stringify(value), [value]);
  const [kept, keep] = useState({ value, content });
  if (kept.content === content) return kept.value;
  keep({ value, content });
  return value;
}

/** Reads a photo against the plan, anew whenever photo, plan or tapped points change. */
export function usePhoto(client: WorkerClient<PhotoJobs>, input: PhotoInput): PhotoState {
  const { photo, going } = input;
  const piece = useLooks(input.piece);
  const told = useSame(input.told);
  const order = useSame(input.order);
  const [of, setOf] = useState<{ readonly photo: string | null; readonly state: PhotoState }>({
    photo: null,
    state: NOTHING,
  });
  useEffect(() => {
    if (photo === null || order.length === 0 || !going) return;
    let [live, running] = [true, false];
    const put = (next: (s: PhotoState) => PhotoState) => {
      if (live) setOf((o) => ({ photo, state: next(o.photo === photo ? o.state : NOTHING) }));
    };
    const timer = setTimeout(() => {
      put((s) => ({ ...s, share: 0, failed: null }));
      running = true;
      client
        .ask('read', { address: blobApi.address(photo), piece, told, order }, ({ doing, share }) =>
          put((s) => ({ ...s, doing, share })),
        )
        .finally(() => (running = false))
        .then(
          (read) => put(() => ({ read, doing: '', share: null, failed: null })),
          (error: Error) => put(() => ({ ...NOTHING, failed: error.message })),
        );
    }, REST_MS);
    return () => {
      live = false;
      clearTimeout(timer);
      // What still runs is of no use any more; one at rest keeps the plan that it drew.
      if (running) client.end();
    };
  }, [client, photo, piece, told, order, going]);
  const state = of.photo === photo ? of.state : NOTHING;
  return going ? state : { ...state, share: null };
}

/** The photo as it would look mended; null until it is known. */
export function useMended(
  client: WorkerClient<PhotoJobs>,
  read: ReadPhoto | null,
  chosen: readonly (string | null)[],
): BothLooks | null {
  const [of, setOf] = useState<{ readonly read: ReadPhoto; readonly looks: BothLooks } | null>(null);
  const none = chosen.every((c) => c === null);
  useEffect(() => {
    if (!read?.photo || none) return;
    let live = true;
    client.ask('mended', { chosen }).then(
      (looks) => live && setOf({ read, looks }),
      () => {
        // Another photo was asked for meanwhile: its own look follows.
      },
    );
    return () => {
      live = false;
    };
  }, [client, read, chosen, none]);
  return none || of?.read !== read ? null : of.looks;
}
