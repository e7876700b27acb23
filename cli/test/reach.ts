import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import { dirname, join, normalize } from 'node:path';
import { PROJECT } from '../folders.ts';
import { codeFiles, KINDS } from './files.ts';

/** Files that put all rooms together: whatever changes reaches them, and through them everything. */
const TIES = new Set([
  'server/start.ts',
  'server/http/app.ts',
  'server/testing/harness.ts',
  'server/compute/tasks.ts',
  'contract/index.ts',
  'contract/endpointTable.ts',
  'web/routes.tsx',
  'web/main.tsx',
  'e2e/support/stage.ts',
]);

const IMPORT = /(?:from|import|import\()\s*'(\.[^']+)'/g;

/** The files that a file names, by their paths. */
export function importsOf(path: string, text: string): string[] {
  return [...text.matchAll(IMPORT)].map(([, named]) => normalize(join(dirname(path), named ?? '')));
}

/** What names each file, and what names that: everything that some files reach, they themselves too. */
export function reachOf(changed: readonly string[], imports: ReadonlyMap<string, readonly string[]>): Set<string> {
  const namedBy = new Map<string, string[]>();
  for (const [path, named] of imports) for (const one of named) namedBy.set(one, [...(namedBy.get(one) ?? []), path]);
  const reached = new Set<string>();
  const waiting = [...changed];
  for (let path = waiting.pop(); path !== undefined; path = waiting.pop()) {
    if (reached.has(path)) continue;
    reached.add(path);
    if (!TIES.has(path) || changed.includes(path)) waiting.push(...(namedBy.get(path) ?? []));
  }
  return reached;
}

const roomOf = (path: string): string => path.split('/').slice(0, 2).join('/');

/** What was changed since the last commit; where nothing was, what the last commit changed. */
function changedFiles(): string[] {
  const git = (...args: string[]) =>
    spawnSync('git', args, { cwd: PROJECT, encoding: 'utf8' }).stdout.split('\n').filter(Boolean);
  const open = [...git('diff', '--name-only', 'HEAD'), ...git('ls-files', '--others', '--exclude-standard')];
  return open.length > 0 ? open : git('diff', '--name-only', 'HEAD~1');
}

/**
 * The tests that a change reaches: by imports as far as the files that put all rooms together, and those of the rooms in
 * which something was changed, which reach it over HTTP. A journey only where it was changed itself.
 */
export function reachedTests(changed: readonly string[] = changedFiles()): { changed: string[]; tests: string[] } {
  const files = codeFiles();
  const imports = new Map(files.map((path) => [path, importsOf(path, readFileSync(join(PROJECT, path), 'utf8'))]));
  const reached = reachOf(changed, imports);
  const rooms = new Set(changed.map(roomOf));
  const isTest = (path: string) => Object.values(KINDS).some((is) => is(path));
  const tests = files.filter(
    (path) =>
      isTest(path) && (KINDS.journeys(path) ? changed.includes(path) : reached.has(path) || rooms.has(roomOf(path))),
  );
  return { changed: changed.filter((path) => existsSync(join(PROJECT, path))), tests };
}
