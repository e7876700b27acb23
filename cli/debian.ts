import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';

const POSTGRES_ROOT = '/usr/lib/postgresql';

/** Folder of PostgreSQL's own programs, newest version first; undefined where it is not installed. */
export function postgresPrograms(): string | undefined {
  const versions = existsSync(POSTGRES_ROOT) ? readdirSync(POSTGRES_ROOT) : [];
  return versions
    .sort((a, b) => Number(b) - Number(a))
    .map((version) => join(POSTGRES_ROOT, version, 'bin'))
    .find((folder) => existsSync(join(folder, 'initdb')) && existsSync(join(folder, 'pg_dump')));
}

/** Debian's Chromium: without windows, which takes less of the machine, and with them, which does as well. */
const CHROMIUM = [
  { name: 'chromium-headless-shell', program: '/usr/bin/chromium-headless-shell' },
  { name: 'chromium', program: '/usr/bin/chromium' },
] as const;

const asRoot = (): string[] | null => {
  if (process.getuid?.() === 0) return [];
  const quiet = spawnSync('sudo', ['-n', 'true'], { stdio: 'ignore' });
  if (quiet.status === 0) return ['sudo', '-n'];
  return process.stdin.isTTY && quiet.error === undefined ? ['sudo'] : null;
};

/** Installs Debian packages, or says by name which are missing and how to install them. */
export function installDebian(packages: string[]): void {
  const command = `apt-get install -y --no-install-recommends ${packages.join(' ')}`;
  const prefix = asRoot();
  const missing = `These Debian packages are missing: ${packages.join(', ')}. Install them with\n  sudo ${command}\nand try again.`;
  if (prefix === null || !existsSync('/usr/bin/apt-get')) throw new Error(missing);
  process.stderr.write(`Installing from Debian: ${packages.join(', ')} ...\n`);
  const environment = ['env', 'DEBIAN_FRONTEND=noninteractive'];
  const run = (args: string[]) => {
    const [program = '', ...rest] = [...prefix, ...environment, ...args];
    return spawnSync(program, rest, { stdio: ['inherit', 2, 2] }).status === 0;
  };
  run(['apt-get', 'update', '-qq']);
  if (!run(['apt-get', 'install', '-y', '-qq', '--no-install-recommends', ...packages])) throw new Error(missing);
}

export function ensurePostgres(): string {
  const found = postgresPrograms();
  if (found) return found;
  installDebian(['postgresql']);
  const installed = postgresPrograms();
  if (installed === undefined)
    throw new Error('PostgreSQL was installed, but its programs are not where Debian puts them.');
  return installed;
}

const chromiumHere = (): string | undefined => CHROMIUM.find(({ program }) => existsSync(program))?.program;

/** Installs the first that Debian has where there is none. @returns the program */
export function ensureChromium(): string {
  const found = chromiumHere();
  if (found) return found;
  const [small, whole] = CHROMIUM;
  try {
    installDebian([small.name]);
  } catch {
    installDebian([whole.name]);
  }
  const installed = chromiumHere();
  if (installed === undefined) throw new Error('Chromium was installed, but it is not where Debian puts it.');
  return installed;
}
