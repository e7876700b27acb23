import { defineConfig } from '@playwright/test';
import { BROWSER_FLAGS } from '../cli/browser.ts';
import { CHROMIUM } from '../cli/debian.ts';

export default defineConfig({
  testDir: '.',
  testMatch: '*.spec.ts',
  workers: 1,
  retries: 0,
  forbidOnly: true,
  timeout: 120_000,
  expect: { timeout: 20_000 },
  outputDir: '../test-results',
  reporter: [['list'], ['json']],
  use: {
    baseURL: process.env.BASE_URL ?? 'http://127.0.0.1:8480',
    viewport: { width: 1280, height: 800 },
    launchOptions: { executablePath: CHROMIUM, args: BROWSER_FLAGS },
  },
});
