import type { Page } from '@playwright/test';
import { begin, HIGH, madePhoto, WIDE } from './support/madePhoto.js';
import { DEMO, expect, frame, saved, settled, test } from './support/server.js';

const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true };

test('on a phone a photo is laid under, scaled and tapped on by finger; a loupe shows what the finger hides', async ({
  browser,
  server,
}) => {
  const context = await browser.newContext(PHONE);
  const page = await context.newPage();
  await begin(page, server.address, 'By finger');
  await page
    .locator('aside input[type=file]')
    .setInputFiles({ name: 'own.png', mimeType: 'image/png', buffer: madePhoto(0) });
  await expect(page.getByTestId('underlay')).toBeVisible();
  const wide = () => page.evaluate(() => document.documentElement.scrollWidth);
  expect(await wide()).toBe(390);
  /** Where a place of the made photo, from its middle, lies on the screen. */
  const placeOf = async (x: number, y: number) => {
    const box = (await page.getByTestId('underlay').boundingBox())!;
    return [box.x + box.width * (0.5 + x / WIDE), box.y + box.height * (0.5 + y / HIGH)] as const;
  };
  const tap = async (x: number, y: number) => {
    await page.touchscreen.tap(...(await placeOf(x, y)));
    await frame(page);
  };
  await page.getByRole('button', { name: '32', exact: true }).tap();
  await tap(-198, 330);
  // The panel comes back with the last tap; what then lies under the finger is not pressed by it.
  await page.evaluate(() => {
    const pressed: EventTarget[] = [];
    Object.assign(window, { pressed });
    document.addEventListener('click', ({ target }) => target && pressed.push(target));
  });
  await tap(198, 330);
  expect(await page.evaluate(() => (window as unknown as { pressed: EventTarget[] }).pressed.length)).toBe(0);
  await page.getByRole('button', { name: 'Dome', exact: true }).tap();
  expect(await page.evaluate(() => (window as unknown as { pressed: EventTarget[] }).pressed.length)).toBe(1);
  for (const turn of [0.4, 1.7, 2.9, 4.2]) await tap(150 * Math.cos(turn), -60 + 105 * Math.sin(turn));
  // The last one is looked for under the loupe, and made where the finger is lifted.
  const touch = await context.newCDPSession(page);
  const [x, y] = await placeOf(120, -60);
  const [toX, toY] = await placeOf(150 * Math.cos(5.5), -60 + 105 * Math.sin(5.5));
  await touch.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: [{ x, y }] });
  await expect(page.getByTestId('loupe')).toBeAttached();
  await touch.send('Input.dispatchTouchEvent', { type: 'touchMove', touchPoints: [{ x: toX, y: toY }] });
  await touch.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
  await expect(page.getByTestId('loupe')).toHaveCount(0);
  // Chromium gives no click for a tap that follows a drag made this way too soon: a painter would tap again.
  await expect(async () => {
    await page.getByRole('button', { name: 'Done' }).tap({ timeout: 2000 });
    await expect(page.getByRole('button', { name: 'Neither' })).toBeVisible({ timeout: 2000 });
  }).toPass();
  await page.getByRole('button', { name: 'Neither' }).tap();
  await page.getByRole('button', { name: 'Leave' }).tap();
  await saved(page);
  const id = /pieces\/([^/]+)/.exec(page.url())![1];
  const piece = await server.piece(id);
  const mm = piece.views[0].underlay!.mmPerPx;
  expect(Math.abs((mm * 400) / 32 - 1)).toBeLessThan(0.04);
  expect(Math.abs((piece.parts[0].form as { widthMm: number }).widthMm / (300 * mm) - 1)).toBeLessThan(0.05);
  // The map is there by finger as well, with its part beside it and nothing cut off.
  await page.getByRole('link', { name: /^Glint map/ }).tap();
  await settled(page);
  await expect(page.getByRole('region', { name: 'Parts' }).getByText('Dome', { exact: true })).toBeVisible();
  expect(await wide()).toBe(390);
  await context.close();
});

const widthOf = (page: Page) => page.evaluate(() => document.documentElement.scrollWidth);

test('on a phone every page is one column as wide as the screen, and the name of a station is in view', async ({
  context,
  server,
}) => {
  const page = await context.newPage();
  const devTools = await context.newCDPSession(page);
  await devTools.send('Emulation.setDeviceMetricsOverride', {
    ...PHONE.viewport,
    deviceScaleFactor: 1,
    mobile: true,
  });
  await page.goto(`${server.address}${DEMO}/light`);
  for (const [station, shows] of [
    ['Light', 'Lights to start from'],
    ['Parts', 'Your miniature'],
    ['Glint map', 'Parts, nearest the eye first'],
    ['Steps and mixes', 'value steps from'],
    ['Painting order', 'Put out:'],
    ['Record', 'Photograph the miniature'],
  ] as const) {
    const link = page.getByRole('navigation', { name: 'Stations' }).getByRole('link', { name: station });
    await link.click();
    await expect(link).toHaveAttribute('aria-current', 'page');
    await expect(link).toBeInViewport({ ratio: 1 });
    const words = page.getByText(shows).first();
    await expect(words).toBeVisible();
    // None is squeezed beside another column.
    const wide = await words.evaluate((inline) => {
      let block = inline;
      while (getComputedStyle(block).display === 'inline') block = block.parentElement!;
      return block.getBoundingClientRect().width;
    });
    expect([station, wide > 250]).toEqual([station, true]);
    expect([station, await widthOf(page)]).toEqual([station, 390]);
  }

  // What is asked to be seen is brought into view, under the list as it is.
  await page.getByRole('link', { name: /^Painting order/ }).click();
  await page.getByRole('button', { name: 'see it after this' }).first().click();
  await expect(page.getByRole('img', { name: 'The piece after the chosen step' })).toBeInViewport();

  for (const [path, heading] of [
    ['/shelf', 'Shelf'],
    ['/shelf/card', 'Paints measured on a card'],
    ['/one-part?form=dome', 'Just one part'],
    [`${DEMO}/parts/scan`, 'Scan under a lamp'],
    [`${DEMO}/parts/mesh`, 'From a 3D file'],
  ]) {
    await page.goto(server.address + path);
    await expect(page.getByRole('heading', { level: 1, name: heading })).toBeVisible();
    expect([path, await widthOf(page)]).toEqual([path, 390]);
  }
});
