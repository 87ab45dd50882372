import type { Locator } from '@playwright/test';
import type { Page } from '@playwright/test';
import { DEMO, expect, saved, settled, test } from './support/server.js';

const OWN = [
  'deep violet',
  'strong yellow',
  'dark ochre',
  'warm yellow',
  'pale yellow',
  'white',
  'black',
  'dark red-brown',
];

/** Takes all supplied paints off the shelf and puts the painter's own on it, by name alone. */
async function emptied(page: Page, address: string): Promise<void> {
  await page.goto(`${address}/shelf`);
  await page.getByRole('checkbox', { name: /all/i }).first().check();
  await page.getByRole('button', { name: 'Take them off the shelf' }).click();
  await page.getByLabel(/^One a line/).fill(OWN.join('\n'));
  await page.getByRole('button', { name: 'Put 8 paints on the shelf' }).click();
  await expect(page.getByText('8 pots, 8 to mix from')).toBeVisible();
  await expect(page.getByText('colour guessed').first()).toBeVisible();
}

test('with eight paints of one’s own, named in plain words, a new piece is mixed from them and names no other', async ({
  page,
  server,
}) => {
  await emptied(page, server.address);
  await page.goto(server.address);
  await page.getByRole('button', { name: 'New piece' }).click();
  await page.getByLabel('Its name').fill('Own gold');
  await page.getByRole('button', { name: 'Begin', exact: true }).click();
  await page.waitForURL(/\/parts$/);
  await page.getByRole('button', { name: 'Add dome', exact: true }).click();
  await expect(page.getByText(/^Dome added in cold steel, polished/)).toBeVisible();
  // Another metal where one looks for it.
  await page.getByRole('combobox', { name: 'Painted as' }).selectOption({ label: 'Gold, to be mixed' });
  await expect(page.getByRole('combobox', { name: 'Painted as' })).toHaveValue('gold');
  await saved(page);
  await page.getByRole('link', { name: /Painting order/ }).click();
  await expect(page.getByRole('heading', { level: 2, name: 'Glints, the last dots' })).toBeVisible();
  await expect(page.getByText('not on your shelf')).toHaveCount(0);
  const id = /pieces\/([^/]+)/.exec(page.url())![1];
  const { ladders, paints } = await server.piece(id);
  const gold = ladders.find((l) => l.metal === 'gold')!;
  const names = new Map(paints.map((p) => [p.id, p.name]));
  for (const step of gold.steps) for (const { paint } of step.mix) expect(OWN).toContain(names.get(paint));
  expect(OWN).toContain(names.get(gold.undercoat));
  // Just one part is mixed from them, too.
  await page.goto(`${server.address}/one-part?form=dome`);
  const layers = page.getByRole('list', { name: 'Layers' });
  await expect(layers).toContainText(new RegExp(OWN.join('|')));
  await expect(layers).not.toContainText(/Lampsoot|Wet slate|Towline/);
});

test('a paint that steps name and the shelf has not is told, and one press mixes them from what is there', async ({
  page,
  server,
}) => {
  await emptied(page, server.address);
  await page.goto(`${server.address}${DEMO}/steps`);
  const steel = page.getByRole('region', { name: 'Cold steel', exact: true });
  await expect(steel.getByRole('note')).toContainText('Not on your shelf: Chalk');
  await steel.getByRole('button', { name: 'Mix these steps from what I have' }).click();
  await expect(steel.getByRole('note')).toHaveCount(0);
  await saved(page);
  await page.keyboard.press('Control+z');
  await expect(steel.getByRole('note')).toContainText('Not on your shelf: Chalk');
});

/** A pass of the way, not the gap beside it. */
const chip = (way: Locator, name: RegExp | string) =>
  way.locator('[data-chip]').filter({ hasText: name }).first();

