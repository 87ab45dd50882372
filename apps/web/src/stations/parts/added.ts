import { plain, polishModels, type LibraryItem, type Piece } from '@pale-glint/core';

/** What a part or a set that was just added took over from the piece, in words. */
export function addedText(piece: Piece, item: LibraryItem): string {
  const fits = `sized for ${plain(piece.heightMm)} mm`;
  if (item.set) return `${item.label} added, ${fits}. "Height of all" makes it larger.`;
  const part = piece.parts[piece.parts.length - 1];
  if (part.finish.kind !== 'metal') return `${part.name} added, ${fits}.`;
  const { ladder, polish } = part.finish;
  const metal = piece.ladders.find((l) => l.id === ladder)?.name ?? ladder;
  const like = piece.parts.slice(0, -1).findLast((p) => p.finish.kind === 'metal');
  const from = like ? `, like ${like.name}` : '';
  return `${part.name} added in ${metal.toLowerCase()}, ${polishModels[polish].label.toLowerCase()}${from}.`;
}
