/** What a tab tells the others once it has saved a piece. */
interface SavedPiece {
  readonly id: string;
  readonly version: number;
}

const channel =
  typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('pale-glint/saved-pieces');

/** Tells the other tabs of this browser that a piece was saved. */
export const tellSaved = (saved: SavedPiece): void => channel?.postMessage(saved);

/** Hears what other tabs save; answers with the way to stop. */
export function onSavedElsewhere(hear: (saved: SavedPiece) => void): () => void {
  const listen = ({ data }: MessageEvent<SavedPiece>) => hear(data);
  channel?.addEventListener('message', listen);
  return () => channel?.removeEventListener('message', listen);
}
