// Makes docs/screenshots anew from the demo data, in a data folder of its own.
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { chromium } from '@playwright/test';
import { readPiece, writePiece } from '@pale-glint/core';
import sharp from 'sharp';
import { launchOptions } from './chromium.mjs';
import { demoServer } from './demo-server.mjs';

const FOLDER = fileURLToPath(new URL('../docs/screenshots', import.meta.url));
const server = await demoServer();
const browser = await chromium.launch(launchOptions);
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
await page.addInitScript(() => localStorage.setItem('pale-glint/shown-round', 'yes'));
/** Waits until all small pictures are drawn. */
const smallPictures = async () => {
  await page.locator('canvas[data-ready]').first().waitFor();
  await page.waitForFunction(
    () => [...document.querySelectorAll('canvas.shrink-0')].every((c) => c.dataset.ready === 'yes'),
    null,
    { timeout: 120_000 },
  );
};
const take = async (name) => {
  await page.waitForTimeout(1800);
  await page
    .getByText(/^Measuring/)
    .first()
    .waitFor({ state: 'hidden', timeout: 60_000 });
  await page.waitForTimeout(900);
  await page.screenshot({ path: join(FOLDER, `${name}.png`) });
};
const demo = `${server.address}/pieces/sluice-warden`;
const map = () => page.waitForSelector('[data-testid="map"][data-settled="yes"]');

await page.goto(server.address);
await smallPictures();
await take('first-page');
await page.goto(`${server.address}/one-part?form=dome`);
await map();
await smallPictures();
await take('one-part');
for (const station of ['light', 'parts']) {
  await page.goto(`${demo}/${station}`);
  await map();
  await page.waitForTimeout(9000);
  await take(station);
}
// The captain, cut from a 3D file: his front, then his back.
await page.goto(`${server.address}/pieces/lock-captain/glint`);
await map();
await page.waitForTimeout(14_000);
await take('glint-painted');
await page.getByRole('radio', { name: 'Back' }).click();
await map();
await page.waitForTimeout(8000);
await take('miniature');
await page.goto(`${demo}/glint`);
await map();
await page.waitForTimeout(6000);
await page.getByRole('radio', { name: 'Zones' }).click();
await take('glint-zones');
await page.getByRole('radio', { name: 'Painted' }).click();
// The demo raises nothing by itself: two things are done by hand to it, and taken back afterwards.
const put = (piece) =>
  fetch(`${server.address}/api/pieces?ifExists=replace`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: writePiece(piece),
  });
const warden = readPiece(await (await fetch(`${server.address}/api/pieces/sluice-warden/file`)).text());
await put({
  ...warden,
  wear: [],
  adjustments: [
    { id: 'bounce-1', part: 'pauldron-left', kind: 'bounce', peak: 0.9, gap: 0.6 },
    { id: 'edge-1', part: 'blade', kind: 'edge', value: 0.9 },
  ],
});
await page.goto(`${demo}/glint`);
await map();
await page.waitForTimeout(6000);
await page.keyboard.press('f');
await page.getByTestId('finding-mark').first().locator('rect').click();
await page.mouse.move(0, 790);
await take('glint-findings');
await put(warden);
await page.goto(`${demo}/glint`);
await map();
await page.waitForTimeout(4000);
await page.keyboard.press('f');
await page.getByRole('region', { name: 'Parts' }).getByText('Sluice blade').click();
await page.keyboard.press('k');
await page.keyboard.press('c');
await page.waitForTimeout(800);
await page.getByRole('slider', { name: 'Main band, left face', exact: true }).focus();
await take('glint-by-hand');
await page.keyboard.press('c');
await page.keyboard.press('j');
await page.getByRole('region', { name: 'Parts' }).getByText('Visor, face plate').click();
await page.getByRole('link', { name: /Steps and mixes/ }).click();
await page.getByRole('region', { name: 'Cold steel', exact: true }).waitFor();
await page.mouse.move(0, 790);
await take('steps');
await page.getByRole('link', { name: /Painting order/ }).click();
await page.getByText(/^My notes/).click();
await page.getByRole('link', { name: 'To the table' }).waitFor({ timeout: 60_000 });
await take('order');
await page.getByRole('link', { name: /^Record/ }).click();
await page.getByRole('img', { name: 'The photo as it would look mended' }).waitFor({ timeout: 120_000 });
await take('record');
await page.getByRole('link', { name: /Painting order/ }).click();
await page.getByRole('link', { name: 'To the table' }).click();
await page.getByRole('button', { name: 'Done', exact: true }).waitFor();
// On a phone the first step, before anything is drying.
await page.setViewportSize({ width: 390, height: 844 });
await page.getByAltText(/^What this step paints/).waitFor();
await page.waitForTimeout(2700);
const phone = await page.screenshot();
await page.setViewportSize({ width: 1280, height: 800 });
// On to a step of metal, with what was laid before it drying.
const step = page.getByRole('heading', { level: 1 });
for (let i = 0; i < 40 && !/value step [3-6]/.test(await step.innerText()); i++) {
  await page.keyboard.press('Space');
  await page.waitForTimeout(100);
}
await page.getByAltText(/^What this step paints/).waitFor();
await page.waitForTimeout(1500);
await take('table');
// Laptop and phone beside each other.
const table = join(FOLDER, 'table.png');
const laptop = await sharp(table).toBuffer();
await sharp({ create: { width: 1280 + 24 + 390, height: 844, channels: 3, background: '#f9f9f9' } })
  .composite([
    { input: laptop, left: 0, top: 0 },
    { input: phone, left: 1280 + 24, top: 0 },
  ])
  .png()
  .toFile(table);
