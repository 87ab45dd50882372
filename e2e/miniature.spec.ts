import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { begin, madePhoto } from './support/madePhoto.js';
import { expect, frame, saved, settled, test } from './support/server.js';

/** Where the stage shows a place of the piece, on the screen. */
async function onStage(page: Page) {
  const stage = page.getByTestId('stage');
  const box = (await stage.boundingBox())!;
  const [left, top, px, width, wide] = JSON.parse((await stage.getAttribute('data-picture'))!) as number[];
  const scale = (px * wide) / width;
  return (x: number, y: number) => [box.x + (x - left) * scale, box.y + (top - y) * scale] as const;
}
const tapAt = async (page: Page, x: number, y: number) => {
  const at = await onStage(page);
  await page.mouse.click(...at(x, y));
  await frame(page);
};

test('a photo is laid under, scaled by its base, set straight, and a dome seen aslant tapped on it', async ({
  page,
  server,
}) => {
  await begin(page, server.address, 'Traced');
  const photo = page.getByRole('region', { name: 'A photo under the parts' });
  await photo
    .locator('input[type=file]')
    .setInputFiles({ name: 'phone.png', mimeType: 'image/png', buffer: madePhoto(6) });
  await expect(page.getByTestId('underlay')).toBeVisible();
  // Kept without the name that was in the file.
  const address = (await page.getByTestId('underlay').getAttribute('src'))!;
  expect((await (await page.request.get(server.address + address)).body()).toString('latin1')).not.toContain(
    'somebody',
  );

  // Straight: the post's foot, then its head, as they lie in the turned photo.
  const underlay = async () => {
    await saved(page);
    const id = /pieces\/([^/]+)/.exec(page.url())![1];
    const { piece } = (await (await page.request.get(`${server.address}/api/pieces/${id}`)).json()) as {
      piece: {
        views: { underlay: { mmPerPx: number; turnDeg: number; xMm: number; yMm: number } }[];
        parts: { form: Record<string, number>; place: Record<string, number> }[];
      };
    };
    return { ...piece, underlay: piece.views[0].underlay };
  };
  /** Where a place of the upright drawing lies in the piece. */
  const placeOf = async (x: number, y: number) => {
    const { underlay: u } = await underlay();
    const off = ((u.turnDeg + 6) * Math.PI) / 180 - (6 * Math.PI) / 180;
    const [c, s] = [Math.cos((-6 * Math.PI) / 180), Math.sin((-6 * Math.PI) / 180)];
    const [px, py] = [x * c - y * s, x * s + y * c];
    const [mx, my] = [px * u.mmPerPx, -py * u.mmPerPx];
    return [
      u.xMm + mx * Math.cos(off) - my * Math.sin(off),
      u.yMm + mx * Math.sin(off) + my * Math.cos(off),
    ] as const;
  };
  await page.getByRole('button', { name: 'Stand it straight' }).click();
  for (const y of [290, 50]) await tapAt(page, ...(await placeOf(0, y)));
  expect(Math.abs(Math.abs((await underlay()).underlay.turnDeg) - 6)).toBeLessThan(1);

  await page.getByRole('button', { name: '32', exact: true }).click();
  await expect(page.getByText('The base, 32 mm across')).toBeVisible();
  for (const x of [-200, 200]) await tapAt(page, ...(await placeOf(x, 330)));
  const scaled = (await underlay()).underlay;
  expect(scaled.mmPerPx * 400).toBeGreaterThan(32 * 0.98);
  expect(scaled.mmPerPx * 400).toBeLessThan(32 * 1.02);
  const [, foot] = await placeOf(0, 330);
  expect(Math.abs(foot)).toBeLessThan(0.8);

  await page.getByLabel('Without its colours').check();
  await page.getByRole('button', { name: 'Dome', exact: true }).click();
  // A slip is taken back, and nothing that was done before.
  await tapAt(page, ...(await placeOf(10, -60)));
  await page.keyboard.press('Control+z');
  expect((await underlay()).underlay).toEqual({ ...scaled, grey: 'yes' });
  // A little beside its rim: each tap goes onto the edge near it.
  await expect(page.getByLabel('Keep to edges')).toBeChecked();
  for (const turn of [0.3, 1.4, 2.6, 3.7, 4.9, 5.8])
    await tapAt(page, ...(await placeOf(158 * Math.cos(turn), -60 + 111 * Math.sin(turn))));
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByText('Which side is nearer to you?')).toBeVisible();
  await tapAt(page, ...(await placeOf(0, 20)));
  await page.getByRole('button', { name: 'Leave' }).click();
  await settled(page);
  const [dome] = (await underlay()).parts;
  const mm = scaled.mmPerPx;
  expect(Math.abs(dome.form['widthMm'] / (300 * mm) - 1)).toBeLessThan(0.035);
  expect(Math.abs(dome.form['heightMm'] / (210 * mm) - 1)).toBeLessThan(0.035);
  // 210 of 300 is a circle turned by 45.6 degrees; the lower side nearer: it looks up.
  expect(Math.abs(dome.place['pitchDeg'] - 45.6)).toBeLessThan(4);
  await expect(page.getByRole('slider', { name: 'Width of dome' })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByText('No part yet.')).toBeVisible();

  // An outline of four taps follows the rim between them.
  await page.getByRole('button', { name: 'Rounded plate', exact: true }).click();
  for (const turn of [0.8, 2.35, 3.95, 5.5])
    await tapAt(page, ...(await placeOf(152 * Math.cos(turn), -60 + 107 * Math.sin(turn))));
  await page.getByRole('button', { name: 'Done' }).click();
  // The outline is followed by a worker: it is there before the tool is left.
  await expect(page.getByText('One is there. Tap the next, or leave.')).toBeVisible();
  await page.getByRole('button', { name: 'Leave' }).click();
  await settled(page);
  const [plate] = (await underlay()).parts;
  expect(Math.abs(plate.form['widthMm'] / (300 * mm) - 1)).toBeLessThan(0.05);
  expect(Math.abs(plate.form['heightMm'] / (210 * mm) - 1)).toBeLessThan(0.05);

  // One stroke through it finds it as well; drawn too short it is taken back as a whole.
  await page.getByRole('button', { name: /^Your miniature/ }).click();
  await page.getByRole('button', { name: 'By a stroke' }).click();
  const stroke = async (half: number, v = -60) => {
    const at = await onStage(page);
    await page.mouse.move(...at(...(await placeOf(-half, v))));
    await page.mouse.down();
    for (let i = 1; i <= 8; i++) await page.mouse.move(...at(...(await placeOf(-half + (i * half) / 4, v))));
    await page.mouse.up();
  };
  await stroke(20);
  await page.getByRole('button', { name: 'Back', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Done' })).toBeDisabled();
  await stroke(110);
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByText('One is there. Tap the next, or leave.')).toBeVisible();
  // Once more, and what is drawn through to be left out is left out; the last stroke alone is taken back.
  await stroke(110);
  await page.getByRole('checkbox', { name: 'Leave out what I draw' }).click();
  await stroke(140, 10);
  await stroke(140, -110);
  await page.getByRole('button', { name: 'Back', exact: true }).click();
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByText('2 are there. Tap the next, or leave.')).toBeVisible();
  await page.getByRole('button', { name: 'Leave', exact: true }).click();
  await settled(page);
  const grown = (await underlay()).parts[1];
  expect(Math.abs(grown.form['widthMm'] / (300 * mm) - 1)).toBeLessThan(0.06);
  expect(Math.abs(grown.form['heightMm'] / (210 * mm) - 1)).toBeLessThan(0.06);
  const cut = (await underlay()).parts[2];
  expect(cut.form['heightMm'] / (140 * mm)).toBeGreaterThan(0.85);
  expect(cut.form['heightMm'] / (140 * mm)).toBeLessThan(1.15);

  // Photo and map are held against each other, here and on the map: by a line, by difference, by a key that is held.
  const layer = page.getByTestId('map').locator('..');
  const compare = (name: string) =>
    page.getByRole('radiogroup', { name: 'Photo and map' }).getByRole('radio', { name }).click();
  await page.getByRole('link', { name: /^Glint map/ }).click();
  await settled(page);
  await expect(page.getByTestId('underlay')).toHaveCount(0);
  await compare('Divided');
  await expect(page.getByTestId('underlay')).toBeVisible();
  await page.getByLabel('Where the line stands').fill('30');
  await expect(page.getByTestId('underlay').locator('../..')).toHaveCSS('clip-path', /^inset\(0px \d/);
  await compare('Difference');
  await expect(layer).toHaveCSS('mix-blend-mode', 'difference');
  await compare('Map');
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
  await page.keyboard.down('9');
  await expect(page.getByTestId('underlay')).toBeVisible();
  await expect(page.getByTestId('underlay')).toHaveCSS('opacity', '1');
  await page.keyboard.up('9');
  await expect(page.getByTestId('underlay')).toHaveCount(0);

  // What is tapped on is seen, however it was compared with before.
  await page.getByRole('link', { name: /^Parts/ }).click();
  await page.getByRole('button', { name: /^Your miniature/ }).click();
  await compare('Map');
  await expect(page.getByTestId('underlay')).toHaveCount(0);
  await page.getByRole('button', { name: 'By a stroke' }).click();
  await expect(page.getByTestId('underlay')).toBeVisible();
  await page.getByRole('button', { name: 'Leave' }).click();
  await expect(page.getByTestId('underlay')).toHaveCount(0);
});

