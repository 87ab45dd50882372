import { readFileSync } from 'node:fs';
import { stepKey } from '@pale-glint/core';
import type { Page } from '@playwright/test';
import { MIDDAY } from './support/midday.js';
import { DEMO, expect, saved, tenOfFewParts, test, type AppServer } from './support/server.js';

const toOrder = async (page: Page, server: AppServer) => {
  await page.goto(`${server.address}${DEMO}/order`);
  await expect(page.getByRole('heading', { level: 2, name: /^Tonight|^\w{3} \d+ \w{3},/ })).toBeVisible();
};
const toTable = async (page: Page, server: AppServer) => {
  await toOrder(page, server);
  await page.getByRole('link', { name: 'To the table' }).click();
  await expect(page.getByRole('button', { name: 'Done', exact: true })).toBeVisible();
};
const ticksOn = async (server: AppServer) =>
  ((await (await fetch(`${server.address}/api/pieces/lock-keepers-arm/run`)).json()) as { ticks: object[] })
    .ticks;

test('evenings are set and pulled, the plan follows; a layer is ticked in one press and taken back in one', async ({
  page,
  server,
}) => {
  await toOrder(page, server);
  const evenings = page.getByRole('list', { name: 'Evenings' }).getByRole('listitem');
  const before = await evenings.count();
  const length = page.getByRole('slider', { name: /^Length of / }).first();
  await expect(length).toHaveValue('120');
  await length.focus();
  for (let i = 0; i < 14; i++) await page.keyboard.press('ArrowLeft');
  await expect(length).toHaveValue('50');
  await expect.poll(() => evenings.count()).toBeGreaterThan(before);
  await saved(page);
  expect((await server.piece('lock-keepers-arm')).table.evenings[0].minutes).toBe(50);
  await page.getByRole('button', { name: '45 minutes' }).click();
  await expect(page.getByRole('status').filter({ hasText: /about \d+ min|short enough/ })).toBeVisible();

  const [calendar] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Into my calendar' }).click(),
  ]);
  expect(readFileSync((await calendar.path())!, 'utf8')).toContain('BEGIN:VEVENT');

  const all = page.getByRole('checkbox', { name: 'All of Undercoat for cold steel' });
  const left = await page.getByText(/^About .* at the brush$/).innerText();
  await all.click();
  await expect(page.getByText(/^About .* at the brush$/)).not.toHaveText(left);
  await expect.poll(async () => (await ticksOn(server)).length).toBeGreaterThan(5);
  await all.click();
  await expect.poll(async () => (await ticksOn(server)).length).toBe(0);
});

test('an evening is painted by keys alone; timers and place stay over a reload', async ({ page, server }) => {
  await toTable(page, server);
  const title = page.getByRole('heading', { level: 1 });
  await expect(title).toHaveText('Undercoat for cold steel');
  await page.keyboard.press('Space');
  await expect(title).not.toHaveText('Undercoat for cold steel');
  await expect(page.getByRole('list', { name: 'Drying' })).toContainText('Undercoat for cold steel');
  await page.keyboard.press('PageDown');
  await expect.poll(async () => (await ticksOn(server)).length).toBeGreaterThan(5);
  const now = await title.innerText();
  await page.reload();
  await expect(title).toHaveText(now);
  await expect(page.getByRole('list', { name: 'Drying' })).toContainText('Undercoat for cold steel');
  await page.keyboard.press('PageUp');
  await page.keyboard.press('ArrowLeft');
  await expect(title).toHaveText('Undercoat for cold steel');
  await expect.poll(async () => (await ticksOn(server)).length).toBe(0);
});

test('what is not dry yet is said, painted over at the second press only, and something else is offered meanwhile', async ({
  page,
  server,
}) => {
  await toTable(page, server);
  const title = page.getByRole('heading', { level: 1 });
  await expect(page.getByAltText(/^What this step paints on/)).toBeVisible();
  const wet = page.getByRole('region', { name: 'Not dry yet' });
  for (let i = 0; i < 12 && !(await wet.isVisible()); i++) {
    const before = await title.innerText();
    await page.keyboard.press('Space');
    await expect(title).not.toHaveText(before);
  }
  await expect(wet).toContainText(/is dry in/);
  const waiting = await title.innerText();
  const ticks = (await ticksOn(server)).length;
  await page.keyboard.press('Space');
  await expect(wet.getByRole('alert')).toContainText('once more');
  await expect(title).toHaveText(waiting);
  expect((await ticksOn(server)).length).toBe(ticks);
  const other = wet.getByRole('button', { name: /^Meanwhile: / });
  if (await other.isVisible()) {
    const name = (await other.innerText()).replace('Meanwhile: ', '').replace(/, coat \d+$/, '');
    await other.click();
    await expect(title).toHaveText(name);
    await expect(wet).toBeHidden();
    await page.keyboard.press('Space');
    await expect(title).toHaveText(waiting);
    await page.keyboard.press('Space');
  }
  // It is dry: the painter has warmed it.
  await page.keyboard.press('Space');
  await expect(title).not.toHaveText(waiting);
});

