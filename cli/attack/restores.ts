import { copyFileSync, mkdtempSync, readFileSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { seededRandom } from '../../core/statistics/random.ts';
import { makeJob, newDatabase, startHarness } from '../../server/testing/harness.ts';
import { makeBackup } from '../backups/backup.ts';
import { contentsOf, differences } from '../backups/contents.ts';
import { restoreBackup } from '../backups/restore.ts';
import { ensurePostgres } from '../debian.ts';
import { type Attack, tally } from './attack.ts';

async function tablesOf(url: string) {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  await client.query('begin');
  const { tables } = await contentsOf(client);
  await client.end();
  return tables;
}

/** Backups cut anywhere, with any bit turned, of an older version, onto a served installation: all of it comes back, or nothing changes. */
export const restores: Attack = {
  name: 'restores, whole and broken',
  full: 40,
  small: 4,
  async run(times, cluster) {
    const { hold, outcome } = tally();
    const random = seededRandom(4);
    const folder = mkdtempSync(join(tmpdir(), 'pail-attack-'));
    const programs = ensurePostgres();
    try {
      const stage = await startHarness({});
      await makeJob(stage.owner);
      await stage.stop();
      const whole = join(folder, 'whole.backup');
      await makeBackup({ url: stage.url, programs, file: whole, now: new Date() });
      const source = await tablesOf(stage.url);
      const target = await newDatabase(cluster);
      const another = join(folder, 'another.backup');
      await makeBackup({ url: target, programs, file: another, now: new Date() });
      const restore = (file: string) =>
        restoreBackup({ url: target, adminUrl: cluster.admin, programs, file }).then(
          () => null,
          (error: Error) => error.message,
        );
      const taken = await restore(whole);
      hold(taken === null && differences(source, await tablesOf(target)).length === 0, `whole: ${taken}`);
      const back = await restore(another);
      hold(back === null, `another company: ${back}`);
      const before = await tablesOf(target);
      const bytes = readFileSync(whole);
      for (let count = 0; count < times; count += 1) {
        const file = join(folder, `broken-${count}`);
        const at = Math.floor(random() * bytes.length);
        if (count % 2 === 0) {
          copyFileSync(whole, file);
          truncateSync(file, at);
        } else {
          const turned = Buffer.from(bytes);
          turned[at] = (turned[at] ?? 0) ^ (1 << Math.floor(random() * 8));
          writeFileSync(file, turned);
        }
        const refused = await restore(file);
        const now = await tablesOf(target);
        // A bit that says nothing, such as that of a time of day in the archive, may be turned without harm.
        const intact = differences(source, now).length === 0 && now.length === source.length;
        const fine = refused === null ? intact : differences(before, now).length === 0;
        hold(fine, `${count % 2 === 0 ? 'cut' : 'bit turned'} at ${at}: ${refused ?? 'taken'}`);
        if (refused === null) await restore(another);
      }
      const older = join(folder, 'older.backup');
      writeFileSync(older, 'PGDMP, as backups began before they had sums');
      const said = await restore(older);
      hold(
        said?.includes('older') === true && differences(before, await tablesOf(target)).length === 0,
        `older: ${said}`,
      );
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
    return outcome;
  },
};
