import { DEMO, expect, keptThere, measured, saved, settled, test } from './support/server.js';

test.describe('for the first time', () => {
  test.use({ fresh: true });

  test('a piece is there roughly before it is fine, small pictures wait for it, and the next visit begins with what was seen', async ({
    page,
    server,
  }) => {
    await page.addInitScript(() => {
      const seen: string[] = [];
      Object.assign(window, { seen });
      new MutationObserver(() => {
        const settledNow = document.querySelector<HTMLElement>('[data-testid="map"]')?.dataset['settled'];
        if (settledNow && !seen.includes(settledNow)) seen.push(settledNow);
        if (!seen.includes('small') && document.querySelector('canvas[data-ready]')) seen.push('small');
      }).observe(document, { subtree: true, childList: true, attributes: true });
    });
    const order = () => page.evaluate(() => (window as unknown as { seen: string[] }).seen);
    await page.goto(`${server.address}${DEMO}/glint`);
    await settled(page);
    await expect.poll(order, { timeout: 200_000 }).toEqual(['no', 'rough', 'yes', 'small']);
    await measured(page);
    await keptThere(page, 'pictures', 1);
    await page.reload();
    await settled(page);
    const opened = await page.evaluate(() => window.paleGlint!.opened);
    // One picture that was kept, instead of one that had to be computed.
    expect(opened).toHaveLength(1);
    expect(await order()).toContain('rough');
  });

  test('the order can be read while the map is still measured, and at once on the next visit', async ({
    page,
    server,
  }) => {
    const first = page.getByRole('heading', { level: 2 }).first();
    await page.goto(`${server.address}${DEMO}/order`);
    await expect(page.getByText(/^Measur/).first()).toBeVisible();
    await expect(first).toBeVisible({ timeout: 200_000 });
    const done = page.getByRole('checkbox').first();
    await expect(done).toBeVisible({ timeout: 200_000 });
    const whole = await page.getByRole('heading', { level: 2 }).allTextContents();
    expect(whole.length).toBeGreaterThan(10);
    await measured(page);
    await keptThere(page, 'judged', 1);
    await page.reload();
    await expect(done).toBeVisible({ timeout: 200_000 });
    expect(await page.getByRole('heading', { level: 2 }).allTextContents()).toEqual(whole);
    // Nothing was judged anew: the findings came with it.
    expect(await page.evaluate(() => window.paleGlint!.critiques)).toEqual([0]);
  });
});

test.describe('with small pictures', () => {
  test.use({ pictures: true, fresh: true });
  test('a piece that this browser never saw is shown before anything is computed, also where its picture comes late', async ({
    page,
    server,
  }) => {
    const picture = () => page.request.get(`${server.address}/api${DEMO}/picture`);
    await expect.poll(async () => (await picture()).status(), { timeout: 350_000 }).toBe(200);
    // With nobody to compute the map, all that is seen is the picture that the server keeps.
    await page.route('**/map.worker*', (route) => route.abort());
    // Later than the map waits for it.
    await page.route('**/picture', async (route) => {
      await new Promise((resolve) => setTimeout(resolve, 1500));
      await route.continue();
    });
    await page.goto(`${server.address}${DEMO}/glint`);
    const map = page.getByTestId('map');
    await expect(map).toHaveAttribute('data-settled', 'rough');
    const drawnShare = () =>
      map.evaluate((canvas: HTMLCanvasElement) => {
        const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height);
        return data.filter((alpha, i) => i % 4 === 3 && alpha > 250).length / (canvas.width * canvas.height);
      });
    await expect.poll(drawnShare).toBeGreaterThan(0.05);
  });
});

test('the lamp shows as what the painter chooses, and the choice is kept', async ({ page, server }) => {
  await page.goto(`${server.address}${DEMO}/light`);
  await settled(page);
  const side = page.getByRole('complementary', { name: 'Light and surroundings' });
  const picture = () => page.getByTestId('map').screenshot();
  const round = await picture();
  await side.getByLabel('Shows in shiny metal as', { exact: true }).selectOption({ label: 'Window' });
  await saved(page);
  await settled(page);
  expect((await picture()).equals(round)).toBe(false);
  expect((await server.piece('lock-keepers-arm')).rig.lamp).toBe('window');
  await page.keyboard.press('Control+z');
  await saved(page);
  expect((await server.piece('lock-keepers-arm')).rig.lamp).toBe('round');
});
