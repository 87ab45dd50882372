// A thousand pieces: what the first page asks for and how long it takes, and a health check beside a photo of 40 MB.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { crc32, deflateSync } from 'node:zlib';
import { chromium } from '@playwright/test';
import { lockMilitia, writePiece } from '../../packages/core/dist/index.js';
import { launchOptions } from '../chromium.mjs';
import { SoakServer } from './server.mjs';

const AT_ONCE = 8;

/** A PNG of noise, of about so many megabytes. */
function photo(megabytes) {
  const side = Math.round(Math.sqrt((megabytes * 2 ** 20) / 3));
  const raw = Buffer.alloc(side * (3 * side + 1));
  for (let i = 0; i < raw.length; i++) raw[i] = (i * 2654435761) >>> 13;
  for (let r = 0; r < side; r++) raw[r * (3 * side + 1)] = 0;
  const chunk = (kind, data) => {
    const body = Buffer.concat([Buffer.from(kind), data]);
    const [length, sum] = [Buffer.alloc(4), Buffer.alloc(4)];
    length.writeUInt32BE(data.length);
    sum.writeUInt32BE(crc32 ? crc32(body) : 0);
    return Buffer.concat([length, body, sum]);
  };
  const head = Buffer.alloc(13);
  head.writeUInt32BE(side, 0);
  head.writeUInt32BE(side, 4);
  head.set([8, 2, 0, 0, 0], 8);
  return Buffer.concat([
    Buffer.from([137, 80, 78, 71, 13, 10, 26, 10]),
    chunk('IHDR', head),
    chunk('IDAT', deflateSync(raw, { level: 0 })),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}

export async function manyPieces(count) {
  const data = mkdtempSync(join(tmpdir(), 'pale-glint-many-'));
  const server = new SoakServer(data);
  let fine;
  try {
    await server.ready;
    const add = async (from) => {
      for (let n = from; n < count; n += AT_ONCE) {
        const text = writePiece({ ...lockMilitia, id: `many-${n}`, name: `Piece ${n}` });
        const { status } = await server.request('POST', '/pieces', text);
        if (status !== 201) throw new Error(`piece ${n}: ${status}`);
      }
    };
    const started = Date.now();
    await Promise.all(Array.from({ length: AT_ONCE }, (_, w) => add(w)));
    console.log(`many pieces: ${count} stored, ${Math.round((Date.now() - started) / count)} ms each`);
    const browser = await chromium.launch(launchOptions);
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    const asked = [];
    page.on('request', (r) => r.url().includes('/api/') && asked.push(new URL(r.url()).pathname));
    const opened = Date.now();
    await page.goto(server.address);
    await page
      .getByRole('link', { name: /Piece \d+/ })
      .first()
      .waitFor({ timeout: 120_000 });
    const shown = Date.now() - opened;
    await page.waitForTimeout(2000);
    const links = await page.getByRole('link', { name: /Piece \d+/ }).count();
    console.log(`many pieces: shown after ${shown} ms, ${asked.length} requests, ${links} lines in the page`);
    await browser.close();
    // Made before: what this process computes itself is no wait for the server.
    const bytes = photo(36);
    const beats = [];
    let going = true;
    const beat = (async () => {
      while (going) {
        const at = performance.now();
        await (await server.request('GET', '/health')).text();
        beats.push(performance.now() - at);
        await new Promise((done) => setTimeout(done, 20));
      }
    })();
    const at = Date.now();
    const { status } = await server.request('POST', '/blobs?kind=photo', bytes, 'image/png');
    going = false;
    await beat;
    beats.sort((a, b) => a - b);
    console.log(
      `many pieces: a photo of ${Math.round(bytes.length / 2 ** 20)} MB answered ${status} after ${Date.now() - at} ms; ` +
        `health beside it ${Math.round(beats[beats.length >> 1])} ms in the middle, ${Math.round(beats[beats.length - 1])} ms at worst`,
    );
    fine = shown < 20_000;
  } finally {
    await server.end();
    rmSync(data, { recursive: true, force: true });
  }
  return fine;
}
