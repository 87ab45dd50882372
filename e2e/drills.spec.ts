import { askDrill, DRILL_IDS, drillPictures, hexToLab, type DrillId, type Paint } from '@pale-glint/core';
import type { Page } from '@playwright/test';
import { expect, test, type AppServer } from './support/server.js';

const SEED = 21;
/** The picture that the page shows. */
const SIZE = { width: 720, height: 560 };

const shelfOf = async ({ address }: AppServer) =>
  ((await (await fetch(`${address}/api/shelf`)).json()) as { shelf: { paints: Paint[] } }).shelf.paints;

/** The first question that the page asks from a seed. */
const asked = async <K extends DrillId>(server: AppServer, drill: K) =>
  askDrill(drill, SEED, await shelfOf(server)).task;

const open = (page: Page, server: AppServer, drill: DrillId) =>
  page.goto(`${server.address}/drills/${drill}?seed=${SEED}`);
const verdict = (page: Page) =>
  page.getByRole('status').filter({ has: page.getByRole('button', { name: 'Next' }) });

/** Moves a slider from its middle to a number by keys. */
async function slideTo(page: Page, name: string, to: number) {
  const slider = page.getByRole('slider', { name });
  await slider.focus();
  await slider.press('ArrowRight');
  const by = Math.round(to) - 51;
  const key = by > 0 ? 'ArrowRight' : 'ArrowLeft';
  // With Shift ten at a time.
  for (let i = 0; i < Math.floor(Math.abs(by) / 10); i++) await slider.press(`Shift+${key}`);
  for (let i = 0; i < Math.abs(by) % 10; i++) await slider.press(key);
}

/** Answers a question as it is true. */
const answer: { readonly [K in DrillId]: (page: Page, server: AppServer) => Promise<void> } = {
  async value(page, server) {
    await slideTo(page, 'Your grey', hexToLab((await asked(server, 'value')).hex).l);
    await page.getByRole('button', { name: 'Equally light' }).click();
  },
  async light(page, server) {
    const { clockHours } = await asked(server, 'light');
    const dial = page.getByRole('slider', { name: 'Main light' });
    const box = (await dial.boundingBox())!;
    const angle = (clockHours / 6) * Math.PI;
    await dial.click({
      position: {
        x: box.width * (0.5 + 0.3 * Math.sin(angle)),
        y: box.height * (0.5 - 0.3 * Math.cos(angle)),
      },
    });
    await page.getByRole('button', { name: 'From there' }).click();
  },
  async dot(page, server) {
    const task = await asked(server, 'dot');
    const { picture } = drillPictures('dot', task, SIZE)!.asked;
    const place = page.getByRole('application', { name: /^Place of the dot/ });
    const box = (await place.boundingBox())!;
    const [{ xMm, yMm }] = task.dots;
    await place.click({
      position: {
        x: ((xMm - picture.leftMm) * picture.pxPerMm * box.width) / SIZE.width,
        y: ((picture.topMm - yMm) * picture.pxPerMm * box.height) / SIZE.height,
      },
    });
    await page.getByRole('button', { name: 'It goes here' }).click();
  },
  async share(page, server) {
    await slideTo(page, 'Share of the part', 100 * (await asked(server, 'share')).share);
    await page.getByRole('button', { name: 'So much' }).click();
  },
  async mix(page, server) {
    const { options, right } = await asked(server, 'mix');
    await page.getByRole('button', { name: options[right].parts.join(' to '), exact: true }).click();
  },
  async fault(page, server) {
    const { right } = await asked(server, 'fault');
    await page.getByRole('group', { name: 'What is wrong' }).getByRole('button').nth(right).click();
  },
};

test('every drill asks from what is computed, calls a true answer so, tells what is true and asks on', async ({
  page,
  server,
}) => {
  await page.goto(server.address);
  await page.getByRole('link', { name: 'Drills' }).click();
  await expect(page.getByRole('heading', { name: 'Which grey is as light as this paint?' })).toBeVisible();
  for (const drill of DRILL_IDS) {
    await open(page, server, drill);
    await answer[drill](page, server);
    await expect(verdict(page)).toContainText(/^(Close|Right)/);
    await page.getByRole('button', { name: 'Next' }).press('Enter');
    await expect(verdict(page)).toHaveCount(0);
    // The next question waits for an answer of its own.
    await expect(page.getByRole('region').getByRole('button').first()).toBeVisible();
    await expect(page.getByRole('complementary', { name: 'How you see' })).toContainText(
      /1 of 1 (close|right)/,
    );
  }
  // All of it is there on the next visit.
  await page.reload();
  await expect(page.getByRole('navigation', { name: 'Drills' }).getByText('not tried yet')).toHaveCount(0);
  await expect(page.getByRole('complementary', { name: 'How you see' })).toContainText('1 answer');
  await page.getByRole('button', { name: 'Forget them' }).click();
  await page.getByRole('button', { name: 'Forget them for good' }).click();
  await expect(page.getByRole('navigation', { name: 'Drills' }).getByText('not tried yet')).toHaveCount(1);
});

test('how a painter leans is told, and an answer given while the server is away is kept', async ({
  page,
  server,
}) => {
  await open(page, server, 'value');
  // Every grey is set far too light.
  for (let n = 1; n <= 4; n++) {
    const slider = page.getByRole('slider', { name: 'Your grey' });
    await slider.press('End');
    if (n === 4) await server.stop();
    await page.getByRole('button', { name: 'Equally light' }).click();
    await expect(verdict(page)).toContainText('too light');
    if (n < 4) await page.getByRole('button', { name: 'Next' }).click();
  }
  await expect(page.getByRole('alert')).toContainText(
    'Answers wait in this browser: the server cannot be reached.',
  );
  await expect(page.getByRole('complementary', { name: 'How you see' })).toContainText('0 of 4 close');
  await server.start();
  await expect(page.getByRole('alert')).toHaveCount(0);
  const kept = (await (await fetch(`${server.address}/api/drills`)).json()) as {
    answers: { lean: number }[];
  };
  expect(kept.answers).toHaveLength(4);
  expect(Math.min(...kept.answers.map((a) => a.lean))).toBeGreaterThan(0);
});
