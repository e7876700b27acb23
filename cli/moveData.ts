import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, renameSync, rmdirSync, rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { openCluster, postmasterOf } from './cluster.ts';
import { formerFolder, holdsCluster, properFolder } from './folders.ts';

/** Moves a data folder. The old one goes only when the new one has been started and answers. */
export async function moveFolder(from: string, to: string): Promise<string> {
  if (!holdsCluster(from)) throw new Error(`There is nothing to move: no company lies in ${from}.`);
  if (existsSync(to) && readdirSync(to).length > 0) throw new Error(`${to} is there already. Nothing was moved.`);
  if (postmasterOf(join(from, 'cluster/data')) !== null)
    throw new Error('The company is in use. Stop Wide Pail first, then move. Nothing was changed.');
  const partial = `${to}.partial`;
  mkdirSync(dirname(to), { recursive: true });
  rmSync(partial, { recursive: true, force: true });
  const copied = spawnSync('cp', ['-a', '--', from, partial], { encoding: 'utf8' });
  const synced = copied.status === 0 && spawnSync('sync', ['-f', partial]).status === 0;
  if (!synced) {
    rmSync(partial, { recursive: true, force: true });
    throw new Error(`It could not be copied to ${partial}; nothing was changed.\n${copied.stderr}`);
  }
  if (existsSync(to)) rmdirSync(to);
  renameSync(partial, to);
  try {
    const cluster = await openCluster(join(to, 'cluster'));
    cluster.stop();
  } catch (error) {
    rmSync(to, { recursive: true, force: true });
    throw error;
  }
  rmSync(from, { recursive: true, force: true });
  return `Your data lies in ${to} now.`;
}

/** `./pail move-data` */
export async function moveData(): Promise<number> {
  console.log(await moveFolder(formerFolder(), properFolder()));
  return 0;
}
