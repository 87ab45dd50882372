import { doneBy, withToldOfPhoto, type ToldOfPhoto } from '@pale-glint/core';
import { useMemo, useState } from 'react';
import { usePiece, usePieceStore } from '../../store/PieceContext.js';
import { useStation } from '../stationState.js';
import { photosOf, type PhotoNote } from './PhotoList.js';
import type { OtherPhoto } from './useBeside.js';

export interface ChosenPhoto {
  /** Hash of the photo that is looked at; null where there is none. */
  readonly photo: string | null;
  /** When it was made, as far as it is known. */
  readonly madeAt: string | null;
  readonly pick: (photo: string) => void;
  /** What the painter told of it; until then, what is taken for granted. */
  readonly told: ToldOfPhoto;
  /** Keeps something more with the photo. */
  readonly tell: (more: Partial<ToldOfPhoto>) => void;
  /** The photo that it is held beside; null for none. */
  readonly other: OtherPhoto | null;
  readonly holdBeside: (photo: string | null) => void;
}

/** What is told of a photo, or else taken for granted: by what was ticked when it was made. */
function useToldOf(note: PhotoNote | null): ToldOfPhoto {
  const { views } = usePiece();
  const { order, run, figureView } = useStation();
  const [kept, madeAt] = [note?.told ?? null, note?.madeAt ?? null];
  const after = useMemo(() => doneBy(order, run.ticks, madeAt), [order, run.ticks, madeAt]);
  return useMemo(() => {
    const all = kept ?? { view: figureView, after, places: [], cardHex: null };
    return views.some((v) => v.id === all.view) ? all : { ...all, view: views[0].id };
  }, [kept, figureView, after, views]);
}

/** Which photo is looked at, what it is held against, kept with the photo, and beside which other. */
export function useChosenPhoto(): ChosenPhoto {
  const store = usePieceStore();
  const photos = photosOf(usePiece().notes);
  const [picked, pick] = useState<string | null>(null);
  const [besides, setBesides] = useState<{ readonly of: string; readonly other: string | null } | null>(null);
  const note = photos.find((n) => n.photo === picked) ?? photos.at(-1) ?? null;
  const told = useToldOf(note);
  const beside = besides && besides.of === note?.photo ? besides.other : null;
  const otherNote = photos.find((n) => n.photo === beside) ?? null;
  const otherTold = useToldOf(otherNote);
  const otherPhoto = otherNote?.photo ?? null;
  const other = useMemo(
    () => (otherPhoto === null ? null : { photo: otherPhoto, told: otherTold }),
    [otherPhoto, otherTold],
  );
  return {
    photo: note?.photo ?? null,
    madeAt: note?.madeAt ?? null,
    pick,
    told,
    tell: (more) => note && store.edit((piece) => withToldOfPhoto(piece, note.id, { ...told, ...more })),
    other,
    holdBeside: (photo) => note && setBesides({ of: note.photo, other: photo }),
  };
}
