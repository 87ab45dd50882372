import { createHash } from 'node:crypto';
import { fileURLToPath } from 'node:url';
import { readFileSync, writeFileSync } from 'node:fs';
import {
  DEMO_SURFACES,
  firstSeen,
  isArchive,
  paintingOrder,
  partSheet,
  readArchive,
  readPaintList,
  pieceOnShelf,
  readPiece,
  readShelf,
  readSculpt,
  refused,
  sculptsOf,
  type ListedPaint,
  type OrderLayer,
  type Piece,
  type PieceAtHand,
  type Portion,
  type Sculpt,
} from '@pale-glint/core';

/** An answer was given that is not to be relied on, as it says itself. */
export class UnclearAnswer extends Error {}

/** Refuses what was typed: field, value, what is accepted. */
export const refuse = (path: string, held: string, accepted: string): never => {
  throw refused(path, held, accepted);
};

export function readText(path: string): string {
  try {
    return readFileSync(path === '-' ? 0 : path, 'utf8');
  } catch {
    return refuse('file', `"${path}"`, 'a file that can be read, or - for standard input');
  }
}

export function readBytes(path: string): Uint8Array {
  try {
    return new Uint8Array(readFileSync(path === '-' ? 0 : path));
  } catch {
    return refuse('file', `"${path}"`, 'a file that can be read, or - for standard input');
  }
}

/** Writes what a command was asked for. */
export function writeOutFile(path: string, bytes: Uint8Array): void {
  try {
    writeFileSync(path, bytes);
  } catch {
    refuse('--out', `"${path}"`, 'a file that can be written');
  }
}

/** A piece file, or an archive of one; the surfaces in it are then at hand for the map. */
export function pieceFrom(path: string): PieceAtHand {
  const bytes = readBytes(path);
  if (!isArchive(bytes)) {
    const piece = readPiece(new TextDecoder().decode(bytes));
    // The demo's surfaces are shipped beside the program.
    const surfaces = new Map<string, Sculpt>();
    for (const { surface } of sculptsOf(piece)) {
      const file = DEMO_SURFACES.get(surface);
      if (file === undefined) continue;
      const bytes = readBytes(fileURLToPath(new URL(`../../../demo/${file}`, import.meta.url)));
      surfaces.set(surface, readSculpt(bytes));
    }
    return surfaces.size > 0 ? { ...piece, surfaces } : piece;
  }
  const { piece: text, blobs } = readArchive(bytes);
  const piece = readPiece(text);
  const surfaces = new Map<string, Sculpt>();
  for (const { surface } of sculptsOf(piece)) {
    const found = blobs.get(surface);
    if (!found) continue;
    if (createHash('sha256').update(found).digest('hex') !== surface)
      refuse(
        `blobs/${surface.slice(0, 12)}`,
        'other bytes than its name says',
        'an archive as it was written',
      );
    surfaces.set(surface, readSculpt(found));
  }
  return { ...piece, surfaces };
}

/** The id of the side that a piece is to be seen from; the first that has a part where none is typed. */
export function figureViewFrom(piece: Piece, typed: string | undefined): string {
  if (typed === undefined) return firstSeen(piece);
  const known = piece.views.map((v) => v.id);
  return known.includes(typed)
    ? typed
    : refuse('--from', `"${typed}"`, `one of the piece's views: ${known.join(', ')}`);
}

/** A typed number within a range. */
export function number(field: string, text: string, low: number, high: number): number {
  const value = Number(text);
  if (text.trim() === '' || !Number.isFinite(value) || value < low || value > high)
    refuse(field, `"${text}"`, `a number from ${low} to ${high}`);
  return value;
}

export function hexFrom(field: string, text: string): string {
  const hex = text.startsWith('#') ? text.toLowerCase() : `#${text.toLowerCase()}`;
  if (!/^#[0-9a-f]{6}$/.test(hex)) refuse(field, `"${text}"`, 'six hexadecimal digits, for example 3a4550');
  return hex;
}

export function findPaint(paints: readonly ListedPaint[], name: string): ListedPaint {
  const paint =
    paints.find((p) => p.name === name) ?? paints.find((p) => p.name.toLowerCase() === name.toLowerCase());
  return (
    paint ??
    refuse(
      'paint',
      `"${name}"`,
      `one of ${paints
        .slice(0, 12)
        .map((p) => p.name)
        .join(', ')}${paints.length > 12 ? ', ...' : ''}`,
    )
  );
}

/** `"NAME:DROPS"` words as portions of a mix. */
export function mixFrom(listPath: string, words: readonly string[]): Portion[] {
  const paints = readPaintList(readText(listPath));
  return words.map((word) => {
    const at = word.lastIndexOf(':');
    if (at < 1) return refuse('mix', `"${word}"`, 'NAME:DROPS, for example "Wet slate:3"');
    return {
      paint: findPaint(paints, word.slice(0, at).trim()),
      drops: number(`drops of ${word.slice(0, at)}`, word.slice(at + 1), 0.001, 1000),
    };
  });
}

/** Numbers for reading: enough digits to check figures by, none of them noise. */
export const tidy = (_key: string, value: unknown): unknown =>
  typeof value === 'number' && !Number.isInteger(value) ? Number(value.toPrecision(9)) : value;

export const answer = (value: unknown): void => {
  process.stdout.write(`${JSON.stringify(value, tidy, 2)}\n`);
};

/** Numbers with commas between. */
export function numbers(field: string, text: string, least: number, most: number): number[] {
  const list = text.split(',');
  if (list.length < least || list.length > most)
    refuse(
      field,
      `"${text}"`,
      `${least === most ? least : `${least} to ${most}`} numbers with commas between`,
    );
  return list.map((t) => number(field, t, -1e5, 1e5));
}

/** So many alike are painted in one batch, as a piece file says. */
export const MOST_COPIES = 500;

/** The layers of a piece in the order they are painted. */
export const orderOf = (piece: PieceAtHand): OrderLayer[] =>
  paintingOrder(piece, new Map(piece.parts.map((part) => [part.id, partSheet(part, piece)])));

/** A piece as a painter with this shelf plans it: other paints are marked as missing. @throws RefusedInput */
export function pieceOnShelfFrom(path: string, shelf: string | undefined): PieceAtHand {
  const piece = pieceFrom(path);
  if (shelf === undefined) return piece;
  const text = new TextDecoder().decode(readBytes(shelf));
  return { ...piece, ...pieceOnShelf(piece, readShelf(text)) };
}
