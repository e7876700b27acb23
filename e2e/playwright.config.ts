import { defineConfig } from '@playwright/test';
import { BROWSER_FLAGS } from '../cli/browser.ts';
import { ensureChromium } from '../cli/debian.ts';

export default defineConfig({
  testDir: '.',
  testMatch: process.env.JOURNEYS?.split(' ').map((file) => file.replace(/^e2e\//, '')) ?? '*.spec.ts',
  workers: 2,
  retries: 0,
  forbidOnly: true,
  timeout: 240_000,
  expect: { timeout: 30_000 },
  outputDir: '../test-results',
  reporter: [['list'], ['json']],
  use: {
    viewport: { width: 1280, height: 800 },
    // A fresh profile would otherwise lay in all of the application for the day without signal; who tests that allows it.
    serviceWorkers: 'block',
    // Dialogs stand at once, as they do for whoever asks their device for it.
    contextOptions: { reducedMotion: 'reduce' },
    launchOptions: { executablePath: ensureChromium(), args: BROWSER_FLAGS },
  },
});
