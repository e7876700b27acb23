import { join } from 'node:path';
import { clusterStands, databaseStands, ensureDatabase, openCluster } from './cluster.ts';
import { ensurePostgres } from './debian.ts';
import { dataFolder, notesOnFolders } from './folders.ts';

export interface Place {
  url: string;
  adminUrl: string;
  programs: string;
}

/** Which database of the private cluster is meant (the demo's with PAIL_DATABASE=demo). */
const databaseName = (): string => process.env.PAIL_DATABASE ?? 'pail';

/**
 * Which database a command is about: one's own server's, or the private cluster's.
 * @param make whether a cluster and a database may be made where there are none
 */
export async function inPlace(make: boolean, run: (place: Place) => Promise<void>): Promise<number> {
  for (const note of notesOnFolders()) console.error(note);
  const programs = ensurePostgres();
  if (process.env.DATABASE_URL) {
    const url = process.env.DATABASE_URL;
    await run({ url, adminUrl: process.env.ADMIN_DATABASE_URL ?? url, programs });
    return 0;
  }
  const folder = join(dataFolder(), 'cluster');
  const nothing = `There is no company here: nothing stands in ${folder}. PAIL_DATA names another data folder.`;
  if (!make && !clusterStands(folder)) throw new Error(nothing);
  const cluster = await openCluster(folder);
  try {
    if (!make && !(await databaseStands(cluster, databaseName()))) throw new Error(nothing);
    const url = await ensureDatabase(cluster, databaseName());
    await run({ url, adminUrl: cluster.url(), programs });
    return 0;
  } finally {
    cluster.stop();
  }
}
