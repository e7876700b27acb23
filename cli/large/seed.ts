import { randomUUID } from 'node:crypto';
import { existsSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import pg from 'pg';
import { setUpCompany } from '../../server/people/setUp.ts';
import { migrate, openDatabase } from '../../server/storage/database.ts';
import { finishJob, makeJob, newCompany, OWNER, startHarness } from '../../server/testing/harness.ts';
import { type Cluster, databaseStands, ensureDatabase, openCluster } from '../cluster.ts';
import { LARGE, multiply, type Size, SMALL, type Template } from './multiply.ts';

export const SIZES: Record<string, Size> = { large: LARGE, small: SMALL };

/** Where the large company lies: PAIL_LARGE, else beside what is thrown away. */
export const largeFolder = (): string => process.env.PAIL_LARGE ?? '/var/tmp/wide-pail-large';

export const openLarge = (): Promise<Cluster> => openCluster(join(largeFolder(), 'cluster'));

/** One site taken by a person's own calls from the first look to a signed report. */
async function template(url: string): Promise<Template> {
  const { owner, stop } = await startHarness({}, url);
  try {
    const chain = await makeJob(owner);
    await finishJob(owner, chain);
    const report = await owner.must('POST', `/api/jobs/${chain.jobId}/reports`, { id: randomUUID() });
    await owner.must('POST', `/api/reports/${report.id}/signature`, { version: report.version });
    return chain;
  } finally {
    await stop();
  }
}

/** Brings a database to the schema as it is. */
async function brought(url: string): Promise<string> {
  const database = openDatabase(url, 2);
  await migrate(database);
  await database.destroy();
  return url;
}

/** A company of a size in a database of its own, made once. @returns the application's address */
export async function seed(cluster: Cluster, name: string, say: (line: string) => void): Promise<string> {
  const size = SIZES[name];
  if (size === undefined) throw new Error(`There is no size ${name}; there are ${Object.keys(SIZES).join(' and ')}.`);
  const marker = join(largeFolder(), `${name}-made`);
  if (existsSync(marker) && (await databaseStands(cluster, name))) return brought(cluster.appUrl(name));
  say(`Making the ${name} company: ${size.sites} sites, ${size.jobs} jobs, ${size.quotes} quotes ...`);
  const admin = new pg.Client({ connectionString: cluster.url() });
  await admin.connect();
  await admin.query(`drop database if exists ${name} with (force)`);
  await admin.end();
  const url = await brought(await ensureDatabase(cluster, name));
  const database = openDatabase(url, 2);
  await setUpCompany(database, newCompany(), OWNER);
  await database.destroy();
  const made = await template(url);
  const inside = new pg.Client({ connectionString: cluster.url(name) });
  await inside.connect();
  await multiply(inside, made, size, say);
  await inside.end();
  writeFileSync(marker, '');
  return url;
}
