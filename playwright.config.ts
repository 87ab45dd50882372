import { defineConfig } from '@playwright/test';
import { launchOptions } from './scripts/chromium.mjs';

export default defineConfig({
  testDir: 'e2e',
  testMatch: '**/*.spec.ts',
  timeout: 150_000,
  expect: { timeout: 30_000 },
  workers: 1,
  retries: 0,
  forbidOnly: true,
  reporter: 'list',
  outputDir: 'test-results',
  use: {
    viewport: { width: 1280, height: 800 },
    launchOptions,
  },
});
