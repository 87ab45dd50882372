import type { ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type {} from '../../apps/web/src/map/timings.js';
import { lockKeepersArm, lockMilitia, writePiece, type Piece } from '@pale-glint/core';
import { test as base, expect, type BrowserContext, type Page } from '@playwright/test';
import { startBuilt } from '../../scripts/built-server.mjs';
import { heldAt, putBack, type Held } from './held.js';
import { MIDDAY } from './midday.js';

/** The built server in a process and a data folder of its own; it can be stopped and started again on its address. */
export class AppServer {
  private child: ChildProcess | null = null;
  private port = 0;
  readonly folder = mkdtempSync(join(tmpdir(), 'glint-e2e-'));

  /** Whether it draws small pictures of the pieces from its next start on, which takes the time of a test. */
  pictures = false;

  get address(): string {
    return `http://localhost:${this.port}`;
  }

  /** Whether its process has not ended. */
  get running(): boolean {
    const { child } = this;
    return child !== null && child.exitCode === null && child.signalCode === null;
  }

  async start(): Promise<void> {
    const { child, ready } = startBuilt(this.folder, { port: this.port, pictures: this.pictures });
    this.child = child;
    this.port = Number(new URL(await ready).port);
  }

  async stop(signal: NodeJS.Signals = 'SIGTERM'): Promise<void> {
    const { child } = this;
    if (!child || !this.running) return;
    await new Promise<void>((resolve) => {
      child.on('exit', () => resolve());
      child.kill(signal);
    });
  }

  /** Stores a piece beside the demo's. */
  async add(piece: Piece): Promise<void> {
    const answer = await fetch(`${this.address}/api/pieces?ifExists=replace`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: writePiece(piece),
    });
    if (!answer.ok) throw new Error(`${piece.id} was not stored: ${await answer.text()}`);
  }

  /** A piece as the server holds it now. */
  async piece(id: string): Promise<Piece> {
    return ((await (await fetch(`${this.address}/api/pieces/${id}`)).json()) as { piece: Piece }).piece;
  }

  /** Ends it at once and takes its folder away; nothing of it is wanted any more. */
  async remove(): Promise<void> {
    await this.stop('SIGKILL');
    rmSync(this.folder, { recursive: true, force: true });
  }
}

/**
 * One server for the tests of a worker, one after the other: before each it holds the demo and nothing else. A start
 * takes longer than many a test.
 */
class Servers {
  private constructor(
    private readonly shared: AppServer,
    private readonly demo: Held,
  ) {}

  static async withDemo(): Promise<Servers> {
    const shared = new AppServer();
    await shared.start();
    await shared.add(lockKeepersArm);
    return new Servers(shared, await heldAt(shared.address));
  }

  async take(): Promise<AppServer> {
    if (!this.shared.running) await this.shared.start();
    await putBack(this.shared.address, this.demo);
    return this.shared;
  }

  /** One of its own, which draws small pictures, with the small piece of the demo alone. */
  async drawing(): Promise<AppServer> {
    const server = new AppServer();
    await server.start();
    await putBack(server.address, { ...this.demo, pieces: this.demo.pieces.slice(0, 1) });
    await server.stop();
    server.pictures = true;
    await server.start();
    return server;
  }

  remove = () => this.shared.remove();
}

/** One core for each browser: tests run side by side. One that a test opens itself has as many as the machine. */
const oneCore = (context: BrowserContext) =>
  context.addInitScript(() => Object.defineProperty(navigator, 'hardwareConcurrency', { value: 1 }));

/** The browser has been shown round before. */
const shownRound = (context: BrowserContext) =>
  context.addInitScript(() => {
    // A blank page has no storage.
    if (location.protocol.startsWith('http')) localStorage.setItem('pale-glint/shown-round', 'yes');
  });

/**
 * Each test has a server with the demo in it, and a browser that opened the demo before, as a painter's has: what was
 * measured then is still there, all else is forgotten. A page that reports a fault fails its test.
 */
export const test = base.extend<
  {
    server: AppServer;
    faults: string[];
    led: boolean;
    fresh: boolean;
    pictures: boolean;
    parts: readonly string[] | null;
  },
  { servers: Servers; returning: BrowserContext }
