import { existsSync, readFileSync, statSync } from 'node:fs';
import { homedir, userInfo } from 'node:os';
import { join } from 'node:path';

/** The project's own folder. */
export const PROJECT = join(import.meta.dirname, '..');

/** Where the built interface is kept. */
export const webFolder = (): string => join(PROJECT, 'web/dist');

/** Where the built server is kept. */
export const serverFolder = (): string => join(PROJECT, 'server/dist');

const NAME = 'wide-pail';
const ROOTS = join('/var/lib', NAME);
const usersFolder = (share: string) => join(share, NAME);

/** Whether a company's cluster stands in a data folder, as far as this account may look. */
export const holdsCluster = (folder: string): boolean => existsSync(join(folder, 'cluster'));

/** Where this account's data belongs: systems are free to clean /var/tmp, and nothing cleans these. */
export function properFolder(): string {
  if (process.getuid?.() === 0) return ROOTS;
  return usersFolder(process.env.XDG_DATA_HOME || join(homedir(), '.local/share'));
}

/** Where this account's data lay before it was given a place of its own. */
export const formerFolder = (): string => join('/var/tmp', `${NAME}-${userInfo().uid}`);

/**
 * Where this account's private cluster and its secrets live: PAIL_DATA, else the proper place. Data that still lies in
 * the former one is used there until `./pail move-data` has moved it.
 */
export function dataFolder(): string {
  if (process.env.PAIL_DATA) return process.env.PAIL_DATA;
  const [proper, former] = [properFolder(), formerFolder()];
  return !holdsCluster(proper) && holdsCluster(former) ? former : proper;
}

/** Data folders of other accounts: root's, seen by a user, and the users', seen by root. */
function othersFolders(): string[] {
  if (process.getuid?.() !== 0) return [ROOTS];
  const homes = readFileSync('/etc/passwd', 'utf8')
    .split('\n')
    .map((line) => line.split(':'))
    .filter(([, , uid, , , home]) => Number(uid) >= 1000 && home?.startsWith('/'))
    .map(([, , , , , home]) => usersFolder(join(home ?? '', '.local/share')));
  return homes;
}

/** What somebody who starts, backs up or restores has to be told about where the data lies; empty where all is well. */
export function notesOnFolders(): string[] {
  if (process.env.PAIL_DATA) return [];
  const [used, proper, former] = [dataFolder(), properFolder(), formerFolder()];
  const notes: string[] = [];
  if (used === former) {
    notes.push(`Your data lies in ${former}, which systems are free to clean. Move it to ${proper}: ./pail move-data`);
  } else if (holdsCluster(proper) && holdsCluster(former)) {
    notes.push(
      `There is data in ${former} too. It is not used: this is ${proper}. Look at it with PAIL_DATA=${former}.`,
    );
  }
  for (const other of othersFolders().filter((folder) => folder !== used && holdsCluster(folder))) {
    notes.push(`Another account has a company in ${other} (owner ${statSync(other).uid}). This one is ${used}.`);
  }
  return notes;
}
