import { DEMO, expect, saved, settled, test } from './support/server.js';

test.use({ parts: ['elbow', 'disc', 'blade'] });

test('a blade is rusted and chipped: the map shows it, the order has its passes, too much is told, and it is cleaned off', async ({
  page,
  server,
}) => {
  await page.goto(`${server.address}${DEMO}/glint`);
  await settled(page);
  const warm = () =>
    page.evaluate(() => {
      const canvas = document.querySelector<HTMLCanvasElement>('[data-testid="stage"] canvas')!;
      const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height);
      let n = 0;
      for (let i = 0; i < data.length; i += 4) if (data[i]! > data[i + 2]! + 40) n++;
      return n;
    });
  await page
    .getByRole('button', { name: /Sluice blade/ })
    .first()
    .click();
  const clean = await warm();
  await page.getByRole('tab', { name: 'Wear' }).click();
  await page.getByRole('combobox', { name: 'Lay on it' }).selectOption({ label: 'Rust, heavy' });
  await expect(page.getByRole('region', { name: 'Rust, heavy' })).toContainText('no clean white dots');
  await settled(page);
  await expect.poll(warm).toBeGreaterThan(clean + 2000);
  // What it follows is seen in grey while this side is open, and left behind with it.
  await page.getByRole('combobox', { name: 'Show on the map' }).selectOption({ label: 'what is rubbed' });
  await expect.poll(warm).toBe(0);
  await expect(page.getByText(/^Light is where hands/)).toBeVisible();
  await page.getByRole('tab', { name: 'Figures' }).click();
  await expect.poll(warm).toBeGreaterThan(clean + 2000);
  await page.getByRole('tab', { name: 'Wear' }).click();
  const covered = page.getByRole('region', { name: 'What it covers' });
  await expect(covered).toContainText(/deep red-brown\s*75(\.\d)? %/);

  await page.getByRole('combobox', { name: 'Lay on it' }).selectOption({ label: 'Chips and knocks' });
  const rust = page.getByRole('region', { name: 'Rust, heavy' });
  await rust.getByLabel('Covers').fill('93');
  await expect(rust.getByRole('note')).toHaveText(
    'Rust, heavy covers 93 %; past 90 % no metal is left: lift some off while it is wet.',
  );
  await rust.getByLabel('Covers').fill('70');
  await expect(rust.getByRole('note')).toHaveCount(0);
  // By hand: none of it where the picture is pressed.
  await rust.getByRole('button', { name: 'None here' }).click();
  const { place } = (await server.piece('lock-keepers-arm')).parts.find((p) => p.id === 'blade')!;
  const stage = page.getByTestId('stage');
  const box = (await stage.boundingBox())!;
  const [left, top, px, width, wide] = JSON.parse((await stage.getAttribute('data-picture'))!) as number[];
  const scale = (px! * wide!) / width!;
  await page.mouse.click(box.x + (place.xMm + 0.8 - left!) * scale, box.y + (top! - place.yMm) * scale);
  await expect(rust.getByRole('button', { name: /let the place go/ })).toBeVisible();
  await rust.getByRole('button', { name: 'None here' }).click();
  await rust.getByRole('button', { name: 'Another pattern' }).click();
  await saved(page);
  expect(
    (await server.piece('lock-keepers-arm')).wear.map((w) => [w.kind, w.share, w.places.length]),
  ).toEqual([
    ['rust', 0.7, 1],
    ['chips', 0.02, 0],
  ]);

  // What it is mixed from stands beside the metals.
  await page.getByRole('link', { name: /^Steps and mixes/ }).click();
  const over = page.getByRole('region', { name: 'Wear and glow' }).getByRole('listitem');
  await expect(over.filter({ hasText: /^Rust, deep red-brown.* water to /s })).toHaveCount(1);

  await page.getByRole('link', { name: /Painting order/ }).click();
  const titles = page.getByRole('list', { name: 'Layers' }).getByRole('heading');
  await expect(titles.filter({ hasText: /^\d+Chips, their lit lips/ })).toBeVisible();
  const all = (await titles.allInnerTexts()).map((t) => t.split('\n')[1] ?? t);
  const at = (wanted: RegExp) => all.findIndex((t) => wanted.test(t));
  expect(at(/Rust, orange/)).toBeGreaterThan(at(/Rust, deep/));
  expect(at(/Rubbed edges/)).toBeGreaterThan(at(/Rust, orange/));
  expect(at(/Chips, their lit lips/)).toBeGreaterThan(at(/Rubbed edges/));

  await page.getByRole('link', { name: /^Glint map/ }).click();
  await page.getByRole('tab', { name: 'Wear' }).click();
  for (const name of ['Rust, heavy', 'Chips and knocks'])
    await page.getByRole('region', { name }).getByRole('button', { name: 'Clean it off' }).click();
  await settled(page);
  await expect.poll(warm).toBeLessThan(clean + 500);
});

test('what is no metal takes no wear; a group takes the same in patterns of its own', async ({
  page,
  server,
}) => {
  await page.goto(`${server.address}/pieces/lock-militia/glint`);
  await settled(page);
  await page.getByRole('tab', { name: 'Wear' }).click();
  const grouped = (await server.piece('lock-militia')).parts.find(
    (p) => p.group !== null && p.finish.kind === 'metal',
  )!;
  await page.getByRole('region', { name: 'Parts' }).getByText(grouped.name, { exact: true }).first().click();
  await page.getByRole('combobox', { name: 'Lay on it' }).selectOption({ label: 'Grime' });
  await page.getByRole('button', { name: 'The same on all of its group' }).click();
  await saved(page);
  const piece = await server.piece('lock-militia');
  const members = piece.parts.filter((p) => p.group === grouped.group && p.finish.kind === 'metal');
  const grimy = piece.wear.filter((w) => w.kind === 'grime').map((w) => w.part);
  expect(grimy.sort()).toEqual(members.map((p) => p.id).sort());
  const cloth = piece.parts.find((p) => p.finish.kind === 'matte')!;
  await page.getByRole('region', { name: 'Parts' }).getByText(cloth.name, { exact: true }).first().click();
  await expect(page.getByText(/This part is no metal/)).toBeVisible();
});
