import fontkit from '@pdf-lib/fontkit';
import bold from '@fontsource/archivo/files/archivo-latin-700-normal.woff?url';
import regular from '@fontsource/archivo/files/archivo-latin-400-normal.woff?url';
import { PDFDocument, rgb, type PDFFont, type PDFPage } from 'pdf-lib';

/** A4 in points. */
export const SHEET = { width: 595, height: 842, margin: 34 } as const;

export const ink = rgb(0.07, 0.07, 0.07);
export const soft = rgb(0.35, 0.35, 0.35);

/** A page that is written from top to bottom, in the app's own type. */
export interface Paper {
  readonly document: PDFDocument;
  readonly page: PDFPage;
  readonly plain: PDFFont;
  readonly strong: PDFFont;
}

const load = async (address: string) => new Uint8Array(await (await fetch(address)).arrayBuffer());

export async function newPaper(title: string): Promise<Paper> {
  const document = await PDFDocument.create();
  document.registerFontkit(fontkit);
  const [plain, strong] = await Promise.all(
    [regular, bold].map(async (face) => document.embedFont(await load(face), { subset: true })),
  );
  document.setTitle(title);
  document.setProducer('Pale Glint');
  return { document, page: document.addPage([SHEET.width, SHEET.height]), plain, strong };
}

/** Letters that the shipped faces lack become a question mark rather than a hole. */
export function writable(text: string, font: PDFFont): string {
  const known = new Set(font.getCharacterSet());
  return [...text.normalize('NFC')].map((c) => (known.has(c.codePointAt(0)!) ? c : '?')).join('');
}

/** Lines no wider than `width` points. */
export function wrapped(text: string, font: PDFFont, size: number, width: number): string[] {
  const lines: string[] = [];
  let line = '';
  for (const word of writable(text, font).split(/\s+/)) {
    const longer = line ? `${line} ${word}` : word;
    if (line && font.widthOfTextAtSize(longer, size) > width) {
      lines.push(line);
      line = word;
    } else line = longer;
  }
  if (line) lines.push(line);
  return lines;
}
