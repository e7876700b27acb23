import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureChromium } from './debian.ts';
import { PROJECT } from './folders.ts';
import { setStage, throwawayCluster } from './stage.ts';

interface Count {
  passed: number;
  failed: number;
}

const program = (name: string): string => join(PROJECT, 'node_modules/.bin', name);

/** A check that either holds or does not. */
function check(name: string, command: string, args: string[]): Count {
  const ran = spawnSync(command, args, { cwd: PROJECT, encoding: 'utf8' });
  const fine = ran.status === 0;
  console.log(`${fine ? 'ok  ' : 'FAIL'} ${name}`);
  if (!fine) console.log(ran.stdout + ran.stderr);
  return { passed: fine ? 1 : 0, failed: fine ? 0 : 1 };
}

interface MochaReport {
  stats: { passes: number; failures: number };
  failures: { fullTitle: string; err: { message?: string; stack?: string } }[];
}

function mocha(name: string, patterns: string[], environment: Record<string, string> = {}): Count {
  const folder = mkdtempSync(join(tmpdir(), 'pail-test-'));
  const file = join(folder, 'report.json');
  const args = ['--reporter', 'json', '--reporter-option', `output=${file}`, '--forbid-only', '--exit', ...patterns];
  const ran = spawnSync(program('mocha'), args, {
    cwd: PROJECT,
    encoding: 'utf8',
    env: { ...process.env, ...environment },
  });
  if (!existsSync(file)) {
    console.log(`FAIL ${name}\n${ran.stdout}${ran.stderr}`);
    return { passed: 0, failed: 1 };
  }
  const report = JSON.parse(readFileSync(file, 'utf8')) as MochaReport;
  rmSync(folder, { recursive: true });
  for (const { fullTitle, err } of report.failures)
    console.log(`FAIL ${fullTitle}\n     ${err.stack ?? err.message ?? ''}`);
  const failed = report.stats.failures + (ran.status !== 0 && report.stats.failures === 0 ? 1 : 0);
  console.log(`${failed === 0 ? 'ok  ' : 'FAIL'} ${name}: ${report.stats.passes} passed, ${failed} failed`);
  return { passed: report.stats.passes, failed };
}

interface PlaywrightReport {
  stats: { expected: number; unexpected: number; flaky: number; skipped: number };
}

async function journeys(only: string[]): Promise<Count> {
  ensureChromium();
  const stage = await setStage();
  const file = join(mkdtempSync(join(tmpdir(), 'pail-test-')), 'report.json');
  try {
    const ran = spawnSync(program('playwright'), ['test', '--config', 'e2e/playwright.config.ts', ...only], {
      cwd: PROJECT,
      stdio: ['ignore', 'inherit', 'inherit'],
      env: {
        ...process.env,
        BASE_URL: stage.server.address,
        WEATHER_STAND_IN: stage.weather.address,
        METER_STAND_IN: stage.meter.address,
        STAGE_DATABASE: stage.url,
        PLAYWRIGHT_JSON_OUTPUT_NAME: file,
      },
    });
    if (!existsSync(file)) return { passed: 0, failed: 1 };
    const { stats } = JSON.parse(readFileSync(file, 'utf8')) as PlaywrightReport;
    const failed = stats.unexpected + stats.flaky + stats.skipped;
    return { passed: stats.expected, failed: failed === 0 && ran.status !== 0 ? 1 : failed };
  } finally {
    await stage.strike();
  }
}

const PARTS = ['checks', 'unit', 'server', 'journeys'];

/** Everything, in the order in which it is cheap. @param only names of parts; other words choose among the journeys */
export async function test(only: string[]): Promise<number> {
  const parts = only.filter((word) => PARTS.includes(word));
  const wants = (part: string) => parts.length === 0 || parts.includes(part);
  const counts: Count[] = [];
  if (wants('checks')) {
    counts.push(check('types', program('tsc'), ['--noEmit']));
    counts.push(check('lint', program('biome'), ['check', '.']));
    counts.push(check('arrows', process.execPath, ['cli/arrows.mjs']));
  }
  if (wants('unit')) {
    counts.push(
      mocha('unit tests', [
        'core/**/*.test.ts',
        'contract/**/*.test.ts',
        'words/**/*.test.ts',
        'cli/**/*.test.ts',
        'web/**/*.test.{ts,tsx}',
      ]),
    );
    // Parts of the interface that are pressed and typed into, in a document that is there before they are.
    counts.push(mocha('pressed parts', ['--import', './web/testing/register.ts', 'web/**/*.pressed.tsx']));
  }
  if (wants('server')) {
    const { cluster, discard } = await throwawayCluster();
    try {
      counts.push(
        mocha('server tests', ['server/**/*.test.ts'], {
          TEST_CLUSTER: cluster.url(),
          TEST_CLUSTER_APP: cluster.appUrl('postgres'),
          LOG_LEVEL: 'silent',
        }),
      );
    } finally {
      discard();
    }
  }
  if (wants('journeys')) counts.push(await journeys(only.filter((word) => !PARTS.includes(word))));
  const total = counts.reduce(
    (sum, { passed, failed }) => ({ passed: sum.passed + passed, failed: sum.failed + failed }),
    { passed: 0, failed: 0 },
  );
  console.log(`${total.passed} passed, ${total.failed} failed`);
  return total.failed === 0 && total.passed > 0 ? 0 : 1;
}
