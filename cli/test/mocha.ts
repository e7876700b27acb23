import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { run } from '../running.ts';
import { type Count, ONE_FAILED, program } from './ran.ts';

interface MochaReport {
  stats: { passes: number; failures: number };
  failures: { fullTitle: string; err: { message?: string; stack?: string } }[];
}

interface MochaRun {
  name: string;
  files: readonly string[];
  /** what the program is told besides */
  args?: readonly string[];
  environment?: Record<string, string>;
  /** how many processes run files beside each other; default one */
  lanes?: number;
}

/** Runs files of tests in the order in which they are given, and says what failed. */
export async function mocha({ name, files, args = [], environment = {}, lanes = 1 }: MochaRun): Promise<Count> {
  const folder = mkdtempSync(join(tmpdir(), 'pail-test-'));
  const file = join(folder, 'report.json');
  try {
    const told = ['--reporter', 'json', '--reporter-option', `output=${file}`, '--forbid-only', '--exit'];
    const beside = lanes > 1 && files.length > 1 ? ['--parallel', '--jobs', String(lanes)] : [];
    const { status, said } = await run(program('mocha'), [...told, ...args, ...beside, ...files], { environment });
    if (!existsSync(file)) {
      console.log(`FAIL ${name}\n${said}`);
      return ONE_FAILED;
    }
    const { stats, failures } = JSON.parse(readFileSync(file, 'utf8')) as MochaReport;
    for (const { fullTitle, err } of failures) console.log(`FAIL ${fullTitle}\n     ${err.stack ?? err.message ?? ''}`);
    const failed = stats.failures + (status !== 0 && stats.failures === 0 ? 1 : 0);
    if (failed > stats.failures) console.log(said);
    console.log(`${failed === 0 ? 'ok  ' : 'FAIL'} ${name}: ${stats.passes} passed, ${failed} failed`);
    return { passed: stats.passes, failed };
  } finally {
    rmSync(folder, { recursive: true });
  }
}
