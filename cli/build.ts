import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { PROJECT, webFolder } from './folders.ts';

/** Files and their times, as one hash: changed files make another. */
function fingerprint(): string {
  const hash = createHash('sha256');
  const add = (path: string) => {
    const { mtimeMs, size } = statSync(path);
    hash.update(`${path}:${mtimeMs}:${size};`);
  };
  for (const folder of ['web', 'contract', 'words', 'core']) {
    for (const entry of readdirSync(join(PROJECT, folder), { recursive: true, withFileTypes: true })) {
      const path = join(entry.parentPath, entry.name);
      if (entry.isFile() && !path.includes('/dist/') && !path.endsWith('.test.ts')) add(path);
    }
  }
  add(join(PROJECT, 'package-lock.json'));
  return hash.digest('hex');
}

/** Builds the interface where it is missing or older than its sources, and holds the size of the first load. */
export function buildWeb(): void {
  const stamp = join(webFolder(), '.fingerprint');
  const wanted = fingerprint();
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  process.stderr.write('Building the interface ...\n');
  const built = spawnSync('npm', ['run', '--silent', 'build'], {
    cwd: PROJECT,
    encoding: 'utf8',
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  if (built.status !== 0) throw new Error(`The interface could not be built.\n${built.stdout}${built.stderr}`);
  process.stderr.write(`${built.stdout.trim().split('\n').at(-1) ?? ''}\n`);
  writeFileSync(stamp, wanted);
}
