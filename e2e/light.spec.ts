import { DEMO, expect, saved, settled, test } from './support/server.js';

test.use({ parts: ['elbow', 'disc', 'blade'] });

test('light is taken from a preset, its surroundings by handle, a glow is placed and moved', async ({
  page,
  server,
}) => {
  await page.goto(`${server.address}${DEMO}/light`);
  await settled(page);
  await page.getByRole('button', { name: /Low evening sun/ }).click();
  await expect(page.getByRole('button', { name: /Low evening sun/ })).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByRole('slider', { name: 'Main light' })).toHaveAttribute(
    'aria-valuetext',
    '9:30, 14 degrees high',
  );
  const horizon = page.getByRole('slider', { name: 'Horizon' });
  await expect(horizon).toHaveAttribute('aria-valuetext', '-4 degrees');
  const box = (await horizon.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 2, box.y - 30, { steps: 8 });
  await page.mouse.up();
  await expect.poll(async () => Number(await horizon.getAttribute('aria-valuenow'))).toBeGreaterThan(3);
  await expect(page.getByRole('button', { name: /Low evening sun/ })).toHaveAttribute(
    'aria-pressed',
    'false',
  );
  await page.getByRole('slider', { name: 'Your eye' }).focus();
  await page.keyboard.press('Shift+ArrowUp');
  await expect(page.getByLabel('You look down by', { exact: true })).toHaveValue('22');

  // The clock is typed as it is read; what is no time is told and changes nothing.
  const clock = page.getByLabel('Main light at', { exact: true });
  await expect(clock).toHaveValue('9:30');
  await clock.fill('13');
  await expect(page.getByRole('alert')).toHaveText('Accepted: a time on the clock, as 9:30 or 12:15');
  await clock.fill('10:15');
  await clock.press('Enter');
  await expect(page.getByRole('slider', { name: 'Main light' })).toHaveAttribute('aria-valuetext', /^10:15/);

  await page.getByRole('button', { name: 'Place one' }).click();
  const glow = page.getByRole('slider', { name: 'Glow, near' });
  const at = (await glow.boundingBox())!;
  await page.mouse.move(at.x + at.width / 2, at.y + at.height / 2);
  await page.mouse.down();
  await page.mouse.move(at.x - 40, at.y - 60, { steps: 8 });
  await page.mouse.up();
  await saved(page);
  const [n] = (await server.piece('lock-keepers-arm')).rig.neighbours;
  expect(n.where.kind).toBe('near');
  // Inside a part it is told what that means, and the map still comes.
  const arm = await server.piece('lock-keepers-arm');
  const elbow = arm.parts.find((p) => p.id === 'elbow')!.place;
  const list = page.getByRole('region', { name: 'Neighbours and glows' });
  await list.getByLabel('To the right', { exact: true }).fill(String(elbow.xMm));
  await list.getByLabel('Up', { exact: true }).fill(String(elbow.yMm));
  await expect(list).toContainText('It stands on couter, elbow dome.');
  await list.getByLabel('Strength', { exact: true }).fill('140');
  await expect(list.getByRole('note')).toContainText('Brighter than the main light');
  await list.getByLabel('Strength', { exact: true }).fill('60');
  await expect(list.getByRole('note')).toHaveCount(0);
  await settled(page);
  await list.getByLabel('Stands', { exact: true }).selectOption('far');
  await expect(page.getByRole('slider', { name: 'Glow, far off' })).toBeVisible();
  await list.getByRole('button', { name: 'Take glow away' }).click();
  await expect(list).toContainText('None yet');
  for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z');
  await expect(page.getByRole('slider', { name: 'Glow, near' })).toBeVisible();
});

test('a mirrored and turned picture is still taken hold of where it is seen', async ({ page, server }) => {
  await page.goto(`${server.address}${DEMO}/parts`);
  await settled(page);
  for (const name of ['Mirror the picture', 'Turn the picture'])
    await page.getByRole('button', { name }).click();
  await settled(page);
  await page
    .getByRole('button', { name: /Couter disc/ })
    .first()
    .click();
  const middle = page.getByRole('slider', { name: 'Place of couter disc' });
  const box = (await middle.boundingBox())!;
  await page
    .getByRole('button', { name: /Sluice blade/ })
    .first()
    .click();
  await page.mouse.click(box.x + box.width / 2, box.y + box.height / 2);
  await expect(page.getByLabel('Name of the part')).toHaveValue('Couter disc');
  // Dragged to the right on the screen, it goes up on the piece: the picture is mirrored and a quarter turned.
  const before = (await server.piece('lock-keepers-arm')).parts.find((p) => p.id === 'disc')!.place;
  await page.mouse.move(box.x + box.width / 2 + 4, box.y + box.height / 2 + 14);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 64, box.y + box.height / 2 + 14, { steps: 10 });
  await page.mouse.up();
  await saved(page);
  const after = (await server.piece('lock-keepers-arm')).parts.find((p) => p.id === 'disc')!.place;
  expect(Math.abs(after.xMm - before.xMm)).toBeLessThan(0.2);
  expect(Math.abs(after.yMm - before.yMm)).toBeGreaterThan(2);
});

test('the warden at a squint: the focal part is among the first, and figures say so', async ({
  page,
  server,
}) => {
  await page.goto(`${server.address}/pieces/sluice-warden/glint`);
  await settled(page);
  await page.getByRole('radio', { name: 'Squint' }).click();
  const panel = page.getByRole('region', { name: 'At a squint' });
  await expect(panel).toContainText('The focal part is among the first 3', { timeout: 200_000 });
  const first = panel.getByRole('listitem').filter({ hasText: /^[123]/ });
  await expect(first.filter({ hasText: 'Visor, face plate, focal part' })).toHaveCount(1);
});

test('a group is moved, mirrored and taken apart as one', async ({ page, server }) => {
  await page.goto(`${server.address}/pieces/sluice-warden/parts`);
  await settled(page);
  await page.getByRole('button', { name: /^Lantern\s*4$/ }).click();
  await page.getByRole('button', { name: 'Mirrored twin' }).click();
  await expect(page.getByLabel('Name of the group')).toHaveValue('Lantern, again');
  await saved(page);
  const { parts, groups } = await server.piece('sluice-warden');
  const twin = groups.find((g) => g.name === 'Lantern, again')!;
  const copies = parts.filter((p) => p.group === twin.id);
  expect(copies).toHaveLength(4);
  for (const c of copies) expect(c.place.xMm).toBeGreaterThan(12);
  await page.getByRole('button', { name: 'Remove' }).click();
  await page.keyboard.press('Control+z');
  await page.getByRole('button', { name: /^Lantern, again\s*4$/ }).click();
  await page.getByRole('button', { name: 'Take the group apart' }).click();
  await expect(page.getByRole('button', { name: /^Lantern, again/ })).toBeHidden();
  await saved(page);
  expect((await server.piece('sluice-warden')).parts).toHaveLength(parts.length);
});
