import type { Page } from '@playwright/test';
import { DEMO, expect, measured, saved, settled, test } from './support/server.js';

const sides = (page: Page) => page.getByRole('radiogroup', { name: 'Seen from' });
const side = (page: Page, name: string) => sides(page).getByRole('radio', { name, exact: true });
const partRows = (page: Page) => page.getByRole('region', { name: 'Parts' }).getByRole('listitem');

test('a figure gets a back: its own parts, the light of the figure turned, one order for both; undo brings back what is removed', async ({
  page,
  server,
}) => {
  await page.goto(`${server.address}${DEMO}/parts`);
  await settled(page);
  await expect(sides(page)).toHaveCount(0);
  const dial = page.getByRole('slider', { name: 'Main light' });
  const fromFront = await dial.getAttribute('aria-valuetext');

  await page.getByRole('button', { name: 'Your miniature' }).click();
  await page.getByRole('button', { name: 'Add the back' }).click();
  await expect(side(page, 'Back')).toBeChecked();
  await expect(page.getByText('No part yet.')).toBeVisible();
  // The light stands on the other side of it, and is set from the front alone.
  expect(await dial.getAttribute('aria-valuetext')).not.toBe(fromFront);
  await expect(dial).toHaveAttribute('aria-disabled', 'true');
  await dial.press('ArrowUp');
  // Its map says that there is none, and leads back here.
  await page.getByRole('link', { name: /^Glint map/ }).click();
  await page.getByText('Nothing of the back is mapped yet.').getByRole('link').click();
  await page.getByRole('button', { name: 'Add dome', exact: true }).click();
  await expect(partRows(page)).toHaveCount(1);
  await expect(page.getByRole('combobox', { name: 'Seen in' })).toHaveValue('back');
  await settled(page);
  await saved(page);
  const stored = await server.piece('lock-keepers-arm');
  expect(stored.views.map((v) => [v.id, v.turnDeg])).toEqual([
    ['front', 0],
    ['back', 180],
  ]);
  expect(stored.parts.filter((p) => p.view === 'back')).toHaveLength(1);

  // One key looks at the next side; a reload shows the front again, with its own parts.
  await page.locator('body').click({ position: { x: 2, y: 400 } });
  await page.keyboard.press('u');
  await expect(side(page, 'Front')).toBeChecked();
  await expect(dial).not.toHaveAttribute('aria-disabled');
  await expect(partRows(page)).toHaveCount(stored.parts.length - 1);

  // One order: the dome of the back is told by its side.
  await page.goto(`${server.address}${DEMO}/order`);
  await measured(page);
  await expect(page.getByText('Dome, back').first()).toBeAttached();

  // The same metal seen from both sides: one line in the order for both.
  await page.goto(`${server.address}${DEMO}/parts`);
  await settled(page);
  await side(page, 'Back').click();
  await partRows(page).first().click();
  const elbow = page.getByRole('combobox', { name: 'The same as' });
  const couter = stored.parts.find((p) => p.form.kind === 'dome' && p.view === 'front')!;
  await elbow.selectOption({ label: `${couter.name}, front` });
  await saved(page);
  const now = (await server.piece('lock-keepers-arm')).parts;
  expect(now.find((p) => p.view === 'back')).toMatchObject({ sameAs: couter.id, finish: couter.finish });
  await page.goto(`${server.address}${DEMO}/order`);
  await measured(page);
  await expect(page.getByText('Dome, back')).toHaveCount(0);
  await expect(page.getByText(`${couter.name}, front`).first()).toBeAttached();

  // A back that is lit by itself says why, and its light is then placed by hand.
  await page.goto(`${server.address}${DEMO}/light`);
  await settled(page);
  await side(page, 'Back').click();
  await page.getByRole('checkbox', { name: 'A light of its own' }).click();
  await page.getByRole('textbox', { name: 'Why' }).fill('Carried on a pole, seen from behind');
  await dial.focus();
  await page.keyboard.press('ArrowLeft');
  await saved(page);
  const lit = (await server.piece('lock-keepers-arm')).views[1].light!;
  expect(lit.why).toBe('Carried on a pole, seen from behind');
  expect((await server.piece('lock-keepers-arm')).rig).toEqual(stored.rig);

  await page.goto(`${server.address}${DEMO}/parts`);
  await page.getByRole('button', { name: 'Your miniature' }).click();
  await page.getByRole('button', { name: 'Remove Back and its 1 part' }).click();
  await expect(sides(page)).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(side(page, 'Back')).toBeVisible();
  await saved(page);
  expect((await server.piece('lock-keepers-arm')).views[1].light).toEqual(lit);
});

test('the captain of the demo leads the first page; his surfaces are at hand on both sides, and what both show is one metal', async ({
  page,
  server,
}) => {
  await page.goto(server.address);
  await page
    .getByRole('link', { name: /^Lock captain/ })
    .first()
    .click();
  await settled(page);
  await expect(partRows(page).filter({ hasText: 'Breastplate' }).first()).toBeVisible();
  await expect(page.getByText('its sculpt is not here')).toHaveCount(0);
  await side(page, 'Back').click();
  await settled(page);
  await expect(partRows(page).filter({ hasText: 'Backplate' })).toHaveCount(1);
  await expect(page.getByText('its sculpt is not here')).toHaveCount(0);
  await partRows(page).filter({ hasText: 'Helm, skull' }).click();
  await page.getByRole('link', { name: /^Parts/ }).click();
  await expect(page.getByRole('combobox', { name: 'The same as' })).toHaveValue('helm');
});
