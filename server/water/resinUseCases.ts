import type { BodyOf } from '../../contract/endpoint.ts';
import type { MeterAnswer, ResinView, resinEndpoints } from '../../contract/water/resin.ts';
import { dateIn } from '../../core/time/calendar.ts';
import { WATER_TRAITS } from '../../core/water/plan.ts';
import { loadOf } from '../../core/water/resin.ts';
import {
  type ChargeOnRecord,
  type ResinContext,
  type ResinEntry,
  runsOutAt,
  standingOf,
} from '../../core/water/resinLog.ts';
import { membrane, WATER_DEFAULTS } from '../../core/water/treatment.ts';
import { readCompany } from '../company/useCases.ts';
import type { Context } from '../context.ts';
import { doubted, invalid, outOfOrder } from '../errors.ts';
import { jobsOnResin } from '../jobs/storage.ts';
import type { Connection } from '../storage/database.ts';
import { inTransaction } from '../storage/transactions.ts';
import { createOnce } from '../storage/writing.ts';
import { insertResinEntry, insertVessel, listVessels, lockResin, resinEntries } from './resinStorage.ts';

type Endpoints = typeof resinEndpoints;

/** What the source is taken to be where nobody has read it, uS/cm. */
const USUAL_BEFORE = 500;
/** How far the clocks of two phones may be apart, ms: what comes after another entry follows it all the same. */
const CLOCKS_APART = 15 * 60_000;
/** Entries that are shown. */
const SHOWN = 200;
/** Jobs ahead that are looked at for the one in which the resin runs out. */
const MOST_AHEAD = 40;

async function contextOf(connection: Connection) {
  const company = await readCompany({ database: connection });
  const vessels = await listVessels(connection);
  const of: ResinContext = { vessels, usualBefore: USUAL_BEFORE, changeAt: company.water.changeAt };
  return { company, of };
}

export async function readResin(context: Context, connection: Connection = context.database): Promise<ResinView> {
  const { company, of } = await contextOf(connection);
  const entries = await resinEntries(connection);
  const standing = await context.workers.run('standResin', { entries, of });
  const before = standing?.before ?? USUAL_BEFORE;
  const { osmosisRejection: rejection, osmosisRecovery: recovery, osmosisFlow25: permeateFlow25 } = company.water;
  const permeate = membrane({ rejection, recovery, permeateFlow25 }, before, 20).permeateConductivity;
  // Behind a membrane the same litres bring far less to the resin.
  const share = loadOf(permeate, WATER_DEFAULTS.carbonDioxide) / loadOf(before, WATER_DEFAULTS.carbonDioxide);
  const today = dateIn(context.clock().toISOString(), company.zone);
  const jobs = (await jobsOnResin(connection, today, MOST_AHEAD)).map(({ way, litres, ...job }) => ({
    ...job,
    litres: WATER_TRAITS[way].membrane ? litres * share : litres,
  }));
  return {
    vessels: of.vessels as ResinView['vessels'],
    entries: entries.slice(0, SHOWN),
    standing,
    ahead: { jobs, ...(standing ? runsOutAt(standing.left, jobs) : { likely: null, earliest: null }) },
    changeAt: of.changeAt,
    meter: context.meter.there,
  };
}

/** Every charge there was by a log, with what its vessel is called. */
export async function chargesOf(
  { workers }: Pick<Context, 'workers'>,
  connection: Connection,
  entries: readonly ResinEntry[],
): Promise<(ChargeOnRecord & { name: string })[]> {
  if (entries.length === 0) return [];
  const { of } = await contextOf(connection);
  const standing = await workers.run('standResin', { entries, of });
  const name = (vessel: string) => of.vessels.find(({ id }) => id === vessel)?.name ?? '';
  return (standing?.charges ?? []).map((charge) => ({ ...charge, name: name(charge.vessel) }));
}

export function addVessel(context: Context, body: BodyOf<Endpoints['addVessel']>): Promise<ResinView> {
  return inTransaction(context, async (trx) => {
    await createOnce(trx, context, 'vessel', body, () =>
      insertVessel(trx, { ...body, madeAt: context.clock(), by: context.person.id }),
    );
    return readResin(context, trx);
  });
}

/** Writes into the log. A reading that lies off the curve is asked about, and kept once somebody says that it is right. */
export function addResinEntry(context: Context, body: BodyOf<Endpoints['addResinEntry']>): Promise<ResinView> {
  const { id, at, told, sure } = body;
  return inTransaction(context, async (trx) => {
    await lockResin(trx);
    await createOnce(trx, context, 'resin entry', body, async () => {
      const { of } = await contextOf(trx);
      const entries = standingOf(await resinEntries(trx));
      mustFit(told, entries, of, at);
      if (told.kind === 'reading' && !sure) {
        const doubts = await context.workers.run('doubtReading', { entries, of, reading: told });
        const [first] = doubts;
        if (first)
          throw doubted(
            `told.${first.params.where}`,
            'lies off what all readings before let expect: read again, or say that it is right',
            doubts as never,
          );
      }
      const last = entries.at(-1)?.at ?? at;
      const when = Date.parse(at) > Date.parse(last) ? at : new Date(Date.parse(last) + 1).toISOString();
      await insertResinEntry(trx, { id, at: when, told, sure, by: context.person.id });
    });
    return readResin(context, trx);
  });
}

/** What is told has to be of what is there: vessels that are known, and set up before anything is read of them. */
function mustFit(
  told: BodyOf<Endpoints['addResinEntry']>['told'],
  entries: readonly ResinEntry[],
  { vessels }: ResinContext,
  at: string,
): void {
  const known = (vessel: string) => vessels.some(({ id }) => id === vessel);
  if (told.kind === 'set-up') {
    if (!known(told.lead.vessel)) throw invalid('told.lead.vessel', 'is no vessel that is entered');
    if (told.lag && (!known(told.lag.vessel) || told.lag.vessel === told.lead.vessel))
      throw invalid('told.lag.vessel', 'must be another vessel that is entered');
    return;
  }
  if (told.kind === 'retracted') {
    if (!entries.some(({ id }) => id === told.entry)) throw invalid('told.entry', 'is no entry that stands');
    return;
  }
  const last = entries.at(-1);
  if (last === undefined) throw outOfOrder('Say first which vessel is the lead and which the lag.');
  if (Date.parse(at) < Date.parse(last.at) - CLOCKS_APART)
    throw invalid('at', `must not lie before the entry of ${last.at}`);
}

export async function readMeter(context: Context): Promise<MeterAnswer> {
  const read = await context.meter.read();
  if (!read.ok) throw outOfOrder(read.problem);
  return read.answer;
}