test('what is no photo is told, and nothing is lost', async ({ page, server }) => {
  await begin(page, server.address, 'Refused');
  const photo = page.getByRole('region', { name: 'A photo under the parts' });
  const give = (name: string, buffer: Buffer) =>
    photo.locator('input[type=file]').setInputFiles({ name, mimeType: 'image/jpeg', buffer });
  await give('a.heic', Buffer.from('\0\0\0\x18ftypheic\0\0\0\0mif1heic'));
  await expect(photo.getByRole('status')).toContainText('HEIC');
  await expect(photo.getByRole('status')).toContainText('export the photo as JPEG');
  await give('a.jpg', Buffer.from([0xff, 0xd8, 0xff, 0xe0, 0, 4, 0, 0, 0xff]));
  await expect(photo.getByRole('status')).toContainText('cut off');
  await expect(page.getByTestId('underlay')).toHaveCount(0);
});

test('from an empty piece to the settled map of a scanned breastplate and a tapped blade', async ({
  page,
  server,
}) => {
  await begin(page, server.address, 'My own');
  await page.getByRole('link', { name: 'Scan under a lamp' }).click();
  await page.getByRole('button', { name: 'Take eight photos' }).click();
  await expect(page.getByRole('img', { name: 'Photo 8' })).toBeVisible({ timeout: 200_000 });
  // Stopped in the middle, nothing is there; begun again, it goes to its end.
  await page.getByRole('button', { name: 'Scan 8 photos' }).click();
  await expect(page.getByRole('progressbar')).toBeVisible();
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByRole('button', { name: 'Put it under the parts' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Scan 8 photos' }).click();
  await expect(page.getByText(/^Slopes off by about \d+\.\d°$/)).toBeVisible({ timeout: 200_000 });
  await expect(page.getByText(/From 8 of 8 photos/)).toBeVisible();
  await page.getByRole('button', { name: 'Put it under the parts' }).click();
  await expect(page.getByTestId('sculpt')).toBeVisible();

  await page.getByRole('button', { name: 'Tap a region' }).click();
  const box = (await page.getByTestId('sculpt').boundingBox())!;
  await page.mouse.click(box.x + box.width * 0.38, box.y + box.height * 0.5);
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  await page.getByRole('button', { name: 'Leave' }).click();
  await expect(page.getByRole('complementary', { name: 'Part' })).toBeVisible();
  // A place of its outline that came out wrong is pulled where it belongs.
  const place = page.getByRole('slider', { name: 'Outline of part, place 1', exact: true });
  const before = await place.getAttribute('aria-valuetext');
  await place.focus();
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowUp');
  await expect(place).not.toHaveAttribute('aria-valuetext', before!);
  await page.getByLabel('Name of the part').fill('Breastplate');
  await page.getByLabel('Name of the part').blur();
  await settled(page);
  await page.getByRole('button', { name: /^Your miniature/ }).click();
  await page.getByRole('button', { name: 'Blade', exact: true }).click();
  // Tap by tap beside the breastplate; the third is set wrong, taken back and set again.
  for (const [x, y] of [
    [14, 14],
    [17, 38],
    [11, 18],
  ] as const) {
    await tapAt(page, x, y);
  }
  await page.getByRole('button', { name: 'Back', exact: true }).click();
  for (const [x, y] of [
    [12.6, 18],
    [16.4, 17.5],
    [14.6, 18],
    [13.2, 28],
  ] as const) {
    await tapAt(page, x, y);
  }
  // The tool stays for the next blade until it is left.
  await expect(page.getByText('One is there. Tap the next, or leave.')).toBeVisible();
  await page.getByRole('button', { name: 'Leave' }).click();
  await expect(page.getByRole('complementary', { name: 'Blade' })).toBeVisible();
  await settled(page);
  await expect(page.getByRole('slider', { name: 'Length of blade' })).toBeVisible();

  await page.getByRole('link', { name: /^Glint map/ }).click();
  await settled(page);
  await saved(page);
  // A scanned surface is lit like any other: light and dark far apart on it.
  await page.getByRole('region', { name: 'Parts' }).getByText('Breastplate').click();
  await expect(page.getByText(/^value \d+ to \d+$/)).toBeVisible();
  const [low, high] = /value (\d+) to (\d+)/
    .exec(await page.getByText(/^value \d+ to \d+$/).innerText())!
    .slice(1)
    .map(Number);
  expect(high - low).toBeGreaterThan(45);
  // Another opening finds its surface on the server.
  await page.reload();
  await settled(page);
  await expect(page.getByText('its sculpt is not here')).toHaveCount(0);

  // It travels with its surface: taken out, removed here with all that nothing uses, and brought back whole.
  await page.getByRole('button', { name: 'Take it with you' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: /Piece with its photos/ }).click();
  const file = await (await download).path();
  await page.getByRole('link', { name: /Pale Glint/ }).click();
  await page.getByRole('button', { name: 'Remove My own' }).click();
  await page.getByRole('button', { name: 'Remove', exact: true }).last().click();
  await page.getByRole('button', { name: /Remove \d+ that no piece uses/ }).click();
  await expect(page.getByText(/1 removed/)).toBeVisible();
  await page
    .getByLabel('Piece file')
    .setInputFiles({ name: 'my-own.glint.zip', mimeType: 'application/zip', buffer: readFileSync(file) });
  await settled(page);
  await page.getByRole('link', { name: /^Parts/ }).click();
  await expect(page.getByTestId('sculpt')).toBeVisible();
});

test('a 3D file is turned, sized and laid under; its regions become parts', async ({ page, server }) => {
  const facet = (p: number[][]) =>
    `facet normal 0 0 0\nouter loop\n${p.map((v) => `vertex ${v.join(' ')}`).join('\n')}\nendloop\nendfacet`;
  const [a, b, c, d, e, f] = [
    [-10, 0, 0],
    [0, -6, 0],
    [10, 0, 0],
    [-10, 0, 30],
    [0, -6, 30],
    [10, 0, 30],
  ];
  const roof = [
    'solid roof',
    ...[
      [a, b, d],
      [b, e, d],
      [b, c, e],
      [c, f, e],
    ].map(facet),
    'endsolid roof',
    '',
  ].join('\n');
  await begin(page, server.address, 'Roof');
  await page.getByRole('link', { name: 'From a 3D file' }).click();
  const file = page.getByRole('complementary', { name: '3D file' }).locator('input[type=file]');
  await file.setInputFiles({ name: 'x.stl', mimeType: 'model/stl', buffer: Buffer.from('solid x\nfacet') });
  await expect(page.getByRole('alert')).toContainText('cut off');
  await file.setInputFiles({ name: 'roof.stl', mimeType: 'model/stl', buffer: Buffer.from(roof) });
  await expect(page.getByText('4 triangles.')).toBeVisible();
  await expect(page.getByText(/it has holes/i)).toBeVisible();
  await expect(page.getByLabel('In its file it stands along')).toHaveValue('z');
  // Another file, of a kind that stands along y, is looked at as that kind stands.
  const obj =
    [a, b, c, d, e, f].map(([x, y, z]) => `v ${x} ${z} ${-y}`).join('\n') +
    '\nf 1 2 4\nf 2 5 4\nf 2 3 5\nf 3 6 5\n';
  await file.setInputFiles({ name: 'roof.obj', mimeType: 'model/obj', buffer: Buffer.from(obj) });
  await expect(page.getByLabel('In its file it stands along')).toHaveValue('y');
  await expect(page.getByTestId('mesh')).toBeVisible();
  // It is as tall as its file has it, which is a likely miniature.
  await expect(page.getByLabel('As tall as')).toHaveValue('30');
  await expect(page.getByText('In its file it is 30 tall, the same.')).toBeVisible();
  const look = (await page.getByTestId('mesh').boundingBox())!;
  await page.mouse.move(look.x + look.width / 2, look.y + look.height / 2);
  await page.mouse.down();
  await page.mouse.move(look.x + look.width / 2 + 20, look.y + look.height / 2, { steps: 4 });
  await page.mouse.up();
  await expect(page.getByLabel('Turned to the right')).toHaveValue('10');
  await page.getByRole('button', { name: 'From the front' }).click();
  await page.getByRole('button', { name: 'Take it from this side' }).click();
  await page.getByRole('button', { name: 'Put it under the parts' }).click();
  await expect(page.getByText(/from a 3D file, no part cut from it/)).toBeVisible();
  const box = (await page.getByTestId('sculpt').boundingBox())!;
  // Its parts are proposed by themselves; here they are left, and tapped one by one.
  await page.getByRole('button', { name: 'Propose its parts' }).click();
  const proposed = page.getByRole('region', { name: 'Proposed parts' });
  await expect(proposed.getByRole('button', { name: /mm²$/ })).toHaveCount(2);
  await proposed.getByRole('button', { name: /^1 / }).click();
  await expect(proposed.getByRole('button', { name: 'Take 1 part' })).toBeEnabled();
  await proposed.getByRole('button', { name: 'Leave' }).click();
  for (const share of [0.3, 0.7]) {
    await page.getByRole('button', { name: /^Your miniature/ }).click();
    await page.getByRole('button', { name: 'Tap a region' }).click();
    await page.mouse.click(box.x + box.width * share, box.y + box.height / 2);
    await page.getByRole('button', { name: 'Done', exact: true }).click();
    await expect(page.getByRole('complementary', { name: /^Part/ })).toBeVisible();
    await page.getByRole('button', { name: 'Leave' }).click();
  }
  await settled(page);
  await page.getByRole('button', { name: /^Your miniature/ }).click();
  await expect(page.getByText(/2 parts cut from it/)).toBeVisible();
  await page.getByRole('button', { name: 'Propose its parts' }).click();
  await expect(page.getByText(/^No region of the 3D file is left/)).toBeVisible();
  // Both sides of a fold in one part: the outline is shown before it is taken, and a tap beside all is told.
  await page.getByRole('button', { name: 'Tap a region' }).click();
  await page.mouse.click(box.x + 3, box.y + 3);
  await expect(page.getByText(/nothing of the sculpt is there/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Done', exact: true })).toBeDisabled();
  // A region that is a part already is said to be before it is cut once more.
  await page.mouse.click(box.x + box.width * 0.3, box.y + box.height / 2);
  await expect(page.getByText('This is Part already: Done cuts it once more.')).toBeVisible();
  await page.getByRole('button', { name: 'Leave', exact: true }).click();
  await expect(
    page.getByRole('region', { name: 'Its own surface' }).getByRole('button', { name: 'Take it away' }),
  ).toBeDisabled();
  // Its shape was kept: the same miniature from another side, without the file.
  await page.getByRole('link', { name: 'From another side' }).click();
  await page.getByRole('button', { name: 'Its left' }).click();
  await page.getByRole('button', { name: 'Take it from this side' }).click();
  await page.getByRole('button', { name: 'Put it under the parts' }).click();
  await expect(page.getByText('3D file 2')).toBeVisible();
  await page.getByRole('button', { name: 'Let its shape go' }).first().click();
  await expect(page.getByRole('link', { name: 'From another side' })).toHaveCount(1);
});

test('a surface that lies beside the photo is laid on it, with what was cut from it; else numbers do it', async ({
  page,
  server,
}) => {
  const captain = await server.piece('lock-captain');
  const [front, back] = captain.views;
  const [sculpt] = front.sculpts;
  const cut = captain.parts.find((p) => p.view === front.id && p.form.kind === 'sculpt')!;
  const beside = (underlay: (typeof front)['underlay']) => ({
    ...captain,
    id: 'beside',
    name: 'Beside',
    rig: { ...captain.rig, focalPart: null },
    adjustments: [],
    groups: [],
    wear: [],
    notes: [],
    views: [{ ...front, underlay, sculpts: [{ ...sculpt, xMm: sculpt.xMm + 6, yMm: sculpt.yMm - 4 }] }],
    parts: [
      {
        ...cut,
        group: null,
        sameAs: null,
        place: { ...cut.place, xMm: cut.place.xMm + 6, yMm: cut.place.yMm - 4 },
      },
    ],
  });
  await server.add(beside(front.underlay));
  await page.goto(`${server.address}/pieces/beside/parts`);
  const own = page.getByRole('button', { name: /^Your miniature/ });
  await own.click();
  await page.getByRole('button', { name: 'Lay it on the photo' }).click();
  await expect(page.getByText('It lies on the photo.')).toBeVisible();
  await saved(page);
  const laid = await server.piece('beside');
  const [now] = laid.views[0].sculpts;
  expect(Math.hypot(now.xMm - sculpt.xMm, now.yMm - sculpt.yMm)).toBeLessThan(0.5);
  const { place } = laid.parts[0];
  expect(place.xMm - now.xMm).toBeCloseTo(cut.place.xMm - sculpt.xMm, 2);
  expect(place.yMm - now.yMm).toBeCloseTo(cut.place.yMm - sculpt.yMm, 2);

  // Seen from behind it is another picture: nothing is guessed, and it is set by hand.
  await server.add({ ...beside(back.underlay), id: 'behind', name: 'Behind' });
  await page.goto(`${server.address}/pieces/behind/parts`);
  await own.click();
  await page.getByRole('button', { name: 'Lay it on the photo' }).click();
  await expect(page.getByText(/^It does not show by itself where it lies/)).toBeVisible();
  const surface = page.getByRole('region', { name: 'Its own surface' });
  await surface.getByLabel('To the right', { exact: true }).fill('2.5');
  await saved(page);
  expect((await server.piece('behind')).views[0].sculpts[0].xMm).toBe(2.5);
});
