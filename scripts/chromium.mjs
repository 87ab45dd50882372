// How Chromium is started here, by tests, bench and screenshots alike.
import { existsSync } from 'node:fs';

/** Debian's package of Chromium without windows, menus and their compositor: a quarter less work than the whole one. */
export const HEADLESS = { package: 'chromium-headless-shell', path: '/usr/bin/chromium-headless-shell' };
export const WHOLE = '/usr/bin/chromium';

/** Another by PALE_GLINT_CHROMIUM, Debian's headless one, or its whole one. */
const path = process.env.PALE_GLINT_CHROMIUM ?? (existsSync(HEADLESS.path) ? HEADLESS.path : WHOLE);

/** @type {{ executablePath: string, args: string[] }} */
export const launchOptions = {
  executablePath: path,
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
};
