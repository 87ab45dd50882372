import { spoiltArm } from './support/spoilt.js';
import { facesOf, newPart, newPiece, seenBands, type Piece } from '@pale-glint/core';
import type { Page } from '@playwright/test';
import { DEMO, expect, lightAt, saved, settled, test } from './support/server.js';

/** A long blade in mirror polish, and nothing else. */
function oneBlade(): Piece {
  const blade = newPart(
    'blade',
    {
      kind: 'blade',
      lengthMm: 42,
      widthMm: 7,
      shoulderWidthMm: 7.4,
      pointMm: 8,
      ridge: 0,
      bevelDeg: 28,
      edges: 'two',
      curveMm: 0,
      fullerMm: 0,
      fullerTo: 0.6,
      notches: [],
    },
    'Long blade',
  );
  return newPiece('long-blade', 'Long blade', [
    { ...blade, finish: { kind: 'metal', ladder: 'cold-steel', polish: 'mirror', steps: 7, composition: 0 } },
  ]);
}

const PIECE = '/pieces/long-blade/glint';
const aside = (page: Page) => page.getByRole('complementary');
const list = (page: Page) => aside(page).locator('[data-finding]');
const tab = (page: Page, name: RegExp) => page.getByRole('tab', { name }).click();
const main = (page: Page) => page.getByRole('slider', { name: 'Main band, left face', exact: true });
/** The band beside the main light, by the name its handle has. */
const beside = (() => {
  const piece = oneBlade();
  const seen = seenBands(facesOf(piece.parts[0], piece)!.composition.facets[0]);
  const at = seen.findIndex((b) => b.number === 0);
  return `Band ${(seen[at - 1] ?? seen[at + 1]).number + 1}`;
})();
const second = (page: Page) => page.getByRole('slider', { name: `${beside}, left face`, exact: true });
const width = (page: Page) => aside(page).getByLabel('Its width', { exact: true });
const measured = (page: Page) => expect(page.getByText(/^Measuring/)).toHaveCount(0, { timeout: 200_000 });
const middle = async (of: ReturnType<typeof main>) => {
  const b = (await of.boundingBox())!;
  return [b.x + b.width / 2, b.y + b.height / 2] as const;
};

async function open(page: Page, address: string): Promise<void> {
  await page.goto(address + PIECE);
  await settled(page);
  await measured(page);
}

/** Widens the second band until it is as wide as the main light; answers with both widths. */
async function pullAlike(page: Page): Promise<{ wide: number; narrow: number }> {
  await main(page).focus();
  const wide = Number(await width(page).inputValue());
  await second(page).focus();
  await expect(aside(page).getByText(`${beside}, left face`)).toBeVisible();
  const narrow = Number(await width(page).inputValue());
  expect(wide / narrow).toBeGreaterThan(1.3);
  // By its edge, outward: as a hand would begin.
  const edge = page.getByRole('slider', { name: `${beside}, left face: width at the edge, tip side` });
  const [x, y] = await middle(edge);
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x, y - 14, { steps: 6 });
  await page.mouse.up();
  expect(Number(await width(page).inputValue())).toBeGreaterThan(narrow);
  // And to the same millimetre by number.
  await width(page).fill(String(wide));
  await width(page).press('Enter');
  await measured(page);
  return { wide, narrow };
}

