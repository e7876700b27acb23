import { defineConfig } from '@playwright/test';
import { BROWSER_FLAGS } from '../cli/browser.ts';
import { CHROMIUM } from '../cli/debian.ts';

/** The files in the order in which they are to be walked; by their names where nobody says. */
const files = process.env.JOURNEYS?.split(' ') ?? ['*.spec.ts'];

export default defineConfig({
  testDir: '.',
  // The order of files is that of projects.
  projects: files.map((file) => ({
    name: file.replace(/^.*\/|\.spec\.ts$/g, ''),
    testMatch: file.replace(/^e2e\//, ''),
  })),
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
    launchOptions: { executablePath: CHROMIUM, args: BROWSER_FLAGS },
  },
});
