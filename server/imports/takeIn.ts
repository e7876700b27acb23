import type { ImportBundle, ImportCounts, ImportedSite } from '../../contract/imports/endpoints.ts';
import { decideQuote } from '../agreements/accept.ts';
import { scheduleJob } from '../agreements/book.ts';
import type { Context } from '../context.ts';
import { AppError, invalid } from '../errors.ts';
import { recordInspection } from '../inspections/useCases.ts';
import { addEntries } from '../jobs/useCases.ts';
import { planSite } from '../methods/useCases.ts';
import { addPhoto } from '../photos/photos.ts';
import { readQuote } from '../quotes/storage.ts';
import { draftQuote, expireQuotes, sendQuote } from '../quotes/useCases.ts';
import { beginReckoning } from '../reckoning/useCases.ts';
import { readReport } from '../reports/read.ts';
import { draftReport, sealReport } from '../reports/useCases.ts';
import { createSites } from '../sites/useCases.ts';
import type { Transaction } from '../storage/database.ts';
import { inTransaction } from '../storage/transactions.ts';
import { addWaterReading } from '../water/useCases.ts';
import { keepEnergy, keepRain } from '../weather/storage.ts';
import type { WaitingPicture } from './storage.ts';

/** Entries of one call, as many as a phone sends at a time. */
const BATCH = 200;

/**
 * Takes in sites with their history by the same use cases that a person's clicks go through, so that every figure is
 * computed here and every rule holds. An error names its place in the file.
 * @param context with a transaction for a database: what is taken in is all of it or nothing
 * @param pictures those that came with the file, by name; each is read when its turn has come
 */
export async function takeIn(
  context: Context & { database: Transaction },
  bundle: ImportBundle,
  pictures: ReadonlyMap<string, WaitingPicture>,
): Promise<ImportCounts> {
  const counts = { sites: 0, inspections: 0, quotes: 0, jobs: 0, photos: 0 };
  const listed = bundle.sites.map(({ id, site, customer, arrays }) => ({ site: { ...site, id, customer }, arrays }));
  await createSites(context, context.database, listed, 'sites');
  counts.sites = listed.length;
  for (const [index, item] of bundle.sites.entries()) {
    await placed(`sites.${index}`, () => takeInSite(context, item, { counts, pictures }, `sites.${index}`));
  }
  await expireQuotes(context);
  return counts;
}

/** Refuses a file that names pictures that did not come with it. */
export function refuseMissingPictures(bundle: ImportBundle, names: ReadonlySet<string>): void {
  for (const [at, { rounds }] of bundle.sites.entries()) {
    for (const [round, { photos }] of rounds.entries()) {
      const missing = photos.findIndex(({ file }) => !names.has(file));
      if (missing >= 0) throw notSent(`sites.${at}.rounds.${round}.photos.${missing}`, photos[missing]?.file ?? '');
    }
  }
}

const notSent = (path: string, file: string) =>
  invalid(`${path}.file`, `the picture ${file} did not come with the file; choose it too`);

interface Basket {
  counts: ImportCounts;
  pictures: ReadonlyMap<string, WaitingPicture>;
}

async function takeInSite(context: Context, item: ImportedSite, basket: Basket, path: string): Promise<void> {
  const { counts } = basket;
  await keepRain(context.database, item.id, item.rain);
  for (const [index, { arrayId, days }] of item.energy.entries()) {
    if (!item.arrays.some(({ id }) => id === arrayId))
      throw invalid(`${path}.energy.${index}.arrayId`, 'must be an array of this site');
    await keepEnergy(
      context.database,
      arrayId,
      days.map((day) => ({ ...day, control: null })),
    );
    await inTransaction(context, (trx) => context.queue.send(trx, 'energy.drift', { id: arrayId }));
  }
  for (const reading of item.waterReadings) await addWaterReading(context, item.id, reading);
  for (const [index, round] of item.rounds.entries()) {
    const here = `${path}.rounds.${index}`;
    for (const { arrayId, ...inspection } of round.inspections) {
      await placed(`${here}.inspections`, () =>
        recordInspection(at(context, inspection.inspectedAt), arrayId, inspection),
      );
      counts.inspections += 1;
    }
    await placed(`${here}.reckonings`, () => takeInReckonings(context, round.reckonings));
    const { plan, quote, job } = round;
    if (plan) await placed(`${here}.plan`, () => planSite(at(context, plan.at), item.id, plan));
    if (quote) {
      await placed(`${here}.quote`, () => takeInQuote(context, item.id, quote));
      counts.quotes += 1;
    }
    if (job && quote) {
      await placed(`${here}.job`, () => takeInJob(context, quote.id, job));
      counts.jobs += 1;
    }
    await takeInPhotos(context, round, basket, `${here}.photos`);
    const { report } = job ?? {};
    if (job && report) await placed(`${here}.job.report`, () => takeInReport(context, job.id, report));
  }
}

