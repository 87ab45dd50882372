import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { Page } from '@playwright/test';
import { expect } from './server.js';

const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');
const TAGS = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];

interface Fault {
  readonly id: string;
  readonly nodes: readonly { readonly html: string; readonly failureSummary: string }[];
}

/** What axe finds at level AA on the page as it stands. */
async function faultsOn(page: Page): Promise<string[]> {
  await page.evaluate(AXE);
  const found = await page.evaluate(async (values) => {
    const { axe } = window as unknown as { axe: { run(o: object): Promise<{ violations: Fault[] }> } };
    const asked = { runOnly: { type: 'tag', values }, resultTypes: ['violations'], selectors: false };
    return (await axe.run(asked)).violations;
  }, TAGS);
  return found.flatMap((f) =>
    f.nodes.map((n) => `${f.id}: ${n.html.slice(0, 140)} ${n.failureSummary.slice(0, 160)}`),
  );
}

/** Asks axe about the page as it stands. */
export const cleaner = (page: Page) => async (what: string) => expect(await faultsOn(page), what).toEqual([]);
