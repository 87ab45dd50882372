import { readFileSync } from 'node:fs';
import { DEMO, expect, lightAt, sampleLine, saved, settled, test, openLayer } from './support/server.js';

test('the map shows painted, values, zones and lines, and goes back along the steps', async ({
  page,
  server,
}) => {
  await page.goto(`${server.address}${DEMO}/glint`);
  await settled(page);
  const across = () => sampleLine(page, [-12, 0.8], [-3, 0.8], 90);
  const painted = await across();
  await page.getByRole('radio', { name: 'Values' }).click();
  await settled(page);
  const colourless = await page.evaluate(() => {
    const c = document.querySelector<HTMLCanvasElement>('[data-testid="map"]')!;
    const d = c.getContext('2d')!.getImageData(0, 0, c.width, c.height).data;
    let off = 0;
    for (let i = 0; i < d.length; i += 4) if (d[i + 3] === 255 && Math.abs(d[i] - d[i + 2]) > 3) off++;
    return off;
  });
  expect(colourless).toBe(0);
  await page.getByRole('radio', { name: 'Zones' }).click();
  await settled(page);
  // In zones each step is one flat colour: few different tones along a line that painted holds many of.
  expect(new Set((await across()).map(Math.round)).size).toBeLessThan(
    new Set(painted.map(Math.round)).size / 2,
  );
  await page.getByRole('radio', { name: 'Lines' }).click();
  await settled(page);

  await page.getByRole('radio', { name: 'Painted' }).click();
  const thumb = page.getByRole('slider', { name: 'Show the piece after step' });
  await thumb.focus();
  await page.keyboard.press('Home');
  await expect(page.getByText('After step 1 of 15')).toBeVisible();
  await settled(page);
  const under = await across();
  expect(Math.max(...under) - Math.min(...under)).toBeLessThan(4);
  let lightest = 0;
  for (let i = 0; i < 6; i++) {
    await page.keyboard.press('ArrowRight');
    await settled(page);
    const now = Math.max(...(await across()));
    expect(now).toBeGreaterThanOrEqual(lightest - 1);
    lightest = now;
  }
  await expect(page.getByText('Value step 6 of 7')).toBeVisible();
});

