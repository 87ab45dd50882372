import type { Page } from '@playwright/test';
import { DEMO, expect, saved, settled, test } from './support/server.js';

const stageOf = (page: Page) => page.getByTestId('stage');
const pictureOf = async (page: Page) =>
  JSON.parse((await stageOf(page).getAttribute('data-picture'))!) as [number, number, number, number, number];

/** The place of the piece, in mm, that is shown at a place of the stage. */
async function under(page: Page, x: number, y: number): Promise<[number, number]> {
  const [left, top, px, width, wide] = await pictureOf(page);
  const box = (await stageOf(page).boundingBox())!;
  const scale = width / wide;
  return [left + ((x - box.x) * scale) / px, top - ((y - box.y) * scale) / px];
}

test('the map is looked into by wheel where the pointer is, moved by a drag beside the piece, and is whole again at a press', async ({
  page,
  server,
}) => {
  await page.goto(`${server.address}${DEMO}/glint`);
  await settled(page);
  const box = (await stageOf(page).boundingBox())!;
  const [x, y] = [box.x + 0.4 * box.width, box.y + 0.55 * box.height];
  const before = await under(page, x, y);
  await page.mouse.move(x, y);
  for (let i = 0; i < 3; i++) {
    await page.mouse.wheel(0, -240);
    await settled(page);
  }
  const zoom = async () => Number(await stageOf(page).getAttribute('data-zoom'));
  expect(await zoom()).toBeCloseTo(1.5 ** 3, 1);
  const after = await under(page, x, y);
  expect(Math.hypot(after[0] - before[0], after[1] - before[1])).toBeLessThan(0.05);
  // It is drawn at that size, not enlarged: the canvas has a point for each of the screen.
  const points = () =>
    page
      .getByTestId('map')
      .evaluate((c: HTMLCanvasElement) => c.width / (c.clientWidth * Math.min(2, devicePixelRatio)));
  await expect.poll(points).toBeCloseTo(1, 2);

  // A press on a part still chooses it; a drag beside all parts moves the picture.
  await page.getByRole('button', { name: 'Farther' }).click();
  await page.getByRole('button', { name: 'Farther' }).click();
  await settled(page);
  const corner: [number, number] = [box.x + box.width - 30, box.y + 0.6 * box.height];
  const held = await under(page, ...corner);
  await page.mouse.move(...corner);
  await page.mouse.down();
  await page.mouse.move(corner[0] - 60, corner[1] - 80, { steps: 6 });
  await page.mouse.up();
  await settled(page);
  const now = await under(page, corner[0] - 60, corner[1] - 80);
  expect(Math.hypot(now[0] - held[0], now[1] - held[1])).toBeLessThan(0.1);

  await page.getByRole('button', { name: /times$/ }).click();
  await settled(page);
  expect(await zoom()).toBe(1);
  await expect(page.getByRole('button', { name: 'Farther' })).toBeDisabled();
});

/** Two fingers that come down one after the other on a place of the stage, part, and are lifted one after the other. */
async function pinch(page: Page, [x, y]: readonly [number, number]): Promise<void> {
  const hand = await page.context().newCDPSession(page);
  const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', ...halves: number[]) =>
    hand.send('Input.dispatchTouchEvent', {
      type,
      touchPoints: halves.map((half, id) => ({ x: x + half, y, id })),
    });
  await touch('touchStart', -40);
  await touch('touchStart', -40, 40);
  for (const half of [50, 60, 70, 80]) await touch('touchMove', -half, half);
  await touch('touchEnd', -80);
  await touch('touchEnd');
}
/** One finger of its own: comes down, moves and is lifted. */
async function finger(page: Page) {
  const hand = await page.context().newCDPSession(page);
  const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', ...points: { x: number; y: number }[]) =>
    hand.send('Input.dispatchTouchEvent', { type, touchPoints: points });
  return {
    down: (x: number, y: number) => touch('touchStart', { x, y }),
    to: (x: number, y: number) => touch('touchMove', { x, y }),
    up: () => touch('touchEnd'),
  };
}
const timesOf = async (page: Page) => Number(await stageOf(page).getAttribute('data-zoom'));

test('two fingers take the picture between them', async ({ page, server }) => {
  await page.goto(`${server.address}${DEMO}/glint`);
  await settled(page);
  const box = (await stageOf(page).boundingBox())!;
  const chosen = await page.getByRole('complementary').getByRole('heading').first().textContent();
  await pinch(page, [box.x + 0.5 * box.width, box.y + box.height - 24]);
  await settled(page);
  expect(await timesOf(page)).toBeGreaterThan(1.6);
  expect(await page.getByRole('complementary').getByRole('heading').first().textContent()).toBe(chosen);
});

test('two fingers on a part take the picture and leave the part; one chooses it, and drags it', async ({
  page,
  server,
}) => {
  const before = await server.piece('lock-keepers-arm');
  await page.goto(`${server.address}${DEMO}/parts`);
  await settled(page);
  const panel = page.getByRole('complementary').getByRole('heading').first();
  const chosen = await panel.textContent();
  // The first finger comes down on the disc.
  const disc = before.parts.find((p) => p.id === 'disc')!;
  const [left, top, px, width, wide] = await pictureOf(page);
  const box = (await stageOf(page).boundingBox())!;
  const on = [
    box.x + ((disc.place.xMm - left) * px * wide) / width,
    box.y + ((top - disc.place.yMm) * px * wide) / width,
  ] as const;
  await pinch(page, [on[0] + 40, on[1]]);
  await settled(page);
  expect(await timesOf(page)).toBeGreaterThan(1.6);
  expect(await panel.textContent()).toBe(chosen);
  expect((await server.piece('lock-keepers-arm')).parts).toEqual(before.parts);

  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /times$/ }).click();
  await settled(page);
  const one = await finger(page);
  await one.down(...on);
  await one.up();
  await expect(panel).toHaveText(/^Disc/);
  // Beside the handle in its middle, which would come to under the finger.
  const aside = [on[0] - 20, on[1] - 20] as const;
  await one.down(...aside);
  for (const by of [3, 12, 20]) await one.to(aside[0] + by, aside[1]);
  await one.up();
  await saved(page);
  const placeOf = async () =>
    (await server.piece('lock-keepers-arm')).parts.find((p) => p.id === 'disc')!.place;
  const moved = await placeOf();
  expect(moved.xMm - disc.place.xMm).toBeCloseTo((20 * width) / wide / px, 1);
  expect(moved.rollDeg).toBe(disc.place.rollDeg);

  // A finger takes a handle that it comes down beside.
  const handle = (await page.getByRole('slider', { name: /^Turn of/ }).boundingBox())!;
  const beside = [handle.x + handle.width / 2 + 15, handle.y + handle.height / 2] as const;
  await one.down(...beside);
  for (const by of [10, 30, 50]) await one.to(beside[0] + by, beside[1] + by);
  await one.up();
  await saved(page);
  const turned = await placeOf();
  expect(Math.abs(turned.rollDeg - disc.place.rollDeg)).toBeGreaterThan(20);
  expect([turned.xMm, turned.yMm]).toEqual([moved.xMm, moved.yMm]);
});
