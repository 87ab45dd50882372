import { chromium } from '@playwright/test';
import { launchOptions } from './chromium.mjs';
import { startBuilt } from './built-server.mjs';
const { child, ready } = startBuilt(process.env.FOLDER, { port: 0, pictures: false });
const address = await ready;
const browser = await chromium.launch(launchOptions);
const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true, deviceScaleFactor: 1 });
await context.addInitScript(() => localStorage.setItem('pale-glint/shown-round', 'yes'));
const page = await context.newPage();
for (const st of (process.env.ST ?? 'light,parts,glint,steps,order,record').split(',')) {
  await page.goto(`${address}/pieces/lock-militia/${st}`);
  await page.waitForTimeout(st === 'record' ? 15000 : 4000);
  await page.screenshot({ path: `/tmp/p-${st}.png` });
  console.log(st, await page.evaluate(() => [document.documentElement.scrollWidth, document.documentElement.scrollHeight]));
}
await browser.close(); child.kill();