test('a part is chosen on the map, its figures follow its size, and undo brings it back', async ({
  page,
  server,
}) => {
  await page.goto(`${server.address}${DEMO}/glint`);
  await settled(page);
  const stage = page.getByTestId('stage');
  const [left, top, px, width, css] = JSON.parse((await stage.getAttribute('data-picture'))!) as number[];
  const box = (await stage.boundingBox())!;
  const k = css / width;
  await page.mouse.click(box.x + (-7.4 - left) * px * k, box.y + (top + 0.8) * px * k);
  const side = page.getByRole('complementary', { name: 'Couter, elbow dome' });
  await expect(side.getByText('93 mm²')).toBeVisible();
  await side.getByLabel('Width', { exact: true }).fill('22.8');
  await expect(side.getByText('186 mm²')).toBeVisible();
  await side.getByLabel('Width', { exact: true }).fill('0.1');
  await expect(side.getByRole('alert')).toContainText('Accepted: 0.2 to 400 mm');
  await side.getByLabel('Width', { exact: true }).press('Enter');
  await expect(side.getByLabel('Width', { exact: true })).toHaveValue('22.8');
  await side.getByLabel('Polish', { exact: true }).selectOption('dull');
  await expect(side.getByText('Contrast, wanted 20')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(side.getByText('Contrast, wanted 55')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(side.getByText('93 mm²')).toBeVisible();
  await page.keyboard.press('Control+Shift+z');
  await expect(side.getByText('186 mm²')).toBeVisible();
  await saved(page);
});

test('the light is moved by keyboard', async ({ page, server }) => {
  await page.goto(`${server.address}${DEMO}/glint`);
  await settled(page);
  const light = page.getByRole('slider', { name: 'Main light' });
  await light.focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowUp');
  await expect(light).toHaveAttribute('aria-valuetext', '10:50, 28 degrees high');
  await page.keyboard.press('Shift+ArrowLeft');
  await expect(light).toHaveAttribute('aria-valuetext', '10:20, 28 degrees high');
});

test('steps and mixes tell value, mix, thinning and coats of every step', async ({ page, server }) => {
  await page.goto(`${server.address}${DEMO}/steps`);
  await expect(page.getByRole('heading', { name: 'Cold steel: 7 value steps from 5 paints' })).toBeVisible();
  const steps = page.getByRole('list', { name: 'Cold steel, value steps' }).getByRole('listitem');
  await expect(steps).toHaveCount(7);
  await expect(steps.nth(2)).toContainText('3 Wet slate and 1 Plover grey');
  await expect(steps.nth(2)).toContainText('1 water to 1 paint');
  await expect(steps.nth(2)).toContainText(/coats? on \d parts/);
  await expect(page.getByRole('img', { name: 'Sluice blade after Value step 3 of 7' })).toHaveAttribute(
    'data-ready',
    'yes',
  );
});

test('another metal is chosen, its mixes found and taken; one is settled, another pulled to a lighter value', async ({
  page,
  server,
}) => {
  await page.goto(`${server.address}${DEMO}/steps`);
  const steel = page.getByRole('region', { name: 'Cold steel', exact: true });
  await steel.getByLabel('It shall look like').selectOption({ label: 'Gold' });
  await steel.getByRole('textbox', { name: 'Value steps' }).fill('6');
  await steel.getByRole('button', { name: 'What one paint would help?' }).click({ timeout: 200_000 });
  await expect(
    steel.getByRole('status').filter({ hasText: /would help most|No one paint more/ }),
  ).toBeVisible({ timeout: 200_000 });
  await steel.getByRole('button', { name: 'Find the mixes' }).click();
  const found = page.getByRole('list', { name: 'Gold, mixes found' }).getByRole('listitem');
  await expect(found).toHaveCount(6);
  await expect(found.first()).toContainText('a fresh pile');
  await expect(page.getByText(/^Gold in 6 steps: \d+ paints, \d fresh piles?; /)).toBeVisible();
  // Nothing of the piece changes before it is taken.
  await expect(page.getByRole('heading', { name: 'Cold steel: 7 value steps from 5 paints' })).toBeVisible();
  await page.getByRole('button', { name: 'Take these mixes' }).click();
  await expect(page.getByRole('heading', { name: /^Gold: 6 value steps from \d+ paints/ })).toBeVisible();

  const steps = page.getByRole('list', { name: 'Gold, value steps' }).getByRole('listitem');
  await page.getByLabel('Step 2 is settled').check();
  const mixes = await steps.locator('p.font-semibold').allInnerTexts();
  const aim = page.getByRole('slider', { name: 'Value step 4 aims at' });
  const before = Number(await aim.getAttribute('aria-valuenow'));
  await aim.focus();
  await page.keyboard.press('PageUp');
  await expect(aim).toHaveAttribute('aria-valuenow', String(before + 5));
  await expect(steps.nth(3).locator('p.font-semibold')).not.toHaveText(mixes[3]);
  for (const k of [0, 1, 2, 4, 5]) await expect(steps.nth(k).locator('p.font-semibold')).toHaveText(mixes[k]);
  // Midway between two steps, for a soft border.
  await page.getByRole('button', { name: /^Value gap \+\d+ to step 4: the mix midway$/ }).click();
  await expect(page.getByRole('dialog', { name: 'Between step 3 and step 4' })).toContainText(
    /Value \d+, midway between steps 3 and 4: /,
  );
  await page.keyboard.press('Escape');
  // One is mixed by hand: judged while it is typed, taken as settled.
  await page.getByRole('button', { name: 'Change the mix of step 5' }).click();
  const editor = page.getByRole('dialog', { name: 'Mix of step 5' });
  await editor.getByRole('button', { name: 'Others that come near' }).click();
  await expect(editor.getByRole('list', { name: 'Others that come near' }).getByRole('listitem')).toHaveCount(
    6,
  );
  await editor.getByLabel('One more paint').selectOption({ label: 'Duck slip' });
  await editor.getByLabel('Parts of Duck slip').fill('7');
  await expect(editor.getByRole('status')).toContainText(/some way off|out of reach/);
  await editor.getByRole('button', { name: 'Without Duck slip' }).click();
  await expect(editor.getByRole('status')).toContainText(/close match|same to the eye|near/);
  await editor.getByLabel('Water to 1 paint').fill('2');
  await editor.getByRole('button', { name: 'Mix it so' }).click();
  await expect(steps.nth(4)).toContainText('2 water to 1 paint');
  await expect(page.getByLabel('Step 5 is settled')).toBeChecked();
  // A settled mix outlives the next search; undo takes back one deed at a time.
  const gold = page.getByRole('region', { name: 'Gold', exact: true });
  await gold.getByRole('button', { name: 'Find the mixes' }).click();
  await page.getByRole('button', { name: 'Take these mixes' }).click();
  await expect(steps.nth(1).locator('p.font-semibold')).toHaveText(mixes[1]);
  for (let i = 0; i < 5; i++) await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('heading', { name: 'Cold steel: 7 value steps from 5 paints' })).toBeVisible();
});

test('what is ticked and mixed otherwise since is told, and painted again at a press', async ({
  page,
  server,
}) => {
  await page.goto(`${server.address}${DEMO}/order`);
  const layer = page.getByRole('checkbox', { name: 'All of Value step 3 of 7' });
  await layer.click();
  await expect(page.getByText(/[1-9]\d* of \d+ ticked/)).toBeVisible();
  const otherwise = page.getByRole('region', { name: 'Painted otherwise' });
  await expect(otherwise).toBeHidden();
  await page.getByRole('link', { name: /Steps and mixes/ }).click();
  await page.getByRole('button', { name: 'Change the mix of step 3' }).click();
  const editor = page.getByRole('dialog', { name: 'Mix of step 3' });
  await editor.getByLabel('One more paint').selectOption({ label: 'Duck slip' });
  await editor.getByLabel('Parts of Duck slip').fill('9');
  await editor.getByRole('button', { name: 'Mix it so' }).click();
  await page.getByRole('link', { name: /Painting order/ }).click();
  await expect(otherwise.getByRole('listitem')).toHaveText(
    /^Value step 3 of 7: painted with .* to .*; planned .*9 Duck slip.*paint it again$/,
  );
  await expect(layer).toBeChecked();
  await otherwise.getByRole('button', { name: /^paint it again/ }).click();
  await expect(otherwise).toBeHidden();
  await expect(layer).not.toBeChecked();
});

test('a step is unticked, and a step no longer planned stays as done earlier', async ({ page, server }) => {
  await page.goto(`${server.address}${DEMO}/order`);
  const box = page.getByRole('checkbox', { name: 'Value step 2 of 7, Couter, elbow dome' });
  await openLayer(page, /Value step 2 of 7/);
  await box.click();
  await expect(page.getByText(/1 of \d+ ticked/)).toBeVisible();
  await page.getByRole('link', { name: /Glint map/ }).click();
  await page.getByRole('button', { name: /Couter, elbow dome/ }).click();
  await page.getByLabel('Value steps', { exact: true }).selectOption('3');
  // Each step shows what was aimed at, however many there are.
  await expect(page.getByTestId('aim')).toHaveCount(3);
  await saved(page);
  await page.getByRole('link', { name: /Painting order/ }).click();
  await expect(page.getByText('Done earlier, no longer planned')).toBeVisible();
  await page.getByRole('link', { name: /Glint map/ }).click();
  await page.getByLabel('Value steps', { exact: true }).selectOption('size');
  await page.getByRole('link', { name: /Painting order/ }).click();
  await openLayer(page, /Value step 2 of 7/);
  await expect(box).toBeChecked();
  await box.click();
  await expect(page.getByText(/0 of \d+ ticked/)).toBeVisible();
  await expect
    .poll(
      async () =>
        ((await (await fetch(`${server.address}/api${DEMO}/run`)).json()) as { ticks: unknown[] }).ticks
          .length,
    )
    .toBe(0);
});

test('just one part: form, size, light, map and order, kept as a piece', async ({ page, server }) => {
  await page.goto(server.address);
  await page.getByRole('link', { name: /^Dome/ }).click();
  await settled(page);
  await page.getByLabel('Width', { exact: true }).fill('7');
  await page.getByLabel('Height', { exact: true }).fill('8');
  await page.mouse.move(...(await lightAt(page, 10.75)));
  await page.mouse.down();
  await page.mouse.move(...(await lightAt(page, 12)), { steps: 10 });
  await page.mouse.move(...(await lightAt(page, 1)), { steps: 10 });
  await page.mouse.up();
  await expect(page.getByRole('heading', { name: 'Value step 3 of 7' })).toBeVisible();
  await expect(page.getByText(/Dome: 2 coats; .*\smm²/).first()).toBeVisible();
  await settled(page);
  await page.getByRole('button', { name: 'Keep it as a piece' }).click();
  await expect(page).toHaveURL(/\/pieces\/part-.*\/glint/);
  await expect(page.getByLabel('Width', { exact: true })).toHaveValue('7');
});

test('the map leaves as SVG with its layers and as a PNG of its own size', async ({ page, server }) => {
  await page.goto(`${server.address}${DEMO}/glint`);
  await settled(page);
  const take = async (name: RegExp) => {
    await page.getByRole('button', { name: 'Take it with you' }).click();
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('menuitem', { name }).click(),
    ]);
    return readFileSync((await download.path())!);
  };
  const svg = (await take(/SVG/)).toString('utf8');
  for (const layer of ['zones', 'hard-borders', 'soft-borders', 'horizons', 'edges', 'glints'])
    expect(svg).toContain(`data-layer="${layer}"`);
  expect(svg.match(/<g id=/g)).toHaveLength(8);
  await page.getByRole('button', { name: 'Take it with you' }).click();
  await page.getByRole('menuitem', { name: /PNG/ }).click();
  await page.getByLabel('Longer side', { exact: true }).fill('1500');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Paint it' }).click(),
  ]);
  const png = readFileSync((await download.path())!);
  expect(Math.max(png.readUInt32BE(16), png.readUInt32BE(20))).toBe(1500);
  expect(png.includes('sRGB')).toBe(true);
});

test('addresses that lead nowhere say so', async ({ page, server }) => {
  await page.goto(`${server.address}/pieces/nothing-here/glint`);
  await expect(page.getByRole('alert')).toContainText('There is no piece "nothing-here"');
  await page.goto(`${server.address}/somewhere`);
  await expect(page.getByRole('alert')).toContainText('no such page');
});
