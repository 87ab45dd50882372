import type { Page } from '@playwright/test';
import { allCommands } from '../apps/web/src/stations/commands/catalogue.js';
import { DEMO, expect, saved, settled, test } from './support/server.js';

const KEY: Record<string, string> = {
  'Ctrl+Z': 'Control+z',
  'Ctrl+Shift+Z': 'Control+Shift+z',
  'Ctrl+Y': 'Control+y',
};
const press = async (page: Page, id: string) => {
  const command = allCommands.find((c) => c.id === id)!;
  await page.keyboard.press(KEY[command.keys[0]] ?? command.keys[0]);
};
const partNames = (page: Page) =>
  page.getByRole('region', { name: 'Parts' }).getByRole('listitem').allTextContents();

test('every command works by keyboard alone', async ({ page, server }) => {
  await page.goto(`${server.address}${DEMO}/glint`);
  await settled(page);
  const used = new Set<string>();
  const on = async (id: string) => {
    used.add(id);
    await press(page, id);
  };
  // Stations.
  for (const id of ['light', 'parts', 'steps', 'order', 'record', 'glint']) {
    await on(id);
    await expect(page).toHaveURL(new RegExp(`/${id}$`));
  }
  // Looking.
  for (const [id, name] of [
    ['values', 'Values'],
    ['zones', 'Zones'],
    ['lines', 'Lines'],
    ['tint', 'Tint'],
    ['squint', 'Squint'],
    ['painted', 'Painted'],
  ]) {
    await on(id);
    await expect(page.getByRole('radio', { name })).toBeChecked();
  }
  await settled(page);
  const stage = page.getByTestId('stage');
  const first = await stage.getAttribute('data-picture');
  await on('close');
  await expect(stage).not.toHaveAttribute('data-picture', first!);
  await press(page, 'close');
  const seen = () => stage.getAttribute('data-picture');
  await expect.poll(seen).toBe(first);
  await on('closer');
  await expect(stage).toHaveAttribute('data-zoom', '1.50');
  for (const id of ['to-left', 'to-top', 'to-right', 'to-bottom']) {
    const before = await seen();
    await on(id);
    await expect.poll(seen).not.toBe(before);
  }
  await press(page, 'closer');
  await on('away');
  await expect(stage).toHaveAttribute('data-zoom', '1.50');
  await on('whole-picture');
  await expect.poll(seen).toBe(first);
  // A piece with one side and no photo stays as it is.
  for (const id of ['next-view', 'photo-alone']) await on(id);
  await expect.poll(seen).toBe(first);
  await on('surround');
  await expect(stage).toHaveAttribute('data-surround', 'light');
  await on('mirror');
  await expect(page.getByRole('button', { name: 'Mirror the picture' })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await on('turn');
  await expect(page.getByRole('button', { name: 'Turn the picture' })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await press(page, 'mirror');
  for (let i = 0; i < 3; i++) await press(page, 'turn');
  const heading = () => page.getByRole('complementary').getByRole('heading').first().textContent();
  const chosen = await heading();
  await on('next');
  await expect.poll(heading).not.toBe(chosen);
  await on('previous');
  await expect.poll(heading).toBe(chosen);
  await expect(page.getByText('The finished piece')).toBeVisible();
  await on('earlier');
  await expect(page.getByText(/^After step/)).toBeVisible();
  await on('later');
  await expect(page.getByText('The finished piece')).toBeVisible();
  // Before you paint.
  for (const [id, name] of [
    ['findings', /Before you paint/],
    ['hand', /By hand/],
    ['wear', /Wear/],
    ['figures', /Figures/],
  ] as const) {
    await on(id);
    await expect(page.getByRole('tab', { name })).toHaveAttribute('aria-selected', 'true');
  }
  await saved(page);
  const compositions = async () =>
    (await server.piece('lock-keepers-arm')).parts.map((p) =>
      p.finish.kind === 'metal' ? p.finish.composition : -1,
    );
  const composed = await compositions();
  await on('another');
  await expect.poll(compositions).not.toEqual(composed);
  await press(page, 'undo');
  await press(page, 'findings');
  await expect(page.locator('[data-finding]').first()).toBeVisible({ timeout: 200_000 });
  await on('fix-all');
  await expect(page.getByText(/\d+ fixed/)).toBeVisible({ timeout: 200_000 });
  await press(page, 'undo');
  await on('round');
  await expect(page.getByRole('progressbar', { name: 'Turning it round' })).toBeVisible();
  await press(page, 'round');
  await expect(page.getByRole('progressbar', { name: 'Turning it round' })).toBeHidden();
  await press(page, 'figures');
  // Light.
  await on('key-light');
  await page.keyboard.press('ArrowUp');
  await expect(page.getByRole('slider', { name: 'Main light' })).toHaveAttribute(
    'aria-valuetext',
    /28 degrees/,
  );
  await on('undo');
  await expect(page.getByRole('slider', { name: 'Main light' })).toHaveAttribute(
    'aria-valuetext',
    /27 degrees/,
  );
  await on('redo');
  await expect(page.getByRole('slider', { name: 'Main light' })).toHaveAttribute(
    'aria-valuetext',
    /28 degrees/,
  );
  // Parts.
  await press(page, 'parts');
  await expect(page.getByRole('region', { name: 'Library' })).toBeVisible();
  await on('add');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Name of the part')).toHaveValue('Tube');
  const count = (await partNames(page)).length;
  await on('move');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowUp');
  const place = page.getByRole('slider', { name: 'Place of tube' });
  const before = await place.getAttribute('aria-valuetext');
  await page.keyboard.press('ArrowRight');
  await expect(place).not.toHaveAttribute('aria-valuetext', before!);
  await page.keyboard.press('Tab');
  await page.keyboard.press('ArrowUp');
  await expect(page.getByRole('slider', { name: 'Turn of tube' })).toHaveAttribute(
    'aria-valuetext',
    '1 degrees',
  );
  await on('duplicate');
  await expect.poll(async () => (await partNames(page)).length).toBe(count + 1);
  await on('twin');
  await expect.poll(async () => (await partNames(page)).length).toBe(count + 2);
  await saved(page);
  const depth = async () => (await server.piece('lock-keepers-arm')).parts.map((p) => p.id);
  const ids = await depth();
  await on('farther');
  await expect.poll(depth).not.toEqual(ids);
  await on('nearer');
  await expect.poll(depth).toEqual(ids);
  const [own] = ids.slice(-1);
  await on('back');
  await expect.poll(async () => (await depth())[0]).toBe(own);
  await on('front');
  await expect.poll(async () => (await depth()).at(-1)).toBe(own);
  await on('group');
  await expect(page.getByLabel('Belongs to', { exact: true })).toBeFocused();
  await page.keyboard.press('a');
  await expect(page.getByLabel('Belongs to', { exact: true })).not.toHaveValue('');
  for (let i = 0; i < 2; i++) await page.keyboard.press('Shift+Tab');
  await on('remove');
  await expect.poll(async () => (await partNames(page)).length).toBe(count + 1);
  // Everywhere.
  await on('take');
  await expect(page.getByRole('menuitem', { name: /Piece file/ })).toBeVisible();
  await page.keyboard.press('Escape');
  await on('guide');
  await expect(page.getByRole('region', { name: 'First visit' })).toBeVisible();
  // It leads to the light first.
  await expect(page).toHaveURL(/\/light$/);
  await page.getByRole('button', { name: 'Leave me to it' }).press('Enter');
  await on('help');
  await expect(page).toHaveURL(/\/keys$/);
  // Each is listed once, as what its keys do; headings of groups may share a word with them.
  for (const c of allCommands)
    await expect(
      page.getByRole('definition').filter({ hasText: new RegExp(`^${c.label.replace(/[?()]/g, '\\$&')}$`) }),
    ).toHaveCount(1);
  await on('pieces');
  await expect(page.getByRole('heading', { name: 'Pale Glint' })).toBeVisible();
  expect([...used].sort()).toEqual(allCommands.map((c) => c.id).sort());
});
