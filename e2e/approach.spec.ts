import { keptApproach, lockKeepersArm, withRecipeChange, writeApproach } from '@pale-glint/core';
import { cleaner } from './support/axe.js';
import { DEMO, expect, tenOfFewParts, test, openLayer } from './support/server.js';

test(
  'six paints are typed, one measured on a stand-in card, gold found, a step settled and one ' +
    'pulled, and with another approach the order changes',
  async ({ page, server }) => {
    // Six paints onto the shelf.
    await page.goto(`${server.address}/shelf`);
    await page
      .getByLabel(/^One a line/)
      .fill(
        [
          'Sluice amber #c98a2a semi-opaque',
          'Candle end #f2e6b8 opaque',
          'Oak gall #3a2418 opaque',
          'Bargeman red #8a3020 semi-opaque',
          'Corn dust #d8b050 semi-opaque',
          'Lime chalk #f8f8f4 opaque',
        ].join('\n'),
      );
    await page.getByRole('button', { name: /^Put 6 paints on the shelf|6 paints/ }).click();
    await expect(page.getByText(/^59 pots/)).toBeVisible();

    // One of them measured: colour, strength and how one coat hides.
    await page.getByRole('link', { name: 'Measure on a card' }).click();
    await page.getByRole('button', { name: 'Try with a stand-in photo' }).click();
    const measured = page.getByRole('region', { name: 'Measured' });
    await expect(measured).toContainText(
      /Sluice amber: \d+\.\d away from what is written; tints [\d.]+ times as far as a normal paint of its darkness; one coat hides \d+ % of the difference/,
    );
    await expect(page.getByRole('list', { name: 'Dots' }).getByRole('listitem')).toHaveCount(11);
    // A dot is tapped anew by keyboard, and taken out again.
    await page.getByRole('radio', { name: 'dots' }).click();
    await page.getByRole('application', { name: /^Photo of the card/ }).focus();
    for (const key of ['ArrowLeft', 'ArrowUp', 'Enter']) await page.keyboard.press(key);
    await expect(page.getByRole('list', { name: 'Dots' }).getByRole('listitem')).toHaveCount(12);
    await page.getByRole('button', { name: 'Take out dot 12' }).click();
    await expect(page.getByRole('list', { name: 'Dots' }).getByRole('listitem')).toHaveCount(11);
    await page.getByRole('button', { name: 'Take these over to the shelf' }).click();
    await expect(page.getByText('They are on the shelf.')).toBeVisible();
    await expect
      .poll(async () => {
        const { shelf } = (await (await fetch(`${server.address}/api/shelf`)).json()) as {
          shelf: {
            paints: { name: string; hex: string; strength: number | null; contrast: number | null }[];
          };
        };
        const amber = shelf.paints.find((p) => p.name === 'Sluice amber')!;
        return amber.hex !== '#c98a2a' && amber.strength !== null && amber.contrast !== null;
      })
      .toBe(true);
    await page.getByRole('link', { name: 'Back to the shelf' }).click();
    await page.getByRole('cell', { name: 'Sluice amber' }).or(page.getByText('Sluice amber')).first().click();
    await expect(page.getByText(/^Measured: one coat hides \d+ %, tints [\d.]+ times as far/)).toBeVisible();

    // Gold from the shelf.
    await page.goto(`${server.address}${DEMO}/steps`);
    const steel = page.getByRole('region', { name: 'Cold steel', exact: true });
    await steel.getByLabel('It shall look like').selectOption({ label: 'Gold' });
    await steel.getByRole('button', { name: 'Find the mixes' }).click();
    await page.getByRole('button', { name: 'Take these mixes' }).click({ timeout: 200_000 });
    const steps = page.getByRole('list', { name: 'Gold, value steps' }).getByRole('listitem');
    await expect(steps).toHaveCount(7);
    await page.getByLabel('Step 3 is settled').check();
    const mixes = await steps.locator('p.font-semibold').allInnerTexts();
    const aim = page.getByRole('slider', { name: 'Value step 5 aims at' });
    await aim.scrollIntoViewIfNeeded();
    const box = (await aim.boundingBox())!;
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2 + 12, { steps: 4 });
    await page.mouse.up();
    await expect(steps.nth(4).locator('p.font-semibold')).not.toHaveText(mixes[4]);
    await expect(steps.nth(2).locator('p.font-semibold')).toHaveText(mixes[2]);

    // Another approach: its way differs, and so does the order.
    const gold = page.getByRole('region', { name: 'Gold', exact: true });
    const way = page.getByRole('list', { name: 'Way of Gold' }).getByRole('listitem');
    await expect(way.nth(1)).toHaveText('1');
    await gold.getByRole('combobox', { name: 'Approach' }).selectOption({ label: 'Middle out' });
    await expect(way.nth(1)).toHaveText('base in the mid tone');
    await expect(gold).toContainText('Lay the mid tone everywhere, shade down from it, then light up.');
    await page.getByRole('link', { name: /Painting order/ }).click();
    await expect(page.getByRole('heading', { name: 'Base in the mid tone' })).toBeVisible();
    await expect(page.getByText('Look at the order:')).toHaveCount(0);

    // True metal: flakes of the shelf, offered first; a wash in its order, and the look after it.
    await page.getByRole('link', { name: /Steps and mixes/ }).click();
    await gold.getByRole('combobox', { name: 'Approach' }).selectOption({ label: 'Wash and lift' });
    await expect(page.getByText(/^Wash and lift in \d steps of flake/)).toBeVisible();
    await expect(page.getByRole('combobox', { name: 'Approach' })).toHaveValue('wash-and-lift');
    // Flakes are mixed by hand with each other.
    await gold.getByRole('button', { name: 'Change the mix of step 1' }).click();
    const flakes = page.getByRole('dialog', { name: 'Mix of step 1' });
    await expect(flakes.getByRole('status')).toContainText('how flakes mix is not predicted');
    await flakes.getByLabel('One more paint').selectOption({ label: 'Tin lantern' });
    await expect(flakes.getByLabel('Parts of Tin lantern')).toHaveValue('1');
    await expect(flakes.getByLabel('Medium to 1 paint')).toBeVisible();
    await flakes.getByRole('button', { name: 'Leave it' }).click();
    await page.getByRole('link', { name: /Painting order/ }).click();
    const wash = page
      .getByRole('listitem')
      .filter({ has: page.getByRole('heading', { name: 'Wash over all of it' }) });
    await openLayer(page, /wash over all of it/i);
    await expect(wash).toContainText('begin when it is fully dry');
    await wash.getByRole('button', { name: 'see it after this' }).click();
    await expect(page.getByRole('img', { name: 'The piece after the chosen step' })).toHaveAttribute(
      'data-ready',
      'yes',
    );
    // The wrong undercoat is told at its place.
    await page.getByRole('link', { name: /Steps and mixes/ }).click();
    await page.getByLabel('Undercoat', { exact: true }).selectOption({ label: 'Towline grey primer' });
    await expect(page.getByRole('list', { name: /^What the order of .* would spoil$/ })).toContainText(
      'wash and lift wants black',
    );
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByRole('list', { name: /^What the order of .* would spoil$/ })).toHaveCount(0);
  },
);

