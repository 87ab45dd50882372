import { readFileSync } from 'node:fs';
import { expect, test } from './support/server.js';

test('six paints are typed onto the shelf, what is not understood is told, and pots are searched, sorted and changed together', async ({
  page,
  server,
}) => {
  await page.goto(server.address);
  await page.getByRole('link', { name: 'Shelf' }).click();
  await expect(page.getByText('53 pots, 40 to mix from')).toBeVisible();
  await page
    .getByLabel(/^One a line/)
    .fill(
      [
        'Pond skin #3a4a30 ink',
        'Sluice cream #f4ead0 opaque',
        'Lampsoot #101214 opaque',
        'just words',
        'Towpath #7a6a52 semi-opaque',
        'Kelp, #4a5a2a, sparkling',
        'Brass dust #c0a050 metal',
        'Cold lamp #dfe8ee opaque weak tint',
        'Night bank #1a2030 opaque strong tint',
      ].join('\n'),
    );
  const bad = page.getByRole('list', { name: 'Not understood' });
  await expect(bad).toContainText('Line 4: no colour in it');
  await expect(bad).toContainText('Line 6: "sparkling" is no word');
  await expect(page.getByText('6 new; 1 brought up to date: Lampsoot')).toBeVisible();
  await page.getByRole('button', { name: 'Put 7 paints on the shelf' }).click();
  await expect(page.getByText('59 pots, 45 to mix from')).toBeVisible();
  // What was not understood stays, to be put right.
  const lines = page.getByRole('textbox', { name: /^One a line/ });
  await expect(lines).toHaveValue('just words\nKelp, #4a5a2a, sparkling');
  await expect(bad).toContainText('Line 2: "sparkling" is no word');
  await lines.fill('');

  await page.getByRole('searchbox', { name: 'Search' }).fill('ink trans');
  await expect(page.getByRole('row')).toHaveCount(3);
  await page.getByRole('searchbox', { name: 'Search' }).fill('');
  await page.getByRole('button', { name: 'Value' }).click();
  await page.getByRole('button', { name: 'Value' }).click();
  const values = (await page.getByRole('row').getByRole('cell').nth(2).allInnerTexts()).map(Number);
  expect([...values].sort((a, b) => a - b)).toEqual(values);
  // Two at once, then undone.
  for (const name of ['Pond skin', 'Towpath'])
    await page.getByRole('checkbox', { name, exact: true }).check();
  await expect(page.getByRole('heading', { name: '2 pots' })).toBeVisible();
  await page.getByLabel('Left in it').selectOption('none');
  await expect(page.getByText('59 pots, 43 to mix from')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('59 pots, 45 to mix from')).toBeVisible();
  // One pot: a name another has is refused where it is typed.
  await page
    .getByRole('row', { name: /Pond skin/ })
    .getByText('Pond skin')
    .click();
  await page.getByLabel('Name', { exact: true }).fill('Chalk');
  await expect(page.getByText('Another pot has this name')).toBeVisible();
  await page.getByLabel('Name', { exact: true }).fill('Pond scum');
  await page.getByLabel('Name', { exact: true }).press('Enter');
  await expect(page.getByRole('heading', { name: 'Pond scum' })).toBeVisible();
  const stored = async () => (await page.request.get(`${server.address}/api/shelf`)).text();
  await expect.poll(stored).toContain('Pond scum');
  await page.reload();
  await expect(page.getByRole('row', { name: /Pond scum/ })).toBeVisible();
});

