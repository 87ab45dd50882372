import { writeFileSync } from 'node:fs';
import {
  lockKeepersArm,
  ORDINARY_HAND,
  paintedBy,
  photographed,
  PLAIN_SHOT,
  planRasterOf,
  type Planted,
  type Shot,
} from '@pale-glint/core';
import type { Locator, Page, TestInfo } from '@playwright/test';
import { encode } from 'fast-png';
import { cleaner } from './support/axe.js';
import { DEMO, expect, openLayer, saved, test, type AppServer } from './support/server.js';

const partAt = (id: string) => lockKeepersArm.parts.findIndex((p) => p.id === id);

/** A photo of the painted arm, by the stand-in painter and camera, as a file. */
function photoFile(
  info: TestInfo,
  name: string,
  faults: readonly Planted[],
  over: Partial<Shot> = {},
): string {
  const plan = planRasterOf(lockKeepersArm, { longSide: 560 });
  const painted = paintedBy(plan, { hand: ORDINARY_HAND, faults, seed: 5 });
  const shot = { ...PLAIN_SHOT, width: 700, height: 630, fills: 0.6, turnDeg: 5, ...over };
  const { width, height, rgba } = photographed(plan, painted, shot, 6);
  const path = info.outputPath(name);
  writeFileSync(path, encode({ width, height, data: new Uint8Array(rgba.buffer), channels: 4 }));
  return path;
}

const toRecord = async (page: Page, server: AppServer) => {
  await page.goto(`${server.address}${DEMO}/record`);
  await expect(page.getByRole('heading', { name: 'A photo beside the plan' })).toBeVisible();
};