test('what a piece looks like after each step is shown whole and in grey, and how much paint it takes', async ({
  page,
  server,
}) => {
  await page.goto(`${await tenOfFewParts(server)}/steps`);
  const after = page.getByRole('combobox', { name: 'Show', exact: true });
  await after.selectOption({ label: 'the whole piece' });
  await page.getByRole('combobox', { name: 'In', exact: true }).selectOption({ label: 'grey, values alone' });
  const base = page.getByRole('img', { name: 'Lock militia, ten of them after Iron, flake base' });
  await expect(base).toHaveAttribute('data-ready', 'yes');
  await page.getByText(/^How much paint: about [\d.]+ ml from the pots for all 10$/).click();
  const row = page.getByRole('row').filter({ hasText: 'Iron, flake base' });
  const cells = (await row.getByRole('cell').allInnerTexts()).map(Number);
  const [area, coats, film, laid] = cells;
  expect(laid).toBeCloseTo((area * coats * film) / 1000, 2);
  expect(laid).toBeLessThan(0.2);
});

test('a card that tells nothing is refused, and a photo of the painter’s own is marked by taps', async ({
  page,
  server,
}) => {
  await page.goto(`${server.address}/shelf/card`);
  await page
    .getByLabel('Open a photo of the card')
    .setInputFiles({ name: 'card.png', mimeType: 'image/png', buffer: Buffer.from('not a photo') });
  await expect(page.getByRole('alert')).toContainText(/JPEG or PNG/);
  // A dark picture drawn here: no card in it.
  const dark = await page.evaluate(async () => {
    const c = new OffscreenCanvas(300, 200);
    const g = c.getContext('2d')!;
    g.fillStyle = '#0a0a0a';
    g.fillRect(0, 0, 300, 200);
    return [...new Uint8Array(await (await c.convertToBlob({ type: 'image/png' })).arrayBuffer())];
  });
  await page
    .getByLabel('Open a photo of the card')
    .setInputFiles({ name: 'dark.png', mimeType: 'image/png', buffer: Buffer.from(dark) });
  const photo = page.getByRole('application', { name: /Tap the bare white card/ });
  await photo.click({ position: { x: 60, y: 60 } });
  await page.getByRole('radio', { name: 'dots' }).click();
  await page.getByRole('application').click({ position: { x: 160, y: 90 } });
  await expect(page.getByRole('alert')).toContainText('too dark');
});

