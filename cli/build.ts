import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { PROJECT, serverFolder, webFolder } from './folders.ts';
import { run } from './running.ts';

/** Something that is built from folders of the tree into one of its own. */
interface Built {
  /** as people read it */
  name: string;
  from: readonly string[];
  into: string;
  /** the script of package.json that builds it */
  script: string;
  /** others work beside it, who are waited for longer */
  behind?: boolean;
}

const INTERFACE: Built = {
  name: 'the interface',
  from: ['web', 'contract', 'words', 'core'],
  into: webFolder(),
  script: 'build:web',
  behind: true,
};

const SERVER: Built = {
  name: 'the server',
  from: ['server', 'contract', 'words', 'core'],
  into: serverFolder(),
  script: 'build:server',
};

/** Files and their times, as one hash: changed files make another. */
function fingerprint(from: readonly string[]): string {
  const hash = createHash('sha256');
  const add = (path: string) => {
    const { mtimeMs, size } = statSync(path);
    hash.update(`${path}:${mtimeMs}:${size};`);
  };
  for (const folder of from) {
    for (const entry of readdirSync(join(PROJECT, folder), { recursive: true, withFileTypes: true })) {
      const path = join(entry.parentPath, entry.name);
      if (entry.isFile() && !path.includes('/dist/') && !path.endsWith('.test.ts')) add(path);
    }
  }
  add(join(PROJECT, 'package-lock.json'));
  return hash.digest('hex');
}

const stampOf = ({ into }: Built): string => join(into, '.fingerprint');

function stands(built: Built, wanted = fingerprint(built.from)): boolean {
  const stamp = stampOf(built);
  return existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted;
}

/** Builds what is missing or older than its sources. */
async function build(built: Built): Promise<void> {
  const { name, from, script, behind = false } = built;
  const wanted = fingerprint(from);
  if (stands(built, wanted)) return;
  process.stderr.write(`Building ${name} ...\n`);
  const { status, said } = await run('npm', ['run', '--silent', script], { behind });
  if (status !== 0) throw new Error(`Building ${name} failed.\n${said}`);
  writeFileSync(stampOf(built), wanted);
}

/** Whether the interface is there and no older than its sources. */
export const webStands = (): boolean => stands(INTERFACE);

/** Builds the interface where it is missing or older than its sources, and holds the size of the first load. */
export const buildWeb = (): Promise<void> => build(INTERFACE);

/** Builds the server and what its worker threads do, where they are missing or older than their sources. */
export const buildServer = (): Promise<void> => build(SERVER);