test('a photo lies on the plan by itself; what strays is named with its cure, and the cure is seen first', async ({
  page,
  server,
}, info) => {
  const readers: string[] = [];
  page.on('worker', (worker) => worker.url().includes('photo.worker') && readers.push(worker.url()));
  await toRecord(page, server);
  const file = photoFile(info, 'too-bright.png', [{ part: partAt('vambrace'), kind: 'value', amount: 16 }]);
  await page.getByLabel('A photo of it').setInputFiles(file);
  const shows = page.getByRole('complementary', { name: 'What the photo shows' });
  await expect(shows.getByRole('heading', { name: 'One thing to mend' })).toBeVisible();
  // That it was saved meanwhile did not make it be read anew.
  await saved(page);
  expect(readers).toHaveLength(1);
  await expect(shows.getByText(/Vambrace.* is 1\d of value lighter than planned/)).toBeVisible();
  await expect(shows.getByText('Values are relative')).toBeVisible();
  await expect(page.getByRole('img', { name: 'The photo as it would look mended' })).toBeVisible();
  await cleaner(page)('a photo beside its plan');
  const cures = shows.getByRole('radio');
  await expect(cures.first()).toBeChecked();
  // What was mended is written down once it is said to be, and can be taken back.
  const written = shows.getByText(/^Mended, /);
  await shows.getByRole('button', { name: 'Mended so' }).click();
  await expect(written).toBeVisible();
  await shows.getByRole('button', { name: 'not yet' }).click();
  await expect(written).toBeHidden();
  await shows.getByRole('button', { name: 'Mended so' }).click();
  await page.getByRole('button', { name: 'Read it' }).click();
  const done = page.getByRole('dialog', { name: 'What was done' });
  await expect(done.getByText(/lighter than planned\. Mended: /)).toBeVisible();
  await done.getByRole('button', { name: 'Close' }).click();
  await shows.getByRole('radio', { name: 'leave it as it is' }).check();
  await expect(page.getByRole('img', { name: 'The photo as it would look mended' })).toBeHidden();
  await expect(shows.getByRole('button', { name: 'Mended so' })).toBeHidden();

  // Plan and photo are looked into at the same place, by wheel and by button.
  const photo = page.getByRole('img', { name: 'The photo', exact: true });
  const [whole, beside] = [(await photo.boundingBox())!, page.getByRole('img', { name: 'The plan' })];
  await page.mouse.move(whole.x + whole.width / 2, whole.y + whole.height / 3);
  await page.mouse.wheel(0, -480);
  await expect.poll(async () => (await photo.boundingBox())!.width / whole.width).toBeGreaterThan(2);
  const [near, plan] = [(await photo.boundingBox())!, (await beside.boundingBox())!];
  expect(plan.width / near.width).toBeCloseTo(1, 1);
  await page.getByRole('button', { name: /times$/ }).click();
  await expect.poll(async () => (await photo.boundingBox())!.width / whole.width).toBeCloseTo(1, 2);

  await page.getByRole('button', { name: 'Slider', exact: true }).click();
  const covers = page.getByRole('slider', { name: 'How much of the photo the plan covers' });
  await covers.focus();
  await page.keyboard.press('ArrowLeft');
  await expect(covers).toHaveValue('49');
  await page.getByRole('button', { name: 'Blink' }).click();
  await page.getByRole('button', { name: 'Hold still' }).click();
  await page.getByRole('button', { name: /^Show the/ }).click();
  await page.getByRole('button', { name: 'Lighter, darker' }).click();
  await expect(page.getByRole('img', { name: 'Where the photo is lighter or darker' })).toBeVisible();
  await page.getByRole('checkbox', { name: 'The card behind it has a known colour' }).click();
  await expect(shows.getByText('By the card the whole figure is')).toBeVisible();

  // Beside a second one, painted as planned: what the first strays is told of the two as well.
  const alike = photoFile(info, 'companion.png', [], { turnDeg: -3 });
  await page.getByLabel('A photo of it').setInputFiles(alike);
  await expect(shows.getByRole('heading', { name: 'As planned' })).toBeVisible();
  await page.getByRole('button', { name: 'Side by side' }).click();
  const pair = shows.getByRole('region', { name: 'Beside another photo' });
  await pair.getByRole('combobox', { name: 'Hold beside' }).selectOption({ index: 1 });
  await expect(pair.getByRole('listitem')).toHaveCount(1);
  await expect(pair.getByRole('listitem')).toHaveText(/^Vambrace.*: 1\d of value darker$/);
  await expect(page.getByRole('img', { name: 'The other photo' })).toBeVisible();
  await page.getByRole('button', { name: 'let it go' }).click();

  // It is kept with the piece, and can be let go.
  await saved(page);
  expect((await server.piece('lock-keepers-arm')).notes).toHaveLength(2);
  await page.getByRole('button', { name: 'let it go' }).click();
  await expect(page.getByRole('heading', { name: 'A photo beside the plan' })).toBeVisible();

  // Three more by the same plan, larger.
  await page.getByRole('button', { name: 'Paint another' }).click();
  const dialog = page.getByRole('dialog', { name: 'Paint another' });
  await expect(dialog.getByText(/^The plan begins on .*primer/)).toBeVisible();
  await dialog.getByLabel('Foot to crown').fill('80');
  await dialog.getByLabel('How many alike').fill('3');
  await expect(dialog.getByText(/^Another size/)).toBeVisible();
  await dialog.getByRole('button', { name: 'Begin' }).click();
  await expect(page).toHaveURL(/\/pieces\/piece-\w+\/light$/);
  const id = /pieces\/([^/]+)/.exec(page.url())![1];
  const mended = {
    part: 'vambrace',
    text: expect.stringMatching(/^Last time, Vambrace.* Mended: /),
    madeAt: null,
  };
  expect(await server.piece(id)).toMatchObject({ heightMm: 80, copies: 3, notes: [mended] });
});

test('a photo that does not lie by itself is laid by places that are tapped on it and on the plan', async ({
  page,
  server,
}, info) => {
  await toRecord(page, server);
  // Half of it lies outside the picture, the rest is held by a hand.
  const file = photoFile(info, 'cut-off.png', [], { offset: [0.62, 0.1], holder: 'hand', turnDeg: 40 });
  await page.getByLabel('A photo of it').setInputFiles(file);
  const shows = page.getByRole('complementary', { name: 'What the photo shows' });
  await expect(shows.getByText(/Tap three or more places/)).toBeVisible();
  await shows.getByRole('button', { name: 'Tap places to lay it by' }).click();
  const lay = page.getByRole('button', { name: 'Lay it by these places' });
  await expect(lay).toBeDisabled();
  const [plan, photo] = ['The plan, to be tapped', 'The photo, to be tapped'].map((name) =>
    page.getByRole('img', { name }),
  );
  /** Presses a place of a picture, as shares of the room it has. */
  const tap = async (picture: Locator, x: number, y: number) => {
    const { width, height } = (await picture.boundingBox())!;
    await picture.click({ position: { x: x * width, y: y * height } });
  };
  for (const [x, y] of [
    [0.4, 0.42],
    [0.6, 0.45],
    [0.5, 0.58],
  ]) {
    await tap(plan, x, y);
    await tap(photo, x + 0.03, y);
  }
  await expect(page.getByRole('status').filter({ hasText: '3 of 3 or more' })).toBeVisible();
  await page.getByRole('button', { name: 'Take the last one back' }).click();
  await expect(lay).toBeDisabled();
  await tap(photo, 0.52, 0.56);
  await lay.click();
  await expect(shows.getByRole('button', { name: 'Laid by 3 places: tap others' })).toBeVisible();

  // What was told of a photo stays with it.
  const held = page.getByRole('combobox', { name: 'Held against' });
  await held.selectOption({ label: 'after undercoat for cold steel' });
  await page.getByRole('checkbox', { name: 'The card behind it has a known colour' }).click();
  await saved(page);
  await page.reload();
  await expect(shows.getByRole('button', { name: 'Laid by 3 places: tap others' })).toBeVisible();
  await expect(held).toHaveValue(/undercoat/);
  await expect(page.getByRole('checkbox', { name: 'The card behind it has a known colour' })).toBeChecked();
});