test('a glaze of one’s own goes in before the last dots, is renamed, moved and let go; the order follows', async ({
  page,
  server,
}) => {
  await page.goto(`${server.address}${DEMO}/steps`);
  const way = page.getByRole('list', { name: 'Way of Cold steel', exact: true });
  await chip(way, /last dots/).click();
  await page.getByRole('button', { name: 'Add a pass before it' }).click();
  await page.getByRole('combobox', { name: 'Of', exact: true }).selectOption({ label: 'Lamp yellow' });
  await page.getByRole('button', { name: 'Put it in' }).click();
  await chip(way, /glaze of Lamp yellow/).click();
  const name = page.getByRole('textbox', { name: 'Its name' });
  await name.fill('Warm it up');
  await name.press('Tab');
  await chip(way, 'warm it up').waitFor();
  await page.getByRole('button', { name: 'Earlier' }).click();
  await saved(page);
  // Dragged along the way it stands before the dots again; a gap takes another pass in.
  const places = async () => (await way.locator('[data-chip]').allInnerTexts()).slice(-3);
  const [from, to] = [
    await chip(way, 'warm it up').boundingBox(),
    await chip(way, /last dots/).boundingBox(),
  ];
  await page.mouse.move(from!.x + 10, from!.y + 8);
  await page.mouse.down();
  await page.mouse.move(from!.x + 30, from!.y + 8, { steps: 3 });
  await page.mouse.move(to!.x + 6, to!.y + 8, { steps: 6 });
  await page.mouse.up();
  await expect.poll(async () => (await places())[1]).toBe('warm it up');
  await page.getByRole('button', { name: /^Add a pass between warm it up and / }).click();
  await expect(page.getByRole('region', { name: 'A pass of your own' })).toBeVisible();
  await page.getByRole('button', { name: 'Not now' }).click();
  await saved(page);
  const steel = async () =>
    (await server.piece('lock-keepers-arm')).ladders.find((l) => l.id === 'cold-steel')!;
  expect((await steel()).recipe.map((c) => c.kind).sort()).toEqual(['add', 'change']);
  await page.getByRole('link', { name: /Painting order/ }).click();
  await expect(page.getByRole('heading', { level: 2, name: /Warm it up/ })).toBeVisible();
  await page.getByRole('link', { name: /Steps and mixes/ }).click();
  for (let left = 2; left > 0; left--)
    await page
      .getByRole('list', { name: 'Changed in the way of Cold steel' })
      .getByRole('button')
      .first()
      .click();
  await saved(page);
  expect((await steel()).recipe).toEqual([]);
});

test('a way of one’s own is kept under a name, chosen again, and a breach stays with a reason', async ({
  page,
  server,
}) => {
  await page.goto(`${server.address}${DEMO}/steps`);
  const steel = page.getByRole('region', { name: 'Cold steel', exact: true });
  const way = steel.getByRole('list', { name: 'Way of Cold steel', exact: true });
  await chip(way, /smoothing glaze/).click();
  await steel.getByRole('button', { name: 'Leave it out' }).click();
  await chip(way, /^bounce/).click();
  for (let i = 0; i < 4; i++) await steel.getByRole('button', { name: 'Later' }).click();
  await expect(steel.getByRole('list', { name: /would spoil/ })).toContainText('veils the edges');
  await steel.getByRole('button', { name: 'It may stay' }).first().click();
  await steel.getByRole('textbox', { name: /Why it may stay/ }).fill('I want it over the edges');
  await steel.getByRole('button', { name: 'Leave it', exact: true }).click();
  await expect(steel.getByText('veils the edges')).toHaveCount(0);

  await steel.getByRole('button', { name: 'Keep as my approach' }).click();
  await steel.getByRole('textbox', { name: 'Name of my approach' }).fill('Quick steel');
  await steel.getByRole('button', { name: 'Keep it' }).click();
  await expect(steel.getByText('Laid by your own “Quick steel”.')).toBeVisible();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    steel.getByRole('button', { name: 'Save it as a file' }).click(),
  ]);
  const approach = steel.getByRole('combobox', { name: 'Approach' });
  await approach.selectOption({ label: 'Middle out' });
  await expect(steel.getByText('Laid by your own “Quick steel”.')).toHaveCount(0);
  await approach.selectOption({ label: 'Quick steel' });
  await expect(steel.getByText('Laid by your own “Quick steel”.')).toBeVisible();
  await saved(page);
  const stored = await server.piece('lock-keepers-arm');
  for (const ladder of stored.ladders)
    expect(ladder.recipe.map((c) => c.kind)).toEqual(['leave-out', 'move']);
  expect(stored.critique.orderQuiet).toHaveLength(1);
  // The file brings it in again; one that is none says what is wrong with it.
  await steel.getByLabel('Approach from a file').setInputFiles((await file.path())!);
  await expect(steel.getByRole('status').last()).toContainText('Laid by “Quick steel” from the file');
  await steel
    .getByLabel('Approach from a file')
    .setInputFiles({ name: 'x.json', mimeType: 'application/json', buffer: Buffer.from('{"name":""}') });
  await expect(steel.getByRole('status').last()).toContainText('Not taken');
});

test('a set fits the piece, is made larger as one, and goes behind all in one press', async ({
  page,
  server,
}) => {
  await page.goto(`${server.address}${DEMO}/parts`);
  await settled(page);
  const before = (await server.piece('lock-keepers-arm')).parts.length;
  await page.getByLabel('Find a form').fill('soldier');
  await page.getByRole('button', { name: 'Add foot soldier, a set of parts' }).click();
  const height = page.getByRole('textbox', { name: 'Height of all' });
  await expect(height).toBeVisible();
  const was = Number(await height.inputValue());
  expect(was).toBeGreaterThan(40);
  await height.fill('24');
  await height.press('Tab');
  await page.getByRole('button', { name: 'Behind all' }).click();
  await saved(page);
  const { parts } = await server.piece('lock-keepers-arm');
  expect(parts.length).toBe(before + 26);
  expect(parts[0].group).toBe(parts[25].group);
  const mail = parts.find((p) => p.form.kind === 'mail')!;
  expect(mail.form).toMatchObject({ kind: 'mail' });
  expect((mail.form as { heightMm: number }).heightMm).toBeLessThan(10.4);
});
