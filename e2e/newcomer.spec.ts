import { expect, openLayer, saved, settled, test } from './support/server.js';

test('a newcomer goes from an empty piece to knee, blade and band; undo to empty, redo to full', async ({
  page,
  server,
}) => {
  await page.goto(server.address);
  await page.getByRole('button', { name: 'New piece' }).click();
  await page.getByLabel('Its name').fill('Lock hand');
  await page.getByRole('button', { name: 'Begin' }).click();
  await expect(page).toHaveURL(/\/pieces\/piece-.*\/parts/);
  await expect(page.getByText('Begin with a form')).toBeVisible();

  const side = (name: string) => page.getByRole('complementary', { name });
  await page.getByRole('button', { name: 'Add dome', exact: true }).click();
  await side('Dome').getByLabel('Name of the part').fill('Knee');
  await side('Knee').getByLabel('Width', { exact: true }).fill('5');
  await side('Knee').getByLabel('Height', { exact: true }).fill('5.2');
  const place = page.getByRole('slider', { name: 'Place of knee' });
  const box = (await place.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x - 60, box.y + 40, { steps: 12 });
  await page.mouse.up();
  await settled(page);
  await page.getByRole('button', { name: 'Add blade with a ridge', exact: true }).click();
  await side('Blade with a ridge').getByLabel('Length', { exact: true }).fill('22');
  await side('Blade with a ridge').getByLabel('To the right', { exact: true }).fill('9');
  await page.getByRole('slider', { name: 'Turn of blade with a ridge' }).focus();
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowRight');
  await settled(page);
  await page.getByRole('button', { name: 'Add wrapped band', exact: true }).click();
  await side('Wrapped band').getByLabel('Up', { exact: true }).fill('14');
  await side('Wrapped band').getByLabel('Painted as', { exact: true }).selectOption('bronze');
  await settled(page);
  await saved(page);
  const id = /pieces\/([^/]+)\//.exec(page.url())![1];
  const full = await server.piece(id);
  expect(full.parts.map((p) => p.name)).toEqual(['Knee', 'Blade with a ridge', 'Wrapped band']);
  expect(full.parts[0].form).toMatchObject({ widthMm: 5, heightMm: 5.2 });
  expect(full.parts[0].place.xMm).toBeLessThan(0);
  expect(full.parts[1].place).toMatchObject({ xMm: 9, rollDeg: 4 });
  expect(full.parts[2].finish).toMatchObject({ ladder: 'bronze' });
  // The next part takes on metal and polish of the one before.
  expect(full.parts[1].finish).toEqual(full.parts[0].finish);

  const undo = page.getByRole('button', { name: 'Undo' });
  for (let i = 0; i < 60 && (await undo.isEnabled()); i++) await page.keyboard.press('Control+z');
  await expect(undo).toBeDisabled();
  await expect(page.getByText('Begin with a form')).toBeVisible();
  await saved(page);
  expect((await server.piece(id)).parts).toEqual([]);
  const redo = page.getByRole('button', { name: 'Redo' });
  for (let i = 0; i < 60 && (await redo.isEnabled()); i++) await page.keyboard.press('Control+Shift+z');
  await expect(redo).toBeDisabled();
  await saved(page);
  expect(await server.piece(id)).toEqual(full);

  // A taller miniature leaves its parts as they are, unless they are told to grow along.
  await page.getByLabel('Foot to crown', { exact: true }).fill('81');
  await page.getByRole('button', { name: 'Make them 1.5 times as large' }).click();
  await expect(page.getByRole('button', { name: /times as large$/ })).toBeHidden();
  await saved(page);
  const tall = await server.piece(id);
  expect(tall.heightMm).toBe(81);
  expect(tall.parts[0].form).toMatchObject({ widthMm: 7.5 });
  expect(tall.parts[1].place).toMatchObject({ xMm: 13.5, rollDeg: 4 });
});

test('a form is found by a painter’s word: mail goes on, and is taken with the side of a dry brush', async ({
  page,
  server,
}) => {
  await page.goto(server.address);
  await page.getByRole('button', { name: 'New piece' }).click();
  await page.getByLabel('Its name').fill('Shirt');
  await page.getByRole('button', { name: 'Begin' }).click();
  const library = page.getByRole('region', { name: 'Library' });
  await library.getByLabel('Find a form').fill('shoulder');
  await expect(library.getByRole('button', { name: 'Add dome', exact: true })).toBeVisible();
  await expect(library.getByRole('button', { name: 'Add box', exact: true })).toHaveCount(0);
  await library.getByLabel('Find a form').fill('teapot');
  await expect(library.getByText(/^No form is called that/)).toBeVisible();
  await library.getByLabel('Find a form').fill('chainmail');
  await library.getByRole('button', { name: 'Add mail', exact: true }).click();
  await page
    .getByRole('complementary', { name: 'Mail' })
    .getByLabel('One link or scale', { exact: true })
    .fill('1.2');
  await settled(page);
  await saved(page);
  const id = /pieces\/([^/]+)\//.exec(page.url())![1];
  expect((await server.piece(id)).parts[0].form).toMatchObject({ kind: 'mail', linkMm: 1.2 });
  await page.getByRole('link', { name: /^Painting order/ }).click();
  await openLayer(page, /[Vv]alue step 2 of/);
  await expect(page.getByText(/side of a nearly dry brush/).first()).toBeVisible();
});

test.describe('a first visit', () => {
  test.use({ led: true });
  test('is led once through light, part, map, steps and order on the real screen', async ({
    page,
    server,
  }) => {
    const guide = page.getByRole('region', { name: 'First visit' });
    // Who comes by an address wants what stands there.
    await page.goto(`${server.address}/pieces/lock-keepers-arm/glint`);
    await settled(page);
    await expect(guide).toBeHidden();
    await expect(page).toHaveURL(/\/glint$/);
    await page.goto(server.address);
    await page
      .getByRole('link', { name: /A lock-keeper's arm/ })
      .first()
      .click();
    await expect(guide).toContainText('1 of 5, light.');
    await expect(page).toHaveURL(/\/light$/);
    // While the map is laid out for the first time a key may still go to the page.
    await expect(async () => {
      await page.getByRole('slider', { name: 'Main light' }).press('ArrowRight');
      await expect(guide).toContainText('Done', { timeout: 2000 });
    }).toPass();
    for (const [says, station] of [
      ['2 of 5, part.', /\/parts$/],
      ['3 of 5, map.', /\/glint$/],
      ['4 of 5, steps.', /\/glint$/],
      ['5 of 5, order.', /\/order$/],
    ] as const) {
      await guide.getByRole('button', { name: 'Go on' }).click();
      await expect(guide).toContainText(says);
      await expect(page).toHaveURL(station);
    }
    await guide.getByRole('button', { name: 'Finish' }).click();
    await expect(guide).toBeHidden();
    await page.reload();
    await expect(page.getByRole('link', { name: /Painting order/ })).toBeVisible();
    await expect(guide).toBeHidden();
  });
});
