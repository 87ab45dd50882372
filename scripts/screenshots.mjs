// Makes docs/screenshots anew from the demo data, in a data folder of its own.
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { chromium } from '@playwright/test';
import { launchOptions } from './chromium.mjs';
import { demoServer } from './demo-server.mjs';

const FOLDER = fileURLToPath(new URL('../docs/screenshots', import.meta.url));
const server = await demoServer();
const browser = await chromium.launch(launchOptions);
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
const take = async (name) => {
  await page.waitForTimeout(1800);
  await page
    .getByText(/^Measuring/)
    .first()
    .waitFor({ state: 'hidden' });
  await page.waitForTimeout(900);
  await page.screenshot({ path: join(FOLDER, `${name}.png`) });
};
const demo = `${server.address}/pieces/lock-keepers-arm`;

await page.goto(server.address);
await take('first-page');
await page.goto(`${server.address}/one-part?form=dome`);
await take('one-part');
await page.goto(`${demo}/glint`);
await take('glint-painted');
for (const view of ['Values', 'Zones', 'Lines']) {
  await page.getByRole('radio', { name: view }).click();
  await take(`glint-${view.toLowerCase()}`);
}
await page.getByRole('radio', { name: 'Painted' }).click();
const steps = page.getByRole('slider', { name: 'Show the piece after step' });
await steps.focus();
await page.keyboard.press('Home');
for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowRight');
await take('glint-after-step');
await page.keyboard.press('End');
await page.getByRole('link', { name: /Steps and mixes/ }).click();
await page.mouse.move(0, 790);
await take('steps');
await page.getByRole('link', { name: /Painting order/ }).click();
for (const part of ['Sluice blade', 'Haft ring'])
  await page.getByRole('checkbox', { name: `Undercoat for cold steel, ${part}` }).click();
await take('order');

await browser.close();
await server.stop();
