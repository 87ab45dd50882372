import { defineConfig } from '@playwright/test';
import { launchOptions } from './scripts/chromium.mjs';
import { WORKERS } from './scripts/workers.mjs';

/** While one waits for a save or a timer another works: a core is idle for a tenth of the time otherwise. */
const MORE = 1;

export default defineConfig({
  testDir: 'e2e',
  testMatch: '**/*.spec.ts',
  // What is built already is loaded as it is.
  build: { external: ['**/dist/**', '**/scripts/**', '**/.cache/**'] },
  // Each worker has a server of its own, so that several may run side by side.
  fullyParallel: true,
  workers: WORKERS + MORE,
  // A machine at eight times its load is slow, not broken.
  timeout: 400_000,
  expect: { timeout: 90_000 },
  // What fails and then passes is listed as flaky: it is to be looked at, and holds nobody up.
  retries: 1,
  forbidOnly: true,
  reporter: 'list',
  outputDir: 'test-results',
  use: {
    viewport: { width: 1280, height: 800 },
    // Several browsers share the cores: a collector of garbage on more than one thread takes a tenth more work.
    launchOptions: { ...launchOptions, args: [...launchOptions.args, '--js-flags=--single-threaded-gc'] },
  },
});
