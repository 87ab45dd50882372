// The built app in a real Chromium: what a drag of the light costs, and how heavy the first page is.
import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { gzipSync } from 'node:zlib';
import { chromium } from '@playwright/test';

const ROOT = fileURLToPath(new URL('..', import.meta.url));
const CHROMIUM = process.env.PALE_GLINT_CHROMIUM ?? '/usr/bin/chromium';
const FLAGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];

function serve(folder) {
  const child = spawn(process.execPath, [join(ROOT, 'apps/server/dist/main.js')], {
    env: { ...process.env, PALE_GLINT_DATA: folder, PALE_GLINT_PORT: '0' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  return new Promise((resolve, reject) => {
    child.stdout.on('data', (d) => {
      const found = /http:\/\/\S+/.exec(String(d));
      if (found) resolve({ child, address: found[0] });
    });
    child.on('exit', () => reject(new Error('the server ended')));
  });
}

const share = (sorted, p) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * p))];

export async function browserFigures(say) {
  if (!existsSync(CHROMIUM)) {
    say('in the browser: no Chromium here, skipped');
    return;
  }
  const folder = mkdtempSync(join(tmpdir(), 'glint-bench-'));
  const { child, address } = await serve(folder);
  const browser = await chromium.launch({ executablePath: CHROMIUM, args: FLAGS });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.addInitScript(() => {
      window.tasks = [];
      new PerformanceObserver((list) =>
        list.getEntries().forEach((e) => window.tasks.push(e.duration)),
      ).observe({ type: 'longtask' });
    });
    await page.goto(`${address}/pieces/lock-keepers-arm/glint`);
    await page.waitForSelector('[data-testid="map"][data-settled="yes"]');
    await page.waitForTimeout(2500);
    const box = await page.getByRole('slider', { name: 'Main light' }).boundingBox();
    const reach = (box.width / 128) * 44.5;
    const at = (h) => [
      box.x + box.width / 2 + Math.sin((h * Math.PI) / 6) * reach,
      box.y + box.height / 2 - Math.cos((h * Math.PI) / 6) * reach,
    ];
    const drag = async () => {
      await page.mouse.move(...at(10.75));
      await page.mouse.down();
      for (let h = 10; h < 14; h += 0.05) {
        await page.mouse.move(...at(h));
        await page.waitForTimeout(16);
      }
      const start = Date.now();
      await page.mouse.up();
      await page.waitForSelector('[data-testid="map"][data-settled="yes"]');
      return Date.now() - start;
    };
    await drag();
    await page.evaluate(() => {
      window.tasks.length = 0;
      window.paleGlint.timings.length = 0;
    });
    const settle = await drag();
    const { tasks, timings } = await page.evaluate(() => ({
      tasks: window.tasks,
      timings: window.paleGlint.timings,
    }));
    const by = Map.groupBy
      ? Map.groupBy(timings, (t) => t.part)
      : timings.reduce((m, t) => m.set(t.part, [...(m.get(t.part) ?? []), t]), new Map());
    say(
      'in the browser: compute of a part in the worker while the light is dragged (p50 / p95 ms; wanted p95 at most 15)',
    );
    for (const [part, list] of by) {
      const sorted = list.map((t) => t.ms).sort((a, b) => a - b);
      say(
        `  ${part.padEnd(11)} ${share(sorted, 0.5).toFixed(1)} / ${share(sorted, 0.95).toFixed(1)}  over ${sorted.length}`,
      );
    }
    const all = timings.map((t) => t.ms).sort((a, b) => a - b);
    say(`  all parts   ${share(all, 0.5).toFixed(1)} / ${share(all, 0.95).toFixed(1)}`);
    say(
      `  map settled ${settle} ms after letting go; page tasks over 50 ms: ${tasks.length ? tasks.map(Math.round).join(', ') : 'none'}`,
    );
    const assets = join(ROOT, 'apps/web/dist/assets');
    const main = readdirSync(assets).find((f) => /^index-.*\.js$/.test(f));
    say(
      `  script of the first page ${(gzipSync(readFileSync(join(assets, main))).length / 1000).toFixed(0)} kB gzipped`,
    );
  } finally {
    await browser.close();
    child.kill('SIGTERM');
    await new Promise((resolve) => child.on('exit', resolve));
    rmSync(folder, { recursive: true, force: true });
  }
}
