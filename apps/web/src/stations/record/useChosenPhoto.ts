import { doneBy, withToldOfPhoto, type ToldOfPhoto } from '@pale-glint/core';
import { useMemo, useState } from 'react';
import { usePiece, usePieceStore } from '../../store/PieceContext.js';
import { useStation } from '../stationState.js';
import { photosOf } from './PhotoList.js';

export interface ChosenPhoto {
  /** Hash of the photo that is looked at; null where there is none. */
  readonly photo: string | null;
  readonly pick: (photo: string) => void;
  /** What the painter told of it; until then, what is taken for granted. */
  readonly told: ToldOfPhoto;
  /** Keeps something more with the photo. */
  readonly tell: (more: Partial<ToldOfPhoto>) => void;
}

/** Which photo is looked at, and what it is held against: kept with the photo. */
export function useChosenPhoto(): ChosenPhoto {
  const store = usePieceStore();
  const { notes, views } = usePiece();
  const { order, run, figureView } = useStation();
  const photos = photosOf(notes);
  const [picked, pick] = useState<string | null>(null);
  const note = photos.find((n) => n.photo === picked) ?? photos.at(-1) ?? null;
  // By what was ticked when the photo was made.
  const after = useMemo(
    () => doneBy(order, run.ticks, note?.madeAt ?? null),
    [order, run.ticks, note?.madeAt],
  );
  const kept = note?.told ?? null;
  const told = useMemo((): ToldOfPhoto => {
    const all = kept ?? { view: figureView, after, places: [], cardHex: null };
    return views.some((v) => v.id === all.view) ? all : { ...all, view: views[0].id };
  }, [kept, figureView, after, views]);
  return {
    photo: note?.photo ?? null,
    pick,
    told,
    tell: (more) => note && store.edit((piece) => withToldOfPhoto(piece, note.id, { ...told, ...more })),
  };
}
