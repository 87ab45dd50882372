import { chromium } from '@playwright/test';
import { launchOptions } from './chromium.mjs';
import { demoServer } from './demo-server.mjs';
const s = await demoServer(); const b = await chromium.launch(launchOptions);
const ctx = await b.newContext({ viewport: { width: 1280, height: 800 } });
await ctx.addInitScript(() => localStorage.setItem('pale-glint/shown-round', 'yes'));
const p = await ctx.newPage();
for (const [name, path, act] of JSON.parse(process.argv[2])) {
  await p.goto(`${s.address}${path}`); await p.waitForTimeout(4500);
  if (act) await p.evaluate(act); await p.waitForTimeout(1500);
  await p.screenshot({ path: `/tmp/${name}.png` });
}
await b.close(); await s.stop?.(); process.exit(0);