await page.goto(`${server.address}/shelf`);
await page.waitForTimeout(600);
await page.screenshot({ path: join(FOLDER, 'shelf.png') });
await page.goto(`${server.address}/shelf/card`);
await page.getByRole('button', { name: 'Try with a stand-in photo' }).click();
await page.getByRole('region', { name: 'Measured' }).waitFor();
await page.waitForTimeout(800);
await page.screenshot({ path: join(FOLDER, 'card-of-paints.png') });

// What a painter answered on three evenings, and a question that was just answered.
const HUES = ['blues', 'greys', 'yellows', 'reds', 'greens'];
for (let i = 0; i < 34; i++) {
  const about = HUES[i % HUES.length];
  // Strong blues are taken for too light; all of it settles.
  const lean = (about === 'blues' ? 7 : 0) + Math.round(14 * Math.cos(2.4 * i) * Math.exp(-i / 18));
  await fetch(`${server.address}/api/drills/evening-${i}`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({
      drill: 'value',
      about,
      miss: Math.abs(lean),
      lean,
      at: new Date(Date.UTC(2026, 10, 24 + Math.floor(i / 12), 19, 3 * (i % 12))).toISOString(),
    }),
  });
}
await page.goto(`${server.address}/drills/value?seed=2`);
const grey = page.getByRole('slider', { name: 'Your grey' });
for (let i = 0; i < 9; i++) await grey.press('ArrowLeft');
await page.getByRole('button', { name: 'Equally light' }).click();
await page.getByRole('button', { name: 'Next' }).waitFor();
await page.waitForTimeout(800);
await page.screenshot({ path: join(FOLDER, 'drills.png') });

// A photo with an outline that follows its edges between the taps, and a stroke's beside it.
await page.goto(server.address);
await page.getByRole('button', { name: 'New piece' }).click();
await page.getByLabel('Its name').fill('My captain');
await page.getByRole('button', { name: 'Begin' }).click();
await page
  .locator('aside input[type=file]')
  .first()
  .setInputFiles(fileURLToPath(new URL('../demo/lock-captain-front.jpg', import.meta.url)));
const photo = page.getByTestId('underlay');
await photo.waitFor();
await page.waitForTimeout(2500);
const there = await photo.boundingBox();
const onPhoto = ([u, v]) => [there.x + u * there.width, there.y + v * there.height];
await page.getByRole('button', { name: 'By a stroke' }).click();
await page.mouse.move(...onPhoto([0.36, 0.3]));
await page.mouse.down();
for (const at of [
  [0.47, 0.3],
  [0.44, 0.34],
  [0.38, 0.35],
])
  await page.mouse.move(...onPhoto(at), { steps: 6 });
await page.mouse.up();
await page.waitForTimeout(2500);
await page.getByRole('button', { name: 'Done' }).click();
await page.waitForTimeout(1500);
await page.getByRole('button', { name: 'Leave' }).click();
await page.getByRole('button', { name: /^Your miniature/ }).click();
await page.getByRole('button', { name: 'Rounded plate', exact: true }).click();
for (const at of [
  [0.242, 0.262],
  [0.318, 0.259],
  [0.335, 0.311],
  [0.298, 0.344],
  [0.224, 0.302],
])
  await page.mouse.click(...onPhoto(at));
await page.waitForTimeout(2500);
await page.screenshot({ path: join(FOLDER, 'outline.png') });

// The painter's own miniature: a stand-in series, scanned.
await page.goto(server.address);
await page.getByRole('button', { name: 'New piece' }).click();
await page.getByLabel('Its name').fill('Lock hand');
await page.getByRole('button', { name: 'Begin' }).click();
await page.getByRole('link', { name: 'Scan under a lamp' }).click();
await page.getByLabel('A spoilt photo').selectOption('ball lost');
await page.getByRole('button', { name: 'Take eight photos' }).click();
await page.getByRole('button', { name: 'Scan 8 photos' }).click({ timeout: 180_000 });
await page.getByRole('button', { name: 'Put it under the parts' }).waitFor({ timeout: 180_000 });
await page.waitForTimeout(800);
await page.screenshot({ path: join(FOLDER, 'scan.png') });

await page.goto(`${server.address}/pieces/lock-militia/glint`);
await map();
await page.getByRole('region', { name: 'Parts' }).getByText('Boathook, blade').click();
await page.keyboard.press('o');
await page.getByRole('button', { name: /^Show .* close up/ }).click();
await map();
await page.waitForTimeout(1500);
await take('glint-wear');
await browser.close();
await server.stop();