test('two bands pulled to one width are found at their place, fixed, undone, mended by hand, and may be left with a reason', async ({
  page,
  server,
}) => {
  await server.add(oneBlade());
  await open(page, server.address);
  await tab(page, /Before you paint/);
  await expect(aside(page).getByText('Nothing to look at.')).toBeVisible();
  await tab(page, /By hand/);
  const { wide, narrow } = await pullAlike(page);
  await expect(page.getByRole('link', { name: /Glint map.*1 to look at/ })).toBeVisible();
  const [a, b] = [await middle(main(page)), await middle(second(page))];

  // Found: in millimetres, and where it is.
  await tab(page, /Before you paint, 1/);
  await expect(list(page)).toHaveCount(1);
  await expect(list(page)).toContainText('Bands alike');
  await expect(list(page)).toContainText(
    new RegExp(`both bands about ${wide} mm.*(widen|narrow) one to`, 'i'),
  );
  const mark = page.getByTestId('finding-mark');
  await expect(mark).toHaveCount(1);
  const dot = (await mark.locator('circle').boundingBox())!;
  const y = dot.y + dot.height / 2;
  expect(y).toBeGreaterThan(Math.min(a[1], b[1]) - 8);
  expect(y).toBeLessThan(Math.max(a[1], b[1]) + 8);

  // Fixed, undone.
  await list(page).getByRole('button', { name: /^Fix/ }).click();
  await measured(page);
  await expect(list(page)).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await measured(page);
  await expect(list(page)).toHaveCount(1);

  // By hand: narrower again.
  await tab(page, /By hand/);
  await second(page).focus();
  await width(page).fill(String(narrow));
  await width(page).press('Enter');
  await measured(page);
  await tab(page, /Before you paint/);
  await expect(list(page)).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await measured(page);

  // Left, with a reason that is kept.
  await list(page).getByRole('button', { name: 'Leave it' }).click();
  await expect(list(page).getByRole('button', { name: 'Leave it' }).last()).toBeDisabled();
  await list(page).getByLabel('Why it may stay').fill('The old sword had two like stripes');
  await list(page).getByLabel('Why it may stay').press('Enter');
  await measured(page);
  await expect(list(page)).toHaveCount(0);
  await saved(page);
  expect((await server.piece('long-blade')).critique.quiet).toEqual([
    { part: 'blade', finding: 'equal-bands', reason: 'The old sword had two like stripes' },
  ]);
  await page.reload();
  await settled(page);
  await measured(page);
  await page.keyboard.press('f');
  await aside(page)
    .getByText(/1 left as they are/)
    .click();
  await expect(aside(page).getByText('The old sword had two like stripes')).toBeVisible();
  await aside(page).getByRole('button', { name: 'Tell it again' }).click();
  await measured(page);
  await expect(list(page)).toHaveCount(1);
});