test('a metal is taken from a photo, a brush is put beside the pots, and a missing pot has stand-ins', async ({
  page,
  server,
}) => {
  await page.goto(`${server.address}${DEMO}/steps`);
  const steel = page.getByRole('region', { name: 'Cold steel', exact: true });
  await steel.getByLabel('It shall look like').selectOption({ label: 'a metal in a photo' });
  await expect(steel.getByRole('button', { name: 'Find the mixes' })).toBeDisabled();
  // A band of brass, dark to light.
  const brass = await page.evaluate(async () => {
    const c = new OffscreenCanvas(400, 100);
    const g = c.getContext('2d')!;
    ['#211c10', '#4d421d', '#857332', '#b8a24a', '#dccd83', '#f5efce'].forEach((hex, i, all) => {
      g.fillStyle = hex;
      g.fillRect((400 * i) / all.length, 0, 400 / all.length + 1, 100);
    });
    return [...new Uint8Array(await (await c.convertToBlob({ type: 'image/png' })).arrayBuffer())];
  });
  await steel
    .getByLabel('Open a photo of the metal')
    .setInputFiles({ name: 'brass.png', mimeType: 'image/png', buffer: Buffer.from(brass) });
  const photo = steel.getByRole('img', { name: /^Photo of the metal/ });
  await photo.scrollIntoViewIfNeeded();
  const box = (await photo.boundingBox())!;
  for (const share of [0.08, 0.25, 0.42, 0.58, 0.75, 0.92])
    await photo.click({ position: { x: box.width * share, y: box.height / 2 } });
  await steel.getByRole('button', { name: 'Find the mixes' }).click();
  await page.getByRole('button', { name: 'Take these mixes' }).click({ timeout: 200_000 });
  await expect(page.getByRole('heading', { name: /^Metal as seen: 7 value steps/ })).toBeVisible();

  await page.goto(`${server.address}/shelf`);
  const brushes = page.getByRole('region', { name: 'Brushes' });
  await expect(brushes.getByRole('listitem')).toHaveCount(5);
  await brushes.getByLabel('Name and size').fill('Liner, size 0');
  await brushes.getByLabel('Finest line').fill('0.2');
  await brushes.getByRole('button', { name: 'Put the brush beside the pots' }).click();
  await expect(brushes.getByRole('listitem').nth(4)).toContainText('Liner, size 0');
  await page.reload();
  await expect(brushes.getByRole('listitem')).toHaveCount(6);
  await page.getByText('Rain cloud').first().click();
  await page.getByRole('button', { name: 'What stands in for it?' }).click();
  await expect(
    page.getByRole('list', { name: 'Stand-ins for Rain cloud' }).getByRole('listitem').first(),
  ).toContainText(/close match|same to the eye|near/);
});

test('approaches stand beside each other with what each takes, and one is laid from there', async ({
  page,
  server,
}) => {
  await page.goto(`${server.address}${DEMO}/steps`);
  const steel = page.getByRole('region', { name: 'Cold steel', exact: true });
  const approach = steel.getByRole('combobox', { name: 'Approach' });
  const asks = steel.getByRole('button', { name: 'What each approach takes' });
  await asks.click();
  const beside = page.getByRole('region', { name: 'What each approach to Cold steel takes' });
  await expect(beside.getByRole('progressbar')).toHaveCount(0, { timeout: 200_000 });
  // Pictures of all eleven, their figures, and the one that is laid now.
  await expect(beside.locator('canvas[data-ready]')).toHaveCount(11, { timeout: 200_000 });
  const row = (name: string) => beside.getByRole('row').filter({ hasText: name });
  const figures = async (name: string) => {
    const [, minutes, coats] = await row(name).getByRole('cell').allInnerTexts();
    expect(minutes).toMatch(
      /^(\d+ h( \d\d)?|\d+ min)\s+(.+ not needed for \w+\s+)?reads as metal from step \d+ of \d+$/,
    );
    return Number(coats);
  };
  expect(await figures('Thin glazes from black')).toBeGreaterThan(await figures('Textured'));
  await expect(row('Tinted metal')).toContainText('Wants an airbrush.');
  await expect(beside.getByText('as it is now')).toHaveCount(1);
  await cleaner(page)('approaches beside each other');
  await beside.getByRole('button', { name: 'Lay it so: Textured' }).click();
  await expect(beside).toHaveCount(0);
  await expect(asks).toBeFocused();
  await expect(approach).toHaveValue('textured');
  // The painter's own way, from a file, is kept and stands beside the others.
  const { ladders, paints } = lockKeepersArm;
  const unsmoothed = withRecipeChange(ladders[0], {
    kind: 'leave-out',
    pass: { role: 'smoothing', step: 'smoothing' },
  });
  await steel.getByLabel('Approach from a file').setInputFiles({
    name: 'mine.approach.json',
    mimeType: 'application/json',
    buffer: Buffer.from(writeApproach(keptApproach(unsmoothed, paints, 'Rough'))),
  });
  await steel.getByRole('button', { name: 'Keep as my approach' }).click();
  await steel.getByLabel('Name of my approach').fill('Rough steel');
  await steel.getByRole('button', { name: 'Keep it' }).click();
  await expect(approach.locator('option:checked')).toHaveText('Rough steel');
  await asks.click();
  await expect(beside.getByRole('progressbar')).toHaveCount(0, { timeout: 200_000 });
  await expect(row('Rough steel')).toContainText('as it is now');
  expect(await figures('Rough steel')).toBeGreaterThan(0);
});