test('the shelf leaves as a list and a palette and comes back with a preview; a broken list takes nothing', async ({
  page,
  server,
}) => {
  await page.goto(`${server.address}/shelf`);
  await expect(page.getByText(/^53 pots/)).toBeVisible();
  const fetched = async (button: string) => {
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: button }).click();
    return readFileSync(await (await download).path(), 'utf8');
  };
  const [csv, gpl] = [await fetched('As a list'), await fetched('As a palette')];
  expect(csv.split('\n')[0]).toBe('name,hex,kind,opacity,tint,finish,contrast,strength,code,left,notes');
  const bring = (name: string, text: string) =>
    page
      .locator('input[type=file]')
      .setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(text) });
  await bring('shelf.csv', csv);
  await expect(page.getByText('0 new; 53 as they are')).toBeVisible();
  await page.getByRole('button', { name: 'Leave them' }).click();
  await bring('shelf.gpl', `${gpl}  1   2   3\tInk of night\n`);
  await expect(page.getByText(/^From shelf.gpl: 54 paints/)).toBeVisible();
  await page.getByRole('button', { name: 'Leave them' }).click();
  await bring('broken.csv', csv.replace('#121418', '#12'));
  await expect(page.getByText('Nothing of this file was taken.')).toBeVisible();
  await expect(page.getByRole('alert')).toContainText('line 3, hex');
  await expect(page.getByText(/^53 pots/)).toBeVisible();
});

test('a change made on another desk meanwhile stays, and so does the one made here', async ({
  page,
  server,
}) => {
  await page.goto(`${server.address}/shelf`);
  await page.getByRole('row', { name: /Chalk/ }).getByText('Chalk').click();
  const { version, shelf } = (await (await page.request.get(`${server.address}/api/shelf`)).json()) as {
    version: number;
    shelf: { paints: { name: string; left: string }[] };
  };
  shelf.paints.find((p) => p.name === 'Reed')!.left = 'none';
  expect(
    (
      await page.request.put(`${server.address}/api/shelf?version=${version}`, {
        data: JSON.stringify(shelf),
        headers: { origin: server.address },
      })
    ).status(),
  ).toBe(200);
  await page.getByLabel('Left in it').selectOption('half');
  await expect(page.getByText(/changed elsewhere meanwhile\. Your change was put on top/)).toBeVisible();
  await expect(page.getByRole('row', { name: /Reed/ })).toContainText('none');
  await expect(page.getByRole('row', { name: /Chalk/ })).toContainText('half');
  // What stood here before would take the other's change away: it is no step to go back to.
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
  const stored = (await (await page.request.get(`${server.address}/api/shelf`)).json()) as {
    shelf: { paints: { name: string; left: string }[] };
  };
  const left = (name: string) => stored.shelf.paints.find((p) => p.name === name)!.left;
  expect([left('Reed'), left('Chalk')]).toEqual(['none', 'half']);
});

test('a shelf of 400 pots lays out those in view, and the last is found by scrolling and by search', async ({
  page,
  server,
}) => {
  const at = `${server.address}/api/shelf`;
  const { version, shelf } = (await (await page.request.get(at)).json()) as {
    version: number;
    shelf: { paints: { id: string; name: string }[] };
  };
  const [first] = shelf.paints;
  const number = (i: number) => String(i).padStart(3, '0');
  const more = Array.from({ length: 400 - shelf.paints.length }, (_, i) => ({
    ...first,
    id: `pot-${number(i)}`,
    name: `Pot ${number(i)}`,
  }));
  const put = await page.request.put(`${at}?version=${version}`, {
    data: JSON.stringify({ ...shelf, paints: [...shelf.paints, ...more] }),
    headers: { origin: server.address },
  });
  expect(put.status()).toBe(200);
  await page.goto(`${server.address}/shelf`);
  await expect(page.getByText(/^400 pots/)).toBeVisible();
  const rows = page.locator('tbody tr[data-index]');
  expect(await rows.count()).toBeLessThan(150);
  await page.getByRole('region', { name: 'Pots' }).evaluate((e) => e.scrollTo(0, e.scrollHeight));
  await expect(page.getByRole('row', { name: new RegExp(more.at(-1)!.name) })).toBeVisible();
  await page.getByRole('searchbox').fill('Pot 100');
  await expect(rows).toHaveCount(1);
});
