import { readFileSync, writeFileSync } from 'node:fs';
import { sluiceWarden, writePiece } from '@pale-glint/core';
import { DEMO, expect, saved, settled, test } from './support/server.js';

/** The warden's parts again and again, until there are `count`. */
const crowd = (count: number) => ({
  ...sluiceWarden,
  wear: [],
  id: `crowd-${count}`,
  name: `A crowd of ${count}`,
  parts: Array.from({ length: count }, (_, i) => {
    const p = sluiceWarden.parts[i % sluiceWarden.parts.length];
    const row = Math.floor(i / sluiceWarden.parts.length);
    return { ...p, id: `p${i}`, place: { ...p.place, xMm: p.place.xMm + 42 * row } };
  }),
  rig: { ...sluiceWarden.rig, focalPart: null },
});

test('200 parts work, 2,000 are refused with a reason, and very small and very large parts are painted', async ({
  page,
  server,
}) => {
  await server.add(crowd(200));
  await page.goto(`${server.address}/pieces/crowd-200/parts`);
  await expect(page.getByRole('link', { name: /200 parts/ })).toBeVisible();
  await settled(page);
  await page.getByLabel('Name of the part').waitFor();
  await page.keyboard.press('d');
  await expect(page.getByRole('link', { name: /201 parts/ })).toBeVisible();
  await settled(page);

  const small = { ...crowd(1), id: 'crowd-2000', parts: [{ ...sluiceWarden.parts[1], id: 'p0' }] };
  const [head, tail] = writePiece(small).split('"parts": [');
  const one = /^\s*\{[\s\S]*?\n {4}\}/.exec(tail)![0];
  const many = Array.from({ length: 2000 }, (_, i) => one.replace('"p0"', `"q${i}"`)).join(',');
  await page.goto(server.address);
  await page.getByLabel('Piece file', { exact: true }).setInputFiles({
    name: 'many.json',
    mimeType: 'application/json',
    buffer: Buffer.from(`${head}"parts": [${many}${tail.slice(one.length)}`),
  });
  const dialog = page.getByRole('dialog', { name: 'The file was not accepted' });
  await expect(dialog).toContainText('parts');
  await expect(dialog).toContainText('at most 400');

  const extremes = crowd(2);
  await server.add({
    ...extremes,
    id: 'extremes',
    name: 'Extremes',
    parts: [
      {
        ...extremes.parts[0],
        form: {
          kind: 'dome',
          widthMm: 400,
          heightMm: 400,
          side: 'convex',
          fullness: 1,
          ridgeDeg: 0,
          rimMm: 0,
        },
      },
      {
        ...extremes.parts[1],
        form: {
          kind: 'dome',
          widthMm: 0.2,
          heightMm: 0.2,
          side: 'convex',
          fullness: 1,
          ridgeDeg: 0,
          rimMm: 0,
        },
      },
    ],
  });
  await page.goto(`${server.address}/pieces/extremes/glint`);
  await settled(page);
  await page
    .getByText(/^Measuring/)
    .first()
    .waitFor({ state: 'hidden', timeout: 200_000 });
  await page.keyboard.press('c');
  await settled(page);
});

