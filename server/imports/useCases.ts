import { createHash } from 'node:crypto';
import type { BodyOf, QueryOf } from '../../contract/endpoint.ts';
import type { ImportRecord, importsEndpoints } from '../../contract/imports/endpoints.ts';
import type { Context, Services } from '../context.ts';
import { AppError, type FailureKind, invalid } from '../errors.ts';
import { personWhoMayEnter } from '../people/storage.ts';
import type { Transaction } from '../storage/database.ts';
import { pageOfEntered } from '../storage/paging.ts';
import { inTransaction } from '../storage/transactions.ts';
import { createOnce, trail, type Writer } from '../storage/writing.ts';
import {
  countTry,
  insertImport,
  insertPicture,
  leftWaiting,
  listImportRows,
  lockWaitingImport,
  readImport,
  type Settled,
  settleImport,
  type WaitingPicture,
  waitingPictures,
} from './storage.ts';
import { refuseMissingPictures, takeIn } from './takeIn.ts';

type Endpoints = typeof importsEndpoints;

/** Keeps a file with its pictures and queues the work of taking it in, in one transaction. */
export async function askForImport(
  context: Context,
  { id, name, bundle }: BodyOf<Endpoints['importSites']>,
  files: readonly WaitingPicture[],
): Promise<ImportRecord> {
  const names = new Set<string>();
  for (const { name } of files) {
    if (names.has(name)) throw invalid('file', `two pictures are called ${name}; give one another name`);
    names.add(name);
  }
  refuseMissingPictures(bundle, names);
  const written = JSON.stringify(bundle);
  const sum = createHash('sha256').update(written).digest('hex');
  const asked = { id, name, sum, sites: bundle.sites.length, pictures: files.length };
  await inTransaction(context, (trx) =>
    createOnce(trx, context, 'import', asked, async () => {
      await insertImport(trx, {
        id,
        name,
        bundle: written,
        pictures: files.length,
        by: context.person.id,
        at: context.clock(),
      });
      for (const file of files) await insertPicture(trx, id, file.name, await file.read());
      await context.queue.send(trx, 'import.take', { id });
    }),
  );
  context.queue.wake('import.take');
  return readImport(context.database, id);
}

export const showImport = (context: Context, id: string): Promise<ImportRecord> => readImport(context.database, id);

export async function listImports({ database }: Context, query: QueryOf<Endpoints['listImports']>) {
  return pageOfEntered(await listImportRows(database, query), query.limit);
}

/** How often a file is tried before it is given up on: one that ends the process would otherwise be begun without end. */
const MOST_TRIES = 5;
/** A file that has waited for so long, ms, was left by a process that ended over it. */
const LEFT_WAITING = 60_000;

/** Failures that the same file would meet again. */
const OF_THE_FILE: ReadonlySet<FailureKind> = new Set(['bad-input', 'not-yours', 'not-found', 'conflict']);

const BROKE_HERE = {
  path: '',
  message: 'something broke here while it was worked out, and it is not your doing; send the file again',
};

/**
 * Takes in a file that waits: all of it and the note that it is in, or nothing and the reason why. Asked twice it is taken
 * in once. What is no fault of the file is thrown, and tried again by whoever asked.
 */
export async function runImport(services: Services, id: string): Promise<void> {
  const tries = await countTry(services.database, id);
  if (tries === null) return;
  if (tries > MOST_TRIES) return refuseImport(services, id, BROKE_HERE);
  try {
    await inTransaction(services, async (trx) => {
      const waiting = await lockWaitingImport(trx, id);
      if (waiting === undefined) return;
      const person = await personWhoMayEnter(trx, waiting.by);
      if (person === undefined) throw invalid('by', 'whoever sent this may not come in any more; send it yourself');
      const context = { ...services, database: trx, person, requestId: id };
      const counts = await takeIn(context, waiting.bundle, await waitingPictures(trx, id));
      await settle(trx, context, id, { state: 'done', counts });
    });
  } catch (error) {
    if (!(error instanceof AppError) || !OF_THE_FILE.has(error.kind)) throw error;
    const [issue] = error.extra.issues ?? [];
    await refuseImport(services, id, issue ?? { path: '', message: error.message });
  }
}

/** Takes in what a process left waiting when it ended. */
export async function runLeftWaiting(services: Services): Promise<void> {
  const seen: string[] = [];
  for (;;) {
    const id = await leftWaiting(services.database, new Date(services.clock().getTime() - LEFT_WAITING), seen);
    if (id === undefined) return;
    seen.push(id);
    await runImport(services, id);
  }
}

const refuseImport = (services: Services, id: string, refusal: NonNullable<ImportRecord['refusal']>): Promise<void> =>
  inTransaction(services, (trx) =>
    settle(trx, { ...services, person: null, requestId: id }, id, { state: 'refused', refusal }),
  );

async function settle(trx: Transaction, writer: Writer, id: string, settled: Settled): Promise<void> {
  if (await settleImport(trx, id, settled, writer.clock()))
    await trail(trx, writer, {
      record: 'import',
      id,
      action: settled.state === 'done' ? 'take in' : 'refuse',
      change: settled,
    });
}