type Round = ImportedSite['rounds'][number];

/**
 * Faces are worked out beside each other, as many as there are threads for; what is on record of them is read, and they are
 * stored, one after the other, since a transaction asks one thing at a time. One face comes after itself.
 */
async function takeInReckonings(context: Context, reckonings: Round['reckonings']): Promise<void> {
  const again = reckonings.findIndex(({ arrayId }, at) =>
    reckonings.slice(0, at).some((one) => one.arrayId === arrayId),
  );
  const together = again < 0 ? reckonings : reckonings.slice(0, again);
  const begun: Awaited<ReturnType<typeof beginReckoning>>[] = [];
  for (const { arrayId, at: moment, ...body } of together)
    begun.push(await beginReckoning(at(context, moment), arrayId, body));
  for (const settle of begun) await settle();
  if (again >= 0) await takeInReckonings(context, reckonings.slice(again));
}

async function takeInQuote(context: Context, siteId: string, quote: NonNullable<Round['quote']>): Promise<void> {
  const { id, message, stated, sentAt, decision } = quote;
  await draftQuote(at(context, quote.at), siteId, { id, message, stated });
  if (sentAt) {
    const { version } = await readQuote(context.database, id);
    await sendQuote(at(context, sentAt), id, { version, withoutCharacters: true });
  }
  if (decision) {
    const { version } = await readQuote(context.database, id);
    await decideQuote(at(context, decision.at), id, {
      version,
      decision: decision.decision,
      choice: decision.choice,
      additions: decision.additions,
      because: '',
    });
  }
}

async function takeInJob(context: Context, quoteId: string, job: NonNullable<Round['job']>): Promise<void> {
  const { id, scheduledFor, entries: told } = job;
  await scheduleJob(at(context, job.at), quoteId, { id, scheduledFor }, told);
  for (let first = 0; first < job.entries.length; first += BATCH) {
    const entries = job.entries.slice(first, first + BATCH);
    await addEntries(at(context, entries.at(-1)?.at ?? job.at), job.id, { entries, device: '' });
  }
}

async function takeInReport(
  context: Context,
  jobId: string,
  report: NonNullable<NonNullable<Round['job']>['report']>,
): Promise<void> {
  await draftReport(at(context, report.at), jobId, { id: report.id });
  if (report.signedBy && report.signedAt) {
    const { version } = await readReport(context.database, report.id);
    await sealReport(at(context, report.signedAt), report.id, version, {
      name: report.signedBy,
      signer: 'self',
      how: 'imported',
      strokes: null,
      person: { id: context.person.id, name: context.person.name },
      at: report.signedAt,
      from: '',
    });
  }
}

async function takeInPhotos(context: Context, round: Round, { counts, pictures }: Basket, path: string): Promise<void> {
  for (const [index, { file, ...fields }] of round.photos.entries()) {
    const picture = pictures.get(file);
    if (picture === undefined) throw notSent(`${path}.${index}`, file);
    await placed(`${path}.${index}`, () => addPhoto(context, { ...fields, byTime: 'no', device: '' }, picture));
    counts.photos += 1;
  }
}

/** The same context at another moment: history keeps its own dates. */
const at = (context: Context, moment: string): Context => ({ ...context, clock: () => new Date(moment) });

/** Runs a part of an import; a refusal names its place in the file. */
async function placed<T>(path: string, run: () => Promise<T>): Promise<T> {
  try {
    return await run();
  } catch (error) {
    if (!(error instanceof AppError) || error.extra.issues?.[0]?.path.startsWith('sites.')) throw error;
    const inner = error.extra.issues?.[0];
    const where = inner ? `${path}.${inner.path}` : path;
    const message = inner?.message ?? error.message;
    throw new AppError(error.kind, error.title, `${where}: ${message}`, {
      ...error.extra,
      issues: [{ path: where, message }],
    });
  }
}