test('plans take the painter’s own pace, say from how much it is known, and forget it', async ({
  page,
  server,
}) => {
  const told = (path: string, request: RequestInit) =>
    fetch(`${server.address}/api/pace${path}`, {
      ...request,
      headers: { 'content-type': 'application/json' },
    });
  const toOrder = async () => {
    await page.goto(`${server.address}${DEMO}/order`);
    const left = page.getByText(/^About .* at the brush$/);
    await expect(left).toBeVisible();
    return left;
  };
  const usual = await (await toOrder()).innerText();
  // Twenty layers on another piece, each three times as long as the starting figures have it.
  const counts = [{ kind: 'layer', count: 20, sum: 20 * Math.log(3) }];
  expect((await told('/lock-militia', { method: 'PUT', body: JSON.stringify({ counts }) })).status).toBe(200);
  const mine = await toOrder();
  await expect(page.getByText('By your own pace, from 20 layers timed.')).toBeVisible();
  await expect(mine).not.toHaveText(usual);
  await page.getByRole('checkbox', { name: 'All of Undercoat for cold steel' }).click();
  await page.getByRole('button', { name: 'Read it' }).click();
  const pace = page.getByRole('region', { name: 'Your pace' });
  await expect(pace).toContainText('Layers by brush: 2.');
  await pace.getByRole('button', { name: 'forget it' }).click();
  await expect(pace).toBeHidden();
  await page.getByRole('button', { name: 'Close' }).click();
  await expect(page.getByText('By your own pace')).toBeHidden();
});

test('what went otherwise is put right, and the plan takes the coats that the paint took', async ({
  page,
  server,
}) => {
  await page.goto(`${server.address}${DEMO}/order`);
  const layer = (n: number) => page.getByRole('checkbox', { name: `All of Value step ${n} of 7` });
  for (const n of [4, 5]) await layer(n).click();
  await page.getByRole('button', { name: 'Read it' }).click();
  const dialog = page.getByRole('dialog', { name: 'What was done' });
  await dialog.getByRole('button', { name: 'by layer' }).click();
  for (const n of [4, 5]) {
    await dialog.getByRole('button', { name: `It went otherwise: Value step ${n} of 7` }).click();
    const form = dialog.getByRole('form', { name: `What was done: Value step ${n} of 7` });
    await expect(form.getByLabel('Coats', { exact: true })).toHaveValue('2');
    await form.getByLabel('Coats', { exact: true }).fill('5');
    if (n === 5) await form.getByLabel('At the brush').fill('40');
    if (n === 4) await cleaner(page)('what went otherwise');
    await form.getByRole('button', { name: 'That was it' }).click();
    await expect(form).toBeHidden();
  }
  await expect(dialog.getByRole('listitem').filter({ hasText: 'Value step 5 of 7' })).toContainText('40 min');
  await expect(dialog.getByRole('list', { name: 'Coats that your paints take' })).toContainText(
    /Plover grey: 1\.\d times the coats of the model, .* from 2 layers/,
  );
  const run = (await (await page.request.get(`${server.address}/api${DEMO}/run`)).json()) as {
    ticks: { step: string; did: { coats: number } }[];
  };
  expect(run.ticks.length).toBeGreaterThan(4);
  for (const t of run.ticks) expect(t.did.coats).toBe(5);
  await dialog.getByRole('button', { name: 'Close', exact: true }).first().click();
  await page.reload();
  await openLayer(page, /Value step 4 of 7/);
  await expect(page.getByText(/as yours went \(the model: 2\)/).first()).toBeVisible();
});
