import { readFileSync } from 'node:fs';
import { MOST_BYTES, MOST_BYTES_TEXT } from '@pale-glint/core';
import type { Page } from '@playwright/test';
import { MIDDAY } from './support/midday.js';
import { DEMO, expect, lightAt, openLayer, sampleLine, saved, settled, test } from './support/server.js';

/** The elbow dome of the demo: its middle and half width, in mm. */
const ELBOW = { x: -7.4, y: -0.8, half: 5.7 };
const indexOfBrightest = (line: number[]) => line.indexOf(Math.max(...line));

test('a painter opens the demo, moves the light, changes a part, ticks, exports, imports, and finds it all after a restart', async ({
  page,
  server,
}) => {
  await page.goto(server.address);
  await page
    .getByRole('link', { name: /A lock-keeper's arm/ })
    .first()
    .click();
  await settled(page);
  await page.getByRole('button', { name: /Couter, elbow dome/ }).click();

  // The light goes from 10 to 2 o'clock by hand: the elbow's glint crosses over.
  const elbow = () =>
    sampleLine(
      page,
      [ELBOW.x - ELBOW.half * 0.8, ELBOW.y + 1.6],
      [ELBOW.x + ELBOW.half * 0.8, ELBOW.y + 1.6],
    );
  await page.mouse.move(...(await lightAt(page, 10.75)));
  await page.mouse.down();
  await page.mouse.move(...(await lightAt(page, 10)));
  await settled(page);
  await expect.poll(async () => indexOfBrightest(await elbow())).toBeLessThan(28);
  for (let h = 10.5; h <= 14.0001; h += 0.5) {
    await page.mouse.move(...(await lightAt(page, h)));
    await settled(page);
  }
  await page.mouse.up();
  await expect.poll(async () => indexOfBrightest(await elbow())).toBeGreaterThan(32);
  await expect(page.getByRole('slider', { name: 'Main light' })).toHaveAttribute(
    'aria-valuetext',
    /^2:00, 2[67] degrees high$/,
  );

  // The blade grows.
  await page
    .getByRole('button', { name: /Sluice blade/ })
    .first()
    .click();
  await page.getByLabel('Length', { exact: true }).fill('40');
  await page.getByLabel('Length', { exact: true }).press('Enter');
  await expect(page.getByRole('button', { name: /Sluice blade/ }).first()).toContainText('40 × 6.4 mm');
  await saved(page);

  // Two steps are ticked.
  await page.getByRole('link', { name: /Painting order/ }).click();
  await page.getByRole('checkbox', { name: 'Undercoat for cold steel, Sluice blade' }).click();
  await openLayer(page, /Value step 1 of 7/);
  await page.getByRole('checkbox', { name: 'Value step 1 of 7, Sluice blade' }).click();
  await expect(page.getByText(/2 of \d+ ticked/)).toBeVisible();

  // Out as a file, in as a copy.
  await page.getByRole('button', { name: 'Take it with you' }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: /Piece file/ }).click(),
  ]);
  const path = (await download.path())!;
  const file = JSON.parse(readFileSync(path, 'utf8'));
  expect(file.parts.find((p: { id: string }) => p.id === 'blade').form.lengthMm).toBe(40);
  expect(file.run.ticks).toHaveLength(2);
  await page.goto(server.address);
  await page.getByLabel('Piece file', { exact: true }).setInputFiles(path);
  await page.getByRole('button', { name: 'Keep both' }).click();
  await expect(page).toHaveURL(/lock-keepers-arm-2\/glint/);

  // Everything is there after a restart, in the piece and in its copy.
  await server.stop();
  await server.start();
  for (const id of ['lock-keepers-arm', 'lock-keepers-arm-2']) {
    await page.goto(`${server.address}/pieces/${id}/glint`);
    await settled(page);
    await expect(page.getByRole('slider', { name: 'Main light' })).toHaveAttribute('aria-valuetext', /^2:00/);
    await expect(page.getByRole('button', { name: /Sluice blade/ }).first()).toContainText('40 × 6.4 mm');
    await page.getByRole('link', { name: /Painting order/ }).click();
    await openLayer(page, /Value step 1 of 7/);
    await expect(page.getByRole('checkbox', { name: 'Value step 1 of 7, Sluice blade' })).toBeChecked();
    await expect(page.getByText(/2 of \d+ ticked/)).toBeVisible();
  }
});

