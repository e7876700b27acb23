import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureChromium } from '../debian.ts';
import { run } from '../running.ts';
import type { Model } from '../stage.ts';
import { type Count, ONE_FAILED, program } from './ran.ts';

interface PlaywrightReport {
  stats: { expected: number; unexpected: number; flaky: number; skipped: number };
}

/** Walks through the interface. Each file has a company of its own, so two are walked at once. @param seed of their order */
export async function journeys(files: readonly string[], model: Model, seed: number): Promise<Count> {
  ensureChromium();
  const folder = mkdtempSync(join(tmpdir(), 'pail-test-'));
  const file = join(folder, 'report.json');
  try {
    const { status } = await run(
      program('playwright'),
      ['test', '--config', 'e2e/playwright.config.ts', `--shuffle=${seed}`],
      {
        environment: {
          STAGE_MODEL: JSON.stringify(model),
          JOURNEYS: files.join(' '),
          PLAYWRIGHT_JSON_OUTPUT_NAME: file,
        },
        aloud: true,
      },
    );
    if (!existsSync(file)) return ONE_FAILED;
    const { stats } = JSON.parse(readFileSync(file, 'utf8')) as PlaywrightReport;
    const failed = stats.unexpected + stats.flaky + stats.skipped;
    return { passed: stats.expected, failed: failed === 0 && status !== 0 ? 1 : failed };
  } finally {
    rmSync(folder, { recursive: true });
  }
}
