import { LRUCache } from 'lru-cache';
import type { BodyOf } from '../../contract/endpoint.ts';
import type { figuresEndpoints, KnownFigure, KnownFigures } from '../../contract/figures/endpoints.ts';
import { lessonsOfArray, lessonsOfCharges, lessonsOfJob } from '../../core/figures/lessons.ts';
import { type OwnFigure, ownFigures, type UsedFigure } from '../../core/figures/ours.ts';
import { houseBy } from '../../core/rules/rules.ts';
import type { Context } from '../context.ts';
import { drillBiases } from '../drill/storage.ts';
import { late } from '../errors.ts';
import { type Choice, insertChoice, lockChoices, newestChoice } from '../figures/storage.ts';
import { measuredRows } from '../jobs/storage.ts';
import { namesOfPeople } from '../people/storage.ts';
import { taughtByArrays } from '../reckoning/storage.ts';
import { rulesNow } from '../rules/useCases.ts';
import type { Connection } from '../storage/database.ts';
import { stampOf } from '../storage/stamp.ts';
import { inTransaction } from '../storage/transactions.ts';
import { createOnce } from '../storage/writing.ts';
import { resinEntries } from '../water/resinStorage.ts';
import { chargesOf } from '../water/resinUseCases.ts';

type Endpoints = typeof figuresEndpoints;

/** Of so many jobs and arrays lessons are drawn, the newest of each: what lies further back says little of today. */
const MOST_JOBS = 300;
const MOST_ARRAYS = 1000;

interface Learned {
  figures: OwnFigure[];
  /** the site that each job and array is of */
  sites: ReadonlyMap<string, string>;
}

/** What was learned of the same rows before: to learn it anew takes longer than everything else that is asked. */
const learned = new LRUCache<string, Learned>({ max: 4 });

/** What jobs and arrays taught, with the site that each comes from. */
async function whatIsLearned({ workers }: Pick<Context, 'workers'>, connection: Connection): Promise<Learned> {
  const rows = { jobs: measuredRows(connection, MOST_JOBS), arrays: taughtByArrays(connection, MOST_ARRAYS) };
  const rules = await rulesNow(connection);
  const stamps = [await stampOf(connection, rows.jobs.clone()), await stampOf(connection, rows.arrays.clone())];
  const log = await resinEntries(connection);
  const stamp = [...stamps, rules.version, log.length, log[0]?.id ?? ''].join(' ');
  const before = learned.get(stamp);
  if (before) return before;
  const [jobs, arrays] = [await rows.jobs, await rows.arrays];
  const ofJobs = jobs.flatMap(({ id, site, date, measured }) =>
    lessonsOfJob(measured, { record: 'job', id, name: site, date }),
  );
  const ofArrays = arrays.flatMap(({ id, name, site, taught }) =>
    lessonsOfArray(taught, { id, name: `${site}, ${name}` }),
  );
  const found = {
    figures: ownFigures(
      [...ofJobs, ...ofArrays, ...lessonsOfCharges(await chargesOf({ workers }, connection, log))],
      houseBy(rules),
    ),
    sites: new Map([...jobs, ...arrays].map(({ id, siteId }) => [id, siteId])),
  };
  learned.set(stamp, found);
  return found;
}

export async function readFigures(context: Context, connection: Connection): Promise<KnownFigures> {
  const { figures, sites } = await whatIsLearned(context, connection);
  const choice = await newestChoice(connection);
  const people = figures.filter(({ kind }) => kind === 'eye').map(({ of }) => of);
  const names = await namesOfPeople(connection, people);
  const drills = await drillBiases(connection, people);
  const { version, at, by } = choice;
  return {
    version,
    at,
    by,
    figures: figures.map((figure): KnownFigure => {
      const used = choice.figures.find(({ key }) => key === figure.key);
      return {
        ...figure,
        of: figure.kind === 'eye' ? (names.get(figure.of) ?? figure.of) : figure.of,
        from: figure.from.map((one) => ({
          ...one,
          siteId: one.record === 'charge' ? null : (sites.get(one.id) ?? one.id),
        })),
        use: used ? 'ours' : 'house',
        used: used?.ours ?? null,
        drill: figure.kind === 'eye' ? (drills.get(figure.of) ?? null) : null,
      };
    }),
  };
}

const asUsed = ({ key, ours, low, high, spread }: OwnFigure): UsedFigure => ({ key, ours, low, high, spread });

/** Chooses for which figures ours are used, as they stand now: a new version. What was reckoned before keeps what it went by. */
export function useFigures(
  context: Context,
  { id, version, ours }: BodyOf<Endpoints['useFigures']>,
): Promise<KnownFigures> {
  return inTransaction(context, async (trx) => {
    await lockChoices(trx);
    await createOnce(trx, context, 'figures', { id, version, ours }, async () => {
      const before = await newestChoice(trx);
      if (before.version !== version) throw late(shown(before), { version, ours });
      const wanted = new Set(ours);
      const figures = (await whatIsLearned(context, trx)).figures.filter(({ key }) => wanted.has(key)).map(asUsed);
      await insertChoice(trx, { id, version: version + 1, at: context.clock(), by: context.person.id, figures });
    });
    return readFigures(context, trx);
  });
}

const shown = ({ version, figures }: Choice) => ({ version, ours: figures.map(({ key }) => key) });
