import type { Page } from '@playwright/test';
import { encode } from 'fast-png';
import { expect } from './server.js';

/** Begins a piece of one's own, without a part. */
export async function begin(page: Page, address: string, name: string): Promise<void> {
  await page.goto(address);
  await page.getByRole('button', { name: 'New piece' }).click();
  await page.getByLabel('Its name').fill(name);
  await page.getByRole('button', { name: 'Begin' }).click();
  await expect(page.getByText('Begin with a form')).toBeVisible();
}

/** Size of the made photo, in its points. */
export const WIDE = 600;
export const HIGH = 900;
/** A made photo: a base of 400 px, a pale disc seen aslant, all turned by some degrees about its middle. */
export function madePhoto(turnDeg: number): Buffer {
  const data = new Uint8Array(WIDE * HIGH * 4);
  const [c, s] = [Math.cos((turnDeg * Math.PI) / 180), Math.sin((turnDeg * Math.PI) / 180)];
  for (let row = 0, k = 0; row < HIGH; row++)
    for (let col = 0; col < WIDE; col++, k += 4) {
      const [u, v] = [col - WIDE / 2, row - HIGH / 2];
      const [x, y] = [u * c - v * s, u * s + v * c];
      const base = Math.abs(x) < 200 && y > 300 && y < 360;
      const disc = (x / 150) ** 2 + ((y + 60) / 105) ** 2 < 1;
      const post = Math.abs(x) < 30 && y > 40 && y < 300;
      const grey = base ? 40 : disc ? 190 : post ? 120 : 90;
      data.set([grey, grey * 0.96, grey * 0.9, 255], k);
    }
  return Buffer.from(encode({ width: WIDE, height: HIGH, data, channels: 4, text: { Author: 'somebody' } }));
}
