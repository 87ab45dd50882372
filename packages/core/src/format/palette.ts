import Papa from 'papaparse';
import type { ShelfPaint } from '../piece/index.js';
import { RefusedInput } from '../units/index.js';
import { cellText } from './cellText.js';
import type { ListedPaint } from './paintList.js';
import { heldText } from './problems.js';

const HEAD = 'GIMP Palette';
const MOST_COLOURS = 2000;
const two = (n: number) => n.toString(16).padStart(2, '0');

/** Reads a .gpl palette: names and colours, all else as of an ordinary paint. @throws RefusedInput */
export function readPalette(text: string): ListedPaint[] {
  const lines = text.replace(/^\uFEFF/, '').split(/\r\n?|\n/);
  if (lines[0]?.trim() !== HEAD)
    throw new RefusedInput([
      { path: 'line 1', held: heldText(lines[0] ?? ''), accepted: `"${HEAD}", as every .gpl palette begins` },
    ]);
  const names = new Map<string, number>();
  const paints: ListedPaint[] = [];
  lines.slice(1).forEach((line, i) => {
    if (/^\s*(#|$|Name:|Columns:)/.test(line)) return;
    const found = /^\s*(\d{1,3})\s+(\d{1,3})\s+(\d{1,3})(?:\s+(.*))?$/.exec(line);
    const rgb = found?.slice(1, 4).map(Number);
    if (!found || !rgb || rgb.some((v) => v > 255))
      throw new RefusedInput([
        {
          path: `line ${i + 2}`,
          held: heldText(line),
          accepted: 'red, green and blue from 0 to 255, then a name',
        },
      ]);
    const hex = `#${rgb.map(two).join('')}`;
    const bare = (found[4] ?? '').trim().slice(0, 76) || `Colour ${hex}`;
    // Palettes may call two colours alike; a shelf may not.
    const n = (names.get(bare.toLowerCase()) ?? 0) + 1;
    names.set(bare.toLowerCase(), n);
    paints.push({
      name: n === 1 ? bare : `${bare} ${n}`,
      hex,
      kind: 'paint',
      opacity: 'semi-opaque',
      tint: 'normal',
      finish: 'matt',
      more: {},
    });
  });
  if (paints.length > MOST_COLOURS)
    throw new RefusedInput([
      { path: 'file', held: `${paints.length} colours`, accepted: `at most ${MOST_COLOURS}` },
    ]);
  return paints;
}

/** A shelf as a .gpl palette. */
export function writePalette(name: string, paints: readonly Pick<ShelfPaint, 'name' | 'hex'>[]): string {
  const row = ({ name: n, hex }: Pick<ShelfPaint, 'name' | 'hex'>) => {
    const rgb = [1, 3, 5].map((i) => String(parseInt(hex.slice(i, i + 2), 16)).padStart(3));
    return `${rgb.join(' ')}\t${n.replace(/\s+/g, ' ')}`;
  };
  return [HEAD, `Name: ${name.replace(/\s+/g, ' ')}`, 'Columns: 8', '#', ...paints.map(row), ''].join('\n');
}

/** A shelf as a paint list that `readPaintList` reads. Nothing in it is a formula to a spreadsheet. */
export function writePaintList(paints: readonly ShelfPaint[]): string {
  const rows = paints.map(
    ({ name, hex, kind, opacity, tint, finish, contrast, strength, code, left, notes }) => ({
      name: cellText(name),
      hex,
      kind,
      opacity,
      tint,
      finish,
      contrast: contrast ?? '',
      strength: strength ?? '',
      code: cellText(code),
      left,
      notes: cellText(notes),
    }),
  );
  return `${Papa.unparse(rows, { columns: ['name', 'hex', 'kind', 'opacity', 'tint', 'finish', 'contrast', 'strength', 'code', 'left', 'notes'], newline: '\n' })}\n`;
}