test.describe('on a blade', () => {
  test.use({ parts: ['blade', 'haft-ring'] });

  test('a browser without workers is told what the map needs, and nothing is lost', async ({
    page,
    server,
  }) => {
    await page.addInitScript(() => {
      window.Worker = class {
        constructor() {
          throw new Error('refused');
        }
      } as unknown as typeof Worker;
    });
    await page.goto(`${server.address}${DEMO}/glint`);
    await expect(page.getByRole('alert').first()).toContainText('does not let pages work in the background');
    await page.getByLabel('Length', { exact: true }).fill('31');
    await saved(page);
  });

  test('a browser whose storage is full still works and saves', async ({ page, server }) => {
    await page.addInitScript(() => {
      Storage.prototype.setItem = () => {
        throw new DOMException('full', 'QuotaExceededError');
      };
    });
    await page.goto(`${server.address}${DEMO}/glint`);
    await settled(page);
    await page.keyboard.press('b');
    await page.getByLabel('Length', { exact: true }).fill('32');
    await saved(page);
    const blade = (await server.piece('lock-keepers-arm')).parts.find((p) => p.id === 'blade')!;
    expect(blade.form).toMatchObject({ lengthMm: 32 });
  });

  test('with the disk full the page says so, keeps change and tick, and stores both once there is room', async ({
    page,
    server,
  }) => {
    await page.goto(`${server.address}${DEMO}/order`);
    const tick = page.getByRole('list', { name: 'Layers' }).getByRole('checkbox').first();
    await tick.waitFor();
    // As the server answers it: the soak fills a real disk.
    await page.route('**/api/**', (route) =>
      ['GET', 'HEAD'].includes(route.request().method())
        ? route.continue()
        : route.fulfill({
            status: 507,
            contentType: 'application/json',
            body: JSON.stringify({ says: 'The disk is nearly full, so nothing was stored.' }),
          }),
    );
    const note = page.getByTestId('save-state');
    await tick.click();
    await expect(note).toHaveText('Disk full: kept here, trying again');
    await page.getByRole('link', { name: /^Glint map/ }).click();
    await page.getByLabel('Length', { exact: true }).fill('33');
    await expect(note).toHaveText('Disk full: kept here, trying again');
    await page.unroute('**/api/**');
    await saved(page);
    const blade = (await server.piece('lock-keepers-arm')).parts.find((p) => p.id === 'blade')!;
    expect(blade.form).toMatchObject({ lengthMm: 33 });
    const run = async () =>
      (await (await page.request.get(`${server.address}/api/pieces/lock-keepers-arm/run`)).json()) as {
        ticks: unknown[];
      };
    await expect.poll(async () => (await run()).ticks.length).toBeGreaterThan(0);
  });
});

test('cards leave as one page of PDF, and the drawing has the areas that are reported', async ({
  page,
  server,
}) => {
  await page.goto(`${server.address}/pieces/sluice-warden/glint`);
  await settled(page);
  const take = async (name: RegExp) => {
    await page.getByRole('button', { name: 'Take it with you' }).click();
    const [download] = await Promise.all([
      page.waitForEvent('download', { timeout: 200_000 }),
      page.getByRole('menuitem', { name }).click(),
    ]);
    return readFileSync((await download.path())!);
  };
  for (const [name, file] of [
    [/^Card of visor/, 'part'],
    [/^Card of the piece/, 'piece'],
  ] as const) {
    const pdf = await take(name);
    expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
    expect(pdf.length).toBeLessThan(3_000_000);
    writeFileSync(test.info().outputPath(`${file}.pdf`), pdf);
  }
  await page
    .getByText(/^Measuring/)
    .first()
    .waitFor({ state: 'hidden', timeout: 200_000 });
  const svg = (await take(/SVG/)).toString('utf8');
  // What the figures beside the map say of the visor, step by step, against the paths of its zones layer.
  const rows = await page
    .getByRole('complementary', { name: 'Visor, face plate' })
    .getByRole('row')
    .allTextContents();
  const told = rows.map((r) => Number(/([\d.]+)\smm²/.exec(r)![1]));
  const group = svg.split('<g id="visor"')[1].split('\n')[0];
  const areas = await page.evaluate(
    (paths) => {
      // The browser's own measure: points of a fine lattice inside the path.
      const canvas = document.createElement('canvas');
      const context = canvas.getContext('2d')!;
      return paths.map((d) => {
        const path = new Path2D(d);
        let hits = 0;
        for (let x = -5; x < 5; x += 0.02)
          for (let y = -5; y < 5; y += 0.02) if (context.isPointInPath(path, x, y, 'evenodd')) hits++;
        return hits * 0.0004;
      });
    },
    [...group.matchAll(/data-step="\d+"[^>]* d="([^"]+)"/g)].map((m) => m[1]),
  );
  expect(areas).toHaveLength(told.length);
  areas.forEach((area, k) =>
    expect(Math.abs(area - told[k])).toBeLessThanOrEqual(told[k] * 0.02 + 0.06 + (told[k] >= 10 ? 0.5 : 0)),
  );
});