test('at the table by touch on a phone: a slip, a note; a tick made while the server is away outlives a reload', async ({
  page,
  server,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await toTable(page, server);
  await page.getByRole('button', { name: 'I slipped' }).click();
  await page.getByRole('button', { name: 'Wet', exact: true }).click();
  await expect(page.getByRole('region', { name: 'A slip' })).toContainText('clean, damp brush');
  await page.getByRole('button', { name: 'Back to the step' }).click();
  await page.getByRole('button', { name: 'Note', exact: true }).click();
  await page.getByRole('textbox', { name: 'Note' }).fill('primer spat a little');
  await page.getByRole('button', { name: 'Keep the note' }).click();
  for (const button of await page.getByRole('region', { name: 'At the table' }).getByRole('button').all())
    expect((await button.boundingBox())!.height).toBeGreaterThanOrEqual(48);
  const wide = page.getByRole('region', { name: 'At the table' });
  expect(await wide.evaluate((e) => e.scrollWidth)).toBeLessThanOrEqual(390);
  await expect
    .poll(async () => (await server.piece('lock-keepers-arm')).notes.map((n) => n.text))
    .toEqual(['Undercoat for cold steel: primer spat a little']);
  // A photo of the moment, and what is no photo.
  await page.getByRole('button', { name: 'Note', exact: true }).click();
  const camera = page.getByLabel('A photo of it now');
  await camera.setInputFiles({ name: 'x.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('no photo') });
  await page.getByRole('button', { name: 'Keep the note' }).click();
  await expect(page.getByRole('form', { name: 'A note' }).getByRole('status')).toContainText(/JPEG|PNG/);
  await page.getByLabel('Another photo').setInputFiles('demo/heron-wing.jpg');
  await page.getByRole('button', { name: 'Keep the note' }).click();
  await expect(page.getByRole('form', { name: 'A note' })).toBeHidden();
  const photo = async () => (await server.piece('lock-keepers-arm')).notes[1]?.photo;
  await expect.poll(photo).toMatch(/^[0-9a-f]{64}$/);

  await server.stop();
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  const kept = () =>
    page.evaluate(
      () =>
        Object.keys(localStorage)
          .filter((key) => key.startsWith('pale-glint/ticks/lock-keepers-arm'))
          .flatMap((key) => JSON.parse(localStorage.getItem(key)!) as object[]).length,
    );
  await expect.poll(kept).toBeGreaterThan(0);
  await server.start();
  await page.reload();
  await expect.poll(async () => (await ticksOn(server)).length).toBeGreaterThan(5);
  await expect.poll(kept).toBe(0);
  const ticks = (await ticksOn(server)) as Parameters<typeof stepKey>[0][];
  expect(new Set(ticks.map(stepKey)).size).toBe(ticks.length);

  // Both notes are read on the painting order, and one is let go.
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.getByRole('link', { name: 'Back to the order' }).click();
  await page.getByText('My notes: 2').click();
  await expect(page.getByText('Undercoat for cold steel: primer spat a little')).toBeVisible();
  const shown = page.getByAltText(/^Photo with the note/);
  await expect.poll(() => shown.evaluate((i: HTMLImageElement) => i.naturalWidth)).toBeGreaterThan(100);
  await page.getByRole('button', { name: /^let it go: Undercoat for cold steel: primer/ }).click();
  await expect(page.getByText('My notes: 1')).toBeVisible();
});

test('the table as a page: opened from disk with no server, painted, and its ticks come back', async ({
  page,
  server,
}, info) => {
  await toOrder(page, server);
  const [download] = await Promise.all([
    page.waitForEvent('download', { timeout: 200_000 }),
    page.getByRole('button', { name: 'The table as a page' }).click(),
  ]);
  const path = info.outputPath('table.html');
  await download.saveAs(path);
  const alone = await page.context().newPage();
  const faults: string[] = [];
  alone.on('pageerror', (e) => faults.push(e.message));
  alone.on('request', (r) => !/^(file|data|blob):/.test(r.url()) && faults.push(r.url()));
  await alone.setViewportSize({ width: 390, height: 844 });
  await alone.goto(`file://${path}`);
  await expect(alone.getByRole('heading')).toHaveText('Undercoat for cold steel');
  expect(await alone.locator('img').evaluate((i: HTMLImageElement) => i.naturalWidth)).toBeGreaterThan(100);
  await alone.getByRole('button', { name: 'Done', exact: true }).click();
  await expect(alone.getByLabel('Drying')).toContainText('Undercoat for cold steel');
  await alone.keyboard.press('PageDown');
  await alone.reload();
  const file = alone.getByRole('button', { name: /^Ticks as a file/ });
  let count = 0;
  await expect(async () => {
    count = Number(/\d+/.exec(await file.innerText())![0]);
    // What was written just before a reload may reach the browser's storage a moment after the page is drawn.
    if (count === 0) await alone.reload();
    expect(count).toBeGreaterThan(5);
  }).toPass();
  const [ticks] = await Promise.all([alone.waitForEvent('download'), file.click()]);
  const text = readFileSync((await ticks.path())!);
  await alone.close();
  expect(faults).toEqual([]);

  const give = (buffer: Buffer) =>
    page.getByLabel('Ticks from it').setInputFiles({ name: 't.json', mimeType: 'application/json', buffer });
  await give(Buffer.from('{"format":"pale-glint/ticks","version":1,"piece":"other","ticks":[]}'));
  await expect(page.getByText(/another piece/)).toBeVisible();
  await give(Buffer.from('{"ticks":'));
  await expect(page.getByText(/^Nothing was ticked/)).toBeVisible();
  await give(text);
  await expect(page.getByText(`${count} ticked.`, { exact: true })).toBeVisible();
  await expect.poll(async () => (await ticksOn(server)).length).toBe(count);
});

test('a phone scans a code, paints at the table, its ticks arrive as they are made; it ends with one press', async ({
  page,
  server,
  browser,
}) => {
  await toOrder(page, server);
  await page.getByRole('button', { name: 'Show a code' }).click();
  const dialog = page.getByRole('dialog', { name: 'Scan this with your phone' });
  await expect(dialog.getByRole('img').first()).toBeVisible({ timeout: 200_000 });
  await expect(dialog).toContainText('not encrypted');
  const address = (
    await dialog
      .getByText(/^http:/)
      .first()
      .innerText()
  ).replace(/\/\/[^:/]+/, '//127.0.0.1');
  await dialog.getByRole('button', { name: 'It is open on the phone' }).click();

  const pocket = await browser.newContext({
    viewport: { width: 390, height: 844 },
    timezoneId: MIDDAY,
    hasTouch: true,
  });
  const phone = await pocket.newPage();
  const faults: string[] = [];
  phone.on('pageerror', (e) => faults.push(e.message));
  await phone.goto(address);
  await expect(phone.getByRole('heading')).toHaveText('Undercoat for cold steel');
  await expect(phone.getByRole('status')).toHaveText('All is on the computer.');
  // The key is gone from the address, and opens nothing any more.
  expect(phone.url()).not.toContain('#');
  await phone.getByRole('button', { name: 'Done', exact: true }).tap();
  await expect.poll(async () => (await ticksOn(server)).length).toBeGreaterThan(0);
  const first = (await ticksOn(server)).length;
  // A note with a photo goes from the phone to the piece, while something else is changed on the computer.
  await phone.getByRole('button', { name: 'Note', exact: true }).tap();
  await phone.getByRole('textbox', { name: 'Note' }).fill('two coats were enough');
  await phone.getByLabel('A photo of it now').setInputFiles('demo/heron-wing.jpg');
  await page.getByRole('button', { name: '45 minutes' }).click();
  await phone.getByRole('button', { name: 'Keep the note' }).tap();
  await expect
    .poll(async () => (await server.piece('lock-keepers-arm')).notes.map((n) => [n.text, !!n.photo]))
    .toEqual([[expect.stringMatching(/: two coats were enough$/), true]]);
  await expect(page.getByText('My notes: 1')).toBeVisible();
  // Taken back on the phone, it is unticked on the computer.
  await phone.getByRole('button', { name: 'Back', exact: true }).tap();
  await expect.poll(async () => (await ticksOn(server)).length).toBe(0);
  await phone.getByRole('button', { name: 'Done', exact: true }).tap();
  await expect.poll(async () => (await ticksOn(server)).length).toBe(first);

  await expect(page.getByText(/^1 phone at the table/)).toBeVisible();
  await page.getByRole('button', { name: 'End it' }).click();
  await expect(page.getByText(/no phone reaches it/)).toBeVisible();
  await phone.getByRole('button', { name: 'Done', exact: true }).tap();
  await expect(phone.getByRole('status')).toContainText('does not answer');
  expect(faults).toEqual([]);
  await pocket.close();
});

test('ten alike: a layer on all in one press, a whole figure in one, taken back to what was ticked before', async ({
  page,
  server,
}) => {
  await page.goto(`${await tenOfFewParts(server)}/order`);
  const ticked = async () =>
    Number(/(\d+) of \d+ ticked/.exec(await page.getByRole('complementary').innerText())?.[1] ?? -1);
  await page.getByRole('checkbox', { name: /^All of Undercoat for iron/ }).click({ timeout: 200_000 });
  // Three parts of iron on each of ten.
  await expect.poll(ticked).toBe(30);
  const layer = await ticked();
  await page.getByLabel('Ticking').selectOption('figure 3 of 10');
  await page.getByRole('button', { name: 'Figure 3 is done' }).click();
  await expect.poll(ticked).toBeGreaterThan(layer + 20);
  await page.getByRole('button', { name: 'Figure 3 is not done after all' }).click();
  await expect.poll(ticked).toBe(layer);
});

test('what was done is read by evening and by layer beside the plan, and leaves as a table', async ({
  page,
  server,
}) => {
  await toTable(page, server);
  await page.keyboard.press('Space');
  await expect.poll(async () => (await ticksOn(server)).length).toBeGreaterThan(5);
  await page.getByRole('link', { name: 'Back to the order' }).click();
  await page.getByRole('button', { name: 'Read it' }).click();
  const dialog = page.getByRole('dialog', { name: 'What was done' });
  await expect(dialog).toContainText('Undercoat for cold steel');
  await expect(dialog).toContainText(/\d+ min at the brush, (planned \d+ min|as planned)/);
  await dialog.getByRole('button', { name: 'by layer' }).click();
  await expect(dialog.getByRole('listitem').filter({ hasText: 'Undercoat for cold steel' })).toHaveCount(1);
  const [table] = await Promise.all([
    page.waitForEvent('download'),
    dialog.getByRole('button', { name: 'As a table' }).click(),
  ]);
  const lines = readFileSync((await table.path())!, 'utf8')
    .trimEnd()
    .split('\n');
  expect(lines.length).toBe(1 + (await ticksOn(server)).length);
  await dialog.getByRole('button', { name: 'Close', exact: true }).first().click();
  await expect(dialog).toBeHidden();
});

test('an evening goes on paper: what to put out, what to paint when and where, without the page around it', async ({
  page,
  server,
}) => {
  await toOrder(page, server);
  await page.getByRole('link', { name: 'On paper' }).click();
  const card = page.getByRole('article');
  await expect(card.getByRole('heading', { level: 1 })).toHaveText("A lock-keeper's arm");
  await expect(card).toContainText('Put out');
  await expect(card).toContainText('Undercoat for cold steel');
  await expect(card).toContainText("Follow the maker's label");
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('link', { name: /^Glint map/ })).toBeHidden();
  await expect(page.getByRole('button', { name: 'Print it' })).toBeHidden();
  await expect(card).toBeVisible();
  await page.emulateMedia({ media: 'screen' });
  await page.getByRole('button', { name: 'Evening after' }).click();
  await expect(page.getByText(/^Evening 2 of \d+$/)).toBeVisible();
  await page.getByRole('link', { name: 'Back to the order' }).click();
  await expect(page).toHaveURL(/\/order$/);
});

test('everything leaves as one file, and comes back after a look at what it would change', async ({
  page,
  server,
}) => {
  await page.goto(server.address);
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Take it out' }).click(),
  ]);
  const bytes = readFileSync((await file.path())!);
  await page.getByRole('button', { name: "Remove A lock-keeper's arm" }).click();
  await page.getByRole('button', { name: 'Remove', exact: true }).last().click();
  await expect(page.getByRole('link', { name: /A lock-keeper's arm/ })).toHaveCount(0);
  const give = (buffer: Buffer) =>
    page.getByLabel('Bring it back').setInputFiles({ name: 'all.zip', mimeType: 'application/zip', buffer });
  await give(bytes.subarray(0, 5000));
  await expect(page.getByText(/^Nothing was changed/)).toBeVisible();
  await give(bytes);
  const held = page.getByRole('list', { name: 'Pieces in the backup' });
  await expect(held).toContainText('not here yet');
  await expect(held).toContainText('here, the same');
  await page.getByRole('button', { name: 'Put beside what is here' }).click();
  await expect(page.getByText(/^Brought back: 1 piece/)).toBeVisible();
  await expect(page.getByRole('link', { name: /A lock-keeper's arm/ }).first()).toBeVisible();
});