test('a band moved by hand follows the light, is unresolved while its band is gone, and is let go singly', async ({
  page,
  server,
}) => {
  await server.add(oneBlade());
  await open(page, server.address);
  await page.keyboard.press('k');
  const free = await middle(main(page));
  await main(page).focus();
  for (let i = 0; i < 8; i++) await page.keyboard.press('ArrowDown');
  await settled(page);
  const moved = await middle(main(page));
  expect(moved[1]).toBeGreaterThan(free[1] + 15);
  await saved(page);
  const kept = (await server.piece('long-blade')).adjustments;
  expect(kept).toMatchObject([{ kind: 'band-centre', facet: 0, band: 0 }]);

  // The light goes round; the change stays what it was, its place follows.
  const at = await lightAt(page, 10.75);
  await page.mouse.move(...at);
  await page.mouse.down();
  await page.mouse.move(...(await lightAt(page, 8)), { steps: 10 });
  await page.mouse.up();
  await settled(page);
  const elsewhere = await middle(main(page));
  expect(Math.abs(elsewhere[1] - moved[1])).toBeGreaterThan(20);
  await saved(page);
  expect((await server.piece('long-blade')).adjustments).toEqual(kept);

  // A third band, moved, has no band to move on dull metal: it sleeps and says so.
  await page.getByRole('slider', { name: 'Band 3, left face', exact: true }).focus();
  await page.keyboard.press('ArrowUp');
  await measured(page);
  await page.keyboard.press('j');
  await aside(page).getByLabel('Polish', { exact: true }).selectOption('dull');
  await measured(page);
  await page.keyboard.press('k');
  await expect(aside(page).getByText(/Asleep: this face has no band 3 now\. To place again\./)).toBeVisible();
  await aside(page).getByRole('button', { name: 'Let go: moved band' }).last().click();
  await expect(aside(page).getByText('1 changed by hand')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(aside(page).getByText('2 changed by hand')).toBeVisible();
});

test('cuts are drawn, borders pulled, places held and dots added on the map itself', async ({
  page,
  server,
}) => {
  const piece = oneBlade();
  const dome = newPart(
    'dome',
    { kind: 'dome', widthMm: 16, heightMm: 16, side: 'convex', fullness: 1, ridgeDeg: 0, rimMm: 0 },
    'Boss',
  );
  await server.add({ ...piece, parts: [dome] });
  await open(page, server.address);
  await page.keyboard.press('k');
  const stage = (await page.getByTestId('stage').boundingBox())!;
  const [cx, cy] = [stage.x + stage.width / 2, stage.y + stage.height / 2];
  const drag = async (from: [number, number], to: [number, number]) => {
    await page.mouse.move(cx + from[0], cy + from[1]);
    await page.mouse.down();
    await page.mouse.move(cx + to[0], cy + to[1], { steps: 12 });
    await page.mouse.up();
  };
  await aside(page).getByRole('radio', { name: 'Cuts' }).click();
  await drag([-60, 40], [70, 60]);
  await aside(page).getByRole('radio', { name: 'Borders' }).click();
  await drag([60, -60], [90, -90]);
  await aside(page).getByRole('radio', { name: 'Hold' }).click();
  await page.mouse.click(cx - 80, cy + 100);
  await aside(page).getByRole('radio', { name: 'Bands, dots' }).click();
  await aside(page).getByRole('button', { name: 'Add a dot' }).click();
  await expect(aside(page).getByText('4 changed by hand')).toBeVisible();
  await saved(page);
  const made = (await server.piece('long-blade')).adjustments;
  expect(made.map((a) => a.kind)).toEqual(['cut', 'border-pull', 'zone-hold', 'glint-add']);
  // Each is one step of undo.
  for (const left of [3, 2, 1]) {
    await page.keyboard.press('Control+z');
    await expect(aside(page).getByText(`${left} changed by hand`)).toBeVisible();
  }
  await page.keyboard.press('Control+Shift+z');
  await measured(page);
  await page.getByRole('radio', { name: 'Borders' }).click();
  const pulled = page.getByRole('slider', { name: 'Pulled border' });
  const before = await pulled.getAttribute('aria-valuetext');
  await pulled.focus();
  await page.keyboard.press('ArrowUp');
  await expect(pulled).not.toHaveAttribute('aria-valuetext', before!);
});

test('all is fixed at once as one step of undo, and a piece is turned round under a lamp, which can be stopped', async ({
  page,
  server,
}) => {
  await server.add(spoiltArm);
  await page.goto(`${server.address}${DEMO}/glint`);
  await settled(page);
  await measured(page);
  await page.keyboard.press('f');
  const before = await server.piece('lock-keepers-arm');
  const open = await list(page).count();
  expect(open).toBeGreaterThan(1);
  await page.keyboard.press('Shift+F');
  await expect(aside(page).getByText(/\d+ fixed/)).toBeVisible({ timeout: 200_000 });
  await measured(page);
  await expect(aside(page).getByText('Nothing to look at.')).toBeVisible();
  await saved(page);
  expect(await server.piece('lock-keepers-arm')).not.toEqual(before);
  await page.keyboard.press('Control+z');
  await saved(page);
  expect(await server.piece('lock-keepers-arm')).toEqual(before);
  await measured(page);

  const round = page.getByRole('region', { name: 'Seen all round' });
  await page.keyboard.press('y');
  await expect(round.getByRole('progressbar')).toBeVisible();
  await round.getByRole('button', { name: 'Stop' }).click();
  await expect(round.getByRole('progressbar')).toBeHidden();
  await round.getByRole('button', { name: /Turn it round/ }).click();
  await expect(round.getByText(/\d+ % of the metal still reads/)).toBeVisible({ timeout: 200_000 });
  await expect(round.getByRole('row')).toHaveCount(5);
});
