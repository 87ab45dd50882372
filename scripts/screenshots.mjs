// Makes docs/screenshots anew from the demo data, in a data folder of its own.
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { chromium } from '@playwright/test';

const ROOT = fileURLToPath(new URL('..', import.meta.url));
const FLAGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];
const folder = mkdtempSync(join(tmpdir(), 'glint-shots-'));
const server = spawn(process.execPath, [join(ROOT, 'apps/server/dist/main.js')], {
  env: { ...process.env, PALE_GLINT_DATA: folder, PALE_GLINT_PORT: '0' },
  stdio: ['ignore', 'pipe', 'inherit'],
});
const address = await new Promise((resolve) =>
  server.stdout.on('data', (d) => resolve(/http:\/\/\S+/.exec(String(d))[0])),
);
const browser = await chromium.launch({
  executablePath: process.env.PALE_GLINT_CHROMIUM ?? '/usr/bin/chromium',
  args: FLAGS,
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
const take = async (name) => {
  await page.waitForTimeout(1800);
  await page.screenshot({ path: join(ROOT, 'docs/screenshots', `${name}.png`) });
};
const demo = `${address}/pieces/lock-keepers-arm`;

await page.goto(address);
await take('first-page');
await page.goto(`${address}/one-part?form=dome`);
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
server.kill('SIGTERM');
await new Promise((resolve) => server.on('exit', resolve));
rmSync(folder, { recursive: true, force: true });
