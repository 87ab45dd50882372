// How Chromium is started here, by tests, bench and screenshots alike.

/** Debian's Chromium, or another by PALE_GLINT_CHROMIUM. */
export const CHROMIUM = process.env.PALE_GLINT_CHROMIUM ?? '/usr/bin/chromium';

/** @type {{ executablePath: string, args: string[] }} */
export const launchOptions = {
  executablePath: CHROMIUM,
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