test.describe('what is saved, and what is not', () => {
  test.use({ parts: ['blade', 'haft-ring'] });

  test('what one tab saves the other shows; undo there takes it back in both', async ({
    page,
    context,
    server,
  }) => {
    const other = await context.newPage();
    await page.goto(`${server.address}${DEMO}/parts`);
    await other.goto(`${server.address}${DEMO}/parts`);
    for (const p of [page, other]) await expect(p.getByText('All saved')).toBeVisible();
    const name = (p: Page) => p.getByLabel('Foot to crown', { exact: true });
    const before = await name(page).inputValue();
    await name(page).fill('41');
    await name(page).blur();
    await saved(page);
    await expect(name(other)).toHaveValue('41');
    await other.getByRole('button', { name: 'Undo' }).click();
    await saved(other);
    await expect(name(page)).toHaveValue(before);
    await expect(page.getByText('This piece was changed in another window.')).toBeHidden();
  });

  test('two tabs that could not save keep their changes apart; neither is lost, and the later one is asked', async ({
    page,
    context,
    server,
  }) => {
    const other = await context.newPage();
    for (const p of [page, other]) {
      await p.goto(`${server.address}${DEMO}/parts`);
      await expect(p.getByText('All saved')).toBeVisible();
    }
    const size = (p: Page) => p.getByLabel('Foot to crown', { exact: true });
    await server.stop('SIGKILL');
    for (const [p, mm] of [
      [page, '41'],
      [other, '43'],
    ] as const) {
      await size(p).fill(mm);
      await size(p).blur();
      await expect(p.getByTestId('save-state')).toContainText('Server away');
      await p.goto('about:blank');
    }
    await server.start();
    await page.goto(`${server.address}${DEMO}/parts`);
    await expect(size(page)).toHaveValue('41');
    await saved(page);
    await other.goto(`${server.address}${DEMO}/parts`);
    await expect(size(other)).toHaveValue('43');
    await expect(other.getByText('This piece was changed in another window.')).toBeVisible();
    await expect(size(page)).toHaveValue('41');
    // A tab that is closed leaves its change to the next that opens the piece.
    await server.stop('SIGKILL');
    await size(page).fill('44');
    await size(page).blur();
    await expect(page.getByTestId('save-state')).toContainText('Server away');
    await page.close();
    await server.start();
    const third = await context.newPage();
    await third.goto(`${server.address}${DEMO}/parts`);
    await expect(size(third)).toHaveValue('44');
  });

  test('a stale write is told, nothing is lost, and the painter chooses', async ({
    page,
    browser,
    server,
  }) => {
    // Another desk: tabs of one browser tell each other.
    const desk = await browser.newContext({ viewport: { width: 1280, height: 800 }, timezoneId: MIDDAY });
    await desk.addInitScript(() => localStorage.setItem('pale-glint/shown-round', 'yes'));
    const other = await desk.newPage();
    await page.goto(`${server.address}${DEMO}/glint`);
    await other.goto(`${server.address}${DEMO}/glint`);
    for (const p of [page, other]) await settled(p);

    await other.getByLabel('Length', { exact: true }).fill('33');
    await saved(other);
    await page.getByLabel('Bevel', { exact: true }).fill('40');
    await expect(page.getByText('This piece was changed in another window.')).toBeVisible();
    await expect(page.getByLabel('Bevel', { exact: true })).toHaveValue('40');
    // Even a reload keeps the change.
    await page.reload();
    await expect(page.getByLabel('Bevel', { exact: true })).toHaveValue('40');
    await expect(page.getByText('This piece was changed in another window.')).toBeVisible();

    await page.getByRole('button', { name: 'Keep both' }).click();
    await expect(page).toHaveURL(/lock-keepers-arm-2/);
    await expect(page.getByLabel('Bevel', { exact: true })).toHaveValue('40');
    const kept = await (await fetch(`${server.address}/api${DEMO}`)).json();
    expect(kept.piece.parts.find((p: { id: string }) => p.id === 'blade').form).toMatchObject({
      lengthMm: 33,
      bevelDeg: 28,
    });

    // The other ways: take the other's, then keep mine over it.
    await page.goto(`${server.address}${DEMO}/glint`);
    await settled(page);
    await other.getByLabel('Length', { exact: true }).fill('31');
    await saved(other);
    await page.getByLabel('Bevel', { exact: true }).fill('35');
    await page.getByRole('button', { name: 'Take the other' }).click();
    await expect(page.getByLabel('Length', { exact: true })).toHaveValue('31');
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByLabel('Bevel', { exact: true })).toHaveValue('35');
    await saved(page);
    await other.getByLabel('Length', { exact: true }).fill('30');
    await other.getByRole('button', { name: 'Keep mine' }).click();
    await saved(other);
    await desk.close();
  });

  test('with the server stopped the page says so, keeps the change and saves it when the server is back', async ({
    page,
    server,
  }) => {
    await page.goto(`${server.address}${DEMO}/glint`);
    await settled(page);
    await server.stop('SIGKILL');
    await page.getByLabel('Length', { exact: true }).fill('29');
    await expect(page.getByTestId('save-state')).toContainText('Server away');
    await settled(page);
    await page.getByRole('link', { name: /Painting order/ }).click();
    await page.getByRole('checkbox', { name: 'Undercoat for cold steel, Haft ring' }).click();
    await expect(page.getByRole('checkbox', { name: 'Undercoat for cold steel, Haft ring' })).toBeChecked();
    await server.start();
    await expect(page.getByTestId('save-state')).toHaveText('All saved', { timeout: 200_000 });
    await expect
      .poll(
        async () =>
          ((await (await fetch(`${server.address}/api${DEMO}/run`)).json()) as { ticks: unknown[] }).ticks
            .length,
        { timeout: 200_000 },
      )
      .toBe(1);
    const kept = await (await fetch(`${server.address}/api${DEMO}`)).json();
    expect(kept.piece.parts.find((p: { id: string }) => p.id === 'blade').form.lengthMm).toBe(29);
  });
});

test('a refused file is told field by field and nothing is stored', async ({ page, server }) => {
  await page.goto(server.address);
  const text = await (await fetch(`${server.address}/api${DEMO}/file`)).text();
  const drop = (body: string) =>
    page
      .getByLabel('Piece file', { exact: true })
      .setInputFiles({ name: 'bad.json', mimeType: 'application/json', buffer: Buffer.from(body) });
  for (const [body, path, says] of [
    [text.replace('"lengthMm": 36', '"lengthMm": -36'), 'parts[6].form.lengthMm', 'held -36'],
    [text.slice(0, 2000), 'parts[', 'whole JSON'],
    [' '.repeat(MOST_BYTES + 1), 'file', MOST_BYTES_TEXT],
  ] as const) {
    await drop(body);
    const dialog = page.getByRole('dialog', { name: 'The file was not accepted' });
    await expect(dialog).toContainText(path);
    await expect(dialog).toContainText(says);
    await dialog.getByRole('button', { name: 'Close' }).click();
  }
  expect(((await (await fetch(`${server.address}/api/pieces`)).json()) as unknown[]).length).toBe(5);
});
