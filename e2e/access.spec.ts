import { lockKeepersArm } from '@pale-glint/core';
import { cleaner } from './support/axe.js';
import { spoiltArm } from './support/spoilt.js';
import { DEMO, expect, measured, settled, test } from './support/server.js';

test('axe finds no fault of level AA on the first pages', async ({ page, server }) => {
  const clean = cleaner(page);
  await page.goto(server.address);
  await expect(page.getByRole('link', { name: /Sluice warden/ })).toBeVisible();
  await clean('first page');
  await page.getByRole('button', { name: 'New piece' }).click();
  await clean('a new piece');
  await page.goto(`${server.address}/one-part?form=dome`);
  await settled(page);
  await clean('just one part');
  await page.goto(`${server.address}/keys`);
  await expect(page.getByRole('heading', { name: 'Everything by keyboard' })).toBeVisible();
  await clean('keys');
});

test('axe finds no fault of level AA on drills, before an answer and after', async ({ page, server }) => {
  const clean = cleaner(page);
  const nothing = page.getByRole('button', { name: 'Nothing' });
  await page.goto(`${server.address}/drills/dot`);
  await page.getByRole('application', { name: /^Place of the dot/ }).press('ArrowUp');
  await clean('a place to be judged');
  await page.getByRole('button', { name: 'It goes here' }).click();
  await expect(page.getByRole('button', { name: 'Next' })).toBeFocused();
  await clean('a place judged');
  await page.getByRole('link', { name: /^What is wrong/ }).click();
  await nothing.click();
  await expect(page.getByRole('button', { name: 'Next' })).toBeVisible();
  await clean('a fault judged');
  for (const [drill, press] of [
    ['Value of a colour', 'Equally light'],
    ['Share of the part', 'So much'],
  ] as const) {
    await page.getByRole('link', { name: new RegExp(`^${drill}`) }).click();
    await page.getByRole('slider').press('ArrowRight');
    await clean(drill);
    await page.getByRole('button', { name: press }).click();
    await clean(`${drill}, judged`);
  }
  await page.getByRole('link', { name: /^Parts of a mix/ }).click();
  await page.getByRole('button', { name: '1 to 1' }).click();
  await clean('a mix judged');
});

test('axe finds no fault of level AA on the shelf and the card of paints', async ({ page, server }) => {
  const clean = cleaner(page);
  await page.goto(`${server.address}/shelf`);
  await expect(page.getByText(/^53 pots/)).toBeVisible();
  await clean('shelf');
  await page.getByRole('row', { name: /Chalk/ }).getByText('Chalk').click();
  await clean('a pot');
  await page.goto(`${server.address}/shelf/card`);
  await clean('no card yet');
  await page.getByRole('button', { name: 'Try with a stand-in photo' }).click();
  await expect(page.getByRole('region', { name: 'Measured' })).toBeVisible();
  await clean('a card of paints');
});

test('axe finds no fault of level AA on light, parts, map, scan and 3D file', async ({ page, server }) => {
  const clean = cleaner(page);
  const piece = `${server.address}${DEMO}`;
  await page.goto(`${piece}/light`);
  for (const station of ['Light', 'Glint map', 'Parts']) {
    await page.getByRole('link', { name: new RegExp(`^${station}`) }).click();
    await settled(page);
    await clean(station);
  }
  await page.getByRole('button', { name: /^Your miniature/ }).click();
  await clean('your miniature');
  for (const [way, heading] of [
    ['scan', 'Scan under a lamp'],
    ['mesh', 'From a 3D file'],
  ] as const) {
    await page.goto(`${piece}/parts/${way}`);
    await expect(page.getByRole('heading', { name: heading })).toBeVisible();
    await clean(way);
  }
});

test('axe finds no fault of level AA beside the map', async ({ page, server }) => {
  const clean = cleaner(page);
  await server.add(spoiltArm);
  await page.goto(`${server.address}${DEMO}/glint`);
  await settled(page);
  await measured(page);
  await page.getByRole('button', { name: 'Why: Width' }).click();
  await clean('glint with figures and a why');
  await page.keyboard.press('Escape');
  await page.keyboard.press('f');
  await page.locator('[data-finding]').first().getByRole('button', { name: 'Other limit' }).click();
  await clean('before you paint');
  await page.getByRole('region', { name: 'Parts' }).getByText('Sluice blade').click();
  await page.keyboard.press('k');
  await page.getByRole('slider', { name: 'Main band, left face', exact: true }).focus();
  await clean('by hand');
  await page.keyboard.press('j');
  await page.getByRole('radio', { name: 'Squint' }).click();
  await clean('squint');
  await page.getByRole('radio', { name: 'Dark surround' }).click();
  await clean('on dark');
  await page.getByRole('button', { name: 'Take it with you' }).click();
  await clean('what can be taken along');
  await page.keyboard.press('Escape');
});

test('axe finds no fault of level AA on steps, mixes, order and the way round', async ({ page, server }) => {
  const clean = cleaner(page);
  const { notes } = await server.piece('sluice-warden');
  await server.add({ ...lockKeepersArm, notes });
  await page.goto(`${server.address}${DEMO}/steps`);
  await expect(page.getByRole('heading', { name: /steel/i })).toBeVisible();
  await clean('steps');
  await page.getByRole('button', { name: 'Find the mixes' }).first().click();
  await expect(page.getByRole('button', { name: 'Take these mixes' })).toBeVisible();
  await clean('mixes found');
  await page.getByRole('link', { name: /Painting order/ }).click();
  await expect(page.getByRole('checkbox').first()).toBeVisible();
  await page.getByText(/^My notes/).click();
  await page.getByText(/^My evenings/).click();
  await page.getByRole('button', { name: 'Add an evening' }).click();
  await clean('order');
  await page.getByRole('link', { name: 'To the table' }).click();
  await expect(page.getByRole('button', { name: 'Done', exact: true })).toBeVisible();
  for (const [width, height] of [
    [1280, 800],
    [390, 844],
  ]) {
    await page.setViewportSize({ width, height });
    await clean(`at the table, ${width} wide`);
  }
  await page.getByRole('button', { name: 'Note', exact: true }).click();
  await clean('a note at the table');
  await page.getByRole('button', { name: 'I slipped' }).click();
  await page.getByRole('button', { name: 'Dry', exact: true }).click();
  await clean('a slip');
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.getByRole('link', { name: 'Back to the order' }).click();
  await expect(page.getByRole('checkbox').first()).toBeVisible();
  await page.keyboard.press('s');
  await expect(page.getByRole('region', { name: 'First visit' })).toBeVisible();
  await clean('led round');
});