>({
  servers: [
    async ({}, use) => {
      const servers = await Servers.withDemo();
      await use(servers);
      await servers.remove();
    },
    { scope: 'worker', timeout: 120_000 },
  ],
  returning: [
    async ({ browser }, use) => {
      const context = await browser.newContext({
        viewport: { width: 1280, height: 800 },
        timezoneId: MIDDAY,
      });
      await oneCore(context);
      await shownRound(context);
      await use(context);
      await context.close();
    },
    { scope: 'worker' },
  ],
  /** Whether the browser is new to the program and is shown round. */
  led: [false, { option: true }],
  /** Whether the browser was never at this address; one that is shown round was not. */
  fresh: [false, { option: true }],
  context: async ({ browser, returning, server, led, fresh }, use) => {
    const context =
      led || fresh
        ? await browser.newContext({ viewport: { width: 1280, height: 800 }, timezoneId: MIDDAY })
        : returning;
    if (context !== returning) await oneCore(context);
    if (fresh && !led) await shownRound(context);
    await use(context);
    if (context !== returning) return context.close();
    // A page that goes may still leave a word behind.
    await Promise.all(context.pages().map((p) => p.close()));
    const blank = await context.newPage();
    const devTools = await context.newCDPSession(blank);
    await devTools.send('Storage.clearDataForOrigin', {
      origin: server.address,
      storageTypes: 'local_storage',
    });
    await blank.close();
  },
  /** Whether the server draws small pictures of the pieces. */
  pictures: [false, { option: true }],
  /** The parts that the demo's arm has; all of them for null. What is no matter of the map needs few. */
  parts: [null, { option: true }],
  server: async ({ servers, pictures, parts }, use) => {
    const server = await (pictures ? servers.drawing() : servers.take());
    if (parts)
      await server.add({
        ...lockKeepersArm,
        parts: lockKeepersArm.parts.filter((p) => parts.includes(p.id)),
      });
    await use(server);
    if (pictures) await server.remove();
  },
  faults: [
    async ({ page }, use) => {
      const faults: string[] = [];
      page.on('pageerror', (e) => faults.push(e.message));
      await use(faults);
      expect(faults).toEqual([]);
    },
    { auto: true },
  ],
});

export { expect };

/** Metal of the militia, ten alike: what is no matter of the whole figure is measured sooner on these. */
const MILITIA_METAL = ['hook', 'buckle', 'chain', 'boss', 'hat', 'hat-brim'];

/** Puts ten militia of few parts in the place of the demo's; answers with where they are. */
export async function tenOfFewParts(server: AppServer): Promise<string> {
  const parts = lockMilitia.parts.filter((p) => MILITIA_METAL.includes(p.id));
  await server.add({ ...lockMilitia, parts, wear: [] });
  return `${server.address}/pieces/${lockMilitia.id}`;
}

export const DEMO = '/pieces/lock-keepers-arm';

/** Opens the line of a layer in the painting order. */
export const openLayer = (page: Page, title: RegExp) =>
  page.getByRole('button', { name: title, expanded: false }).click();

export const saved = (page: Page) => expect(page.getByTestId('save-state')).toHaveText('All saved');

/** Waits until the map shows the piece as it is now. */
export async function settled(page: Page): Promise<void> {
  const map = page.getByTestId('map');
  await map.waitFor();
  // Two frames: the page has then taken in the last move and asked for its map.
  await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))));
  await expect(map).toHaveAttribute('data-settled', 'yes', { timeout: 200_000 });
  await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))));
}

/** Waits until all parts are measured. */
export const measured = (page: Page) =>
  page
    .getByText(/^Measuring/)
    .first()
    .waitFor({ state: 'hidden', timeout: 200_000 });

/** Waits until the browser's own store holds so many entries of a kind. */
export const keptThere = (page: Page, kind: 'pictures' | 'sheets' | 'judged', least: number) =>
  expect
    .poll(
      () =>
        page.evaluate(async (name) => {
          const wanted = 'pale-glint-measured';
          if (!(await indexedDB.databases()).some((d) => d.name === wanted)) return 0;
          const answer = <T>(request: IDBRequest<T>) =>
            new Promise<T>((done, failed) => {
              request.onsuccess = () => done(request.result);
              request.onerror = () => failed(request.error);
            });
          const db = await answer(indexedDB.open(wanted));
          const count = await answer(db.transaction(name).objectStore(name).count());
          db.close();
          return count;
        }, kind),
      { timeout: 200_000 },
    )
    .toBeGreaterThanOrEqual(least);

/** One frame of the page: the pace at which a hand's moves come in. */
export const frame = (page: Page) =>
  page.evaluate(() => new Promise<void>((done) => requestAnimationFrame(() => done())));

/** Where the light's handle goes for a time on the clock, at the dial's rim share of a height of 27 degrees. */
export async function lightAt(page: Page, hours: number): Promise<[number, number]> {
  const box = (await page.getByRole('slider', { name: 'Main light', exact: true }).boundingBox())!;
  const reach = (box.width / 128) * 50 * Math.cos((27 * Math.PI) / 180);
  const angle = (hours * Math.PI) / 6;
  return [box.x + box.width / 2 + Math.sin(angle) * reach, box.y + box.height / 2 - Math.cos(angle) * reach];
}

/** Grey values of the map's canvas along a line given in the piece's mm. */
export function sampleLine(
  page: Page,
  from: [number, number],
  to: [number, number],
  count = 60,
): Promise<number[]> {
  return page.evaluate(
    ([a, b, n]) => {
      const stage = document.querySelector<HTMLElement>('[data-testid="stage"]')!;
      const canvas = stage.querySelector('canvas')!;
      const [left, top, px] = JSON.parse(stage.dataset['picture']!) as number[];
      const context = canvas.getContext('2d')!;
      return Array.from({ length: n }, (_, i) => {
        const t = i / (n - 1);
        const x = (a[0] + (b[0] - a[0]) * t - left) * px;
        const y = (top - (a[1] + (b[1] - a[1]) * t)) * px;
        const [r, g, bl] = context.getImageData(Math.round(x), Math.round(y), 1, 1).data;
        return (r + g + bl) / 3;
      });
    },
    [from, to, count] as const,
  );
}
