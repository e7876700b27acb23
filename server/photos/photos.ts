import { createHash } from 'node:crypto';
import type { z } from 'zod';
import type { BodyOf, QueryOf } from '../../contract/endpoint.ts';
import type { inspectionsEndpoints } from '../../contract/inspections/endpoints.ts';
import { type Photo, photo, type photoFields } from '../../contract/inspections/endpoints.ts';
import type { PhotoSize } from '../../core/inspections/photoFace.ts';
import { AFTER_RECORD, BEFORE_RECORD, lookOfPicture } from '../../core/inspections/photoFace.ts';
import { MILLISECONDS_PER_HOUR } from '../../core/time/utc.ts';
import type { Context } from '../context.ts';
import { AppError, invalid, notTheirs, outOfOrder } from '../errors.ts';
import { defectiveModules } from '../inspections/foundStorage.ts';
import {
  bytesOf,
  insertPhoto,
  insertPhotoMark,
  keepPrepared,
  listPhotoRows,
  lockWaiting,
  looksAbout,
  originalOf,
  PHOTOS,
  photosWhere,
  standingPhoto,
} from '../inspections/photoStorage.ts';
import { findJob, lockJob } from '../jobs/storage.ts';
import { readArray, readSite } from '../sites/storage.ts';
import type { Connection, Database, Transaction } from '../storage/database.ts';
import { hold } from '../storage/locks.ts';
import { page } from '../storage/paging.ts';
import { inTransaction } from '../storage/transactions.ts';
import { createOnce, isMade, mustHave, trail, updateVersioned } from '../storage/writing.ts';
import { dropParts } from '../uploads/storage.ts';
import { fileOf } from '../uploads/useCases.ts';
import { examinePicture, preparePicture } from './pictures.ts';
import { takenAt } from './takenAt.ts';

type Endpoints = typeof inspectionsEndpoints;

/** Where a picture belongs by its time; where it was put where it has none, or nobody looked near it. */
async function faceByTime<T extends { arrayId: string; inspectionId?: string | undefined }>(
  trx: Transaction,
  siteId: string,
  fields: T,
  taken: string | null,
): Promise<T> {
  if (taken === null) return fields;
  const about = (hours: number) => new Date(Date.parse(taken) + hours * MILLISECONDS_PER_HOUR);
  const look = lookOfPicture(taken, await looksAbout(trx, siteId, about(-AFTER_RECORD), about(BEFORE_RECORD)));
  return look ? { ...fields, arrayId: look.arrayId, inspectionId: look.inspectionId } : fields;
}

/** A picture stands with an inspection of its own array, and with a job that has its array. */
async function refuseStray(trx: Transaction, { arrayId, inspectionId, jobId, module }: z.output<typeof photoFields>) {
  if (inspectionId) {
    const inspection = mustHave(await defectiveModules(trx, inspectionId), 'inspection');
    if (inspection.arrayId !== arrayId) throw invalid('arrayId', 'must be the array of the inspection');
    if (module !== undefined && !inspection.modules.includes(module))
      throw invalid('module', 'must be the module of a defect of the inspection');
  } else if (module !== undefined)
    throw invalid('inspectionId', 'is missing: a picture of a defect needs its inspection');
  if (jobId) {
    const { content } = await findJob(trx, jobId);
    if (!content.arrays.some(({ id }) => id === arrayId)) throw invalid('arrayId', 'must be an array of the job');
  }
}

/** A job whose report is signed takes no more pictures, and no circles over those it has. */
async function refuseSigned(trx: Transaction, jobId: string | null | undefined): Promise<void> {
  if (jobId && (await lockJob(trx, jobId)).state === 'reported') {
    throw outOfOrder('The report of this job is signed. Amend the report, or add the picture to a new inspection.');
  }
}

/** What makes a picture the same one when it is sent again: not by which device, nor in which way. */
const placedFields = ({
  sha256: _sum,
  by: _by,
  device: _device,
  upload: _upload,
  size: _size,
  ...rest
}: z.output<typeof photoFields>) => rest;

const sumOf = (file: Buffer): string => createHash('sha256').update(file).digest('hex');

/** The picture itself: from the form, or put together from the parts that came before. */
async function fileOfPhoto(
  context: Context,
  { upload, size }: z.output<typeof photoFields>,
  file: PictureFile | undefined,
): Promise<Buffer> {
  if (file) return file.read();
  if (upload === undefined) throw invalid('file', 'is missing; choose a picture');
  if (size === undefined) throw invalid('size', 'is missing; give the bytes of the whole picture');
  return fileOf(context.database, upload, context.person.id, size);
}

interface PictureFile {
  read(): Promise<Buffer>;
}

/** Keeps the original as it came and queues the work of turning it upright, in one transaction. */
export async function addPhoto(
  context: Context,
  fields: z.output<typeof photoFields>,
  file: PictureFile | undefined,
): Promise<Photo> {
  if (fields.by !== undefined && fields.by !== context.person.id) throw notTheirs();
  const asked = placedFields(fields);
  // Sent again after the answer was lost: the parts are gone by then, and the picture is there.
  if (fields.sha256 !== undefined && (await isMade(context.database, 'photo', { ...asked, bytes: fields.sha256 }))) {
    return photoById(context.database, fields.id);
  }
  const original = await fileOfPhoto(context, fields, file);
  const bytes = sumOf(original);
  if (fields.sha256 !== undefined && fields.sha256 !== bytes)
    throw invalid('sha256', 'is not that of the file: it did not arrive whole; send it again');
  const found = await examinePicture(original);
  const turned = (found.orientation ?? 1) >= 5;
  return inTransaction(context, async (trx) => {
    const array = await readArray(trx, fields.arrayId);
    await refuseStray(trx, fields);
    const { zone } = await readSite(trx, array.siteId);
    const taken = takenAt(found.exif, zone);
    const { byTime, ...own } = asked;
    const placed = byTime === 'yes' && own.module === undefined ? await faceByTime(trx, array.siteId, own, taken) : own;
    await createOnce(trx, context, 'photo', { ...asked, bytes }, async () => {
      await refuseSigned(trx, fields.jobId);
      await insertPhoto(trx, {
        ...placed,
        mediaType: found.format === 'png' ? 'image/png' : 'image/jpeg',
        width: turned ? found.height : found.width,
        height: turned ? found.width : found.height,
        takenAt: taken,
        original,
        device: fields.device,
        by: context.person.id,
        recordedAt: context.clock(),
      });
      await context.queue.send(trx, 'photo.prepare', { id: fields.id });
    });
    if (fields.upload !== undefined) await dropParts(trx, fields.upload);
    return photoById(trx, fields.id);
  });
}

async function photoById(connection: Connection, id: string): Promise<Photo> {
  return photo.parse((await photosWhere(connection, { id: [id] }))[0]);
}

/** Background work: the picture upright and without anything the camera wrote beside it, and its thumbnail. */
export async function preparePhoto(database: Database, id: string): Promise<void> {
  const row = await originalOf(database, id);
  if (row === undefined || row.state === 'ready') return;
  try {
    await keepPrepared(database, id, { ...(await preparePicture(row.original)), state: 'ready' });
  } catch (error) {
    await keepPrepared(database, id, { state: 'failed' });
    throw error;
  }
}

/** How long the queue is left to it, ms, before a picture that still waits is taken up without it. */
const LEFT_WAITING = 20_000;

/**
 * Prepares pictures that wait though the queue should have had them: a crash took the work down, or a restore left the
 * queue behind. Several servers that look at once share them out.
 */
export async function prepareLeftWaiting(database: Database, clock: () => Date): Promise<void> {
  const seen = new Set<string>();
  for (;;) {
    const id = await inTransaction({ database }, async (trx) => {
      const found = await lockWaiting(trx, new Date(clock().getTime() - LEFT_WAITING), [...seen]);
      if (found !== undefined) await preparePhoto(trx, found).catch(() => undefined);
      return found;
    });
    if (id === undefined) return;
    seen.add(id);
  }
}

export async function listPhotos(context: Context, siteId: string, query: QueryOf<Endpoints['listPhotos']>) {
  await readSite(context.database, siteId);
  const rows = await listPhotoRows(context.database, siteId, query);
  return page(rows, query.limit, (row) => [row.recordedAt, row.id]);
}

/** Draws a mark over a picture: it is added, the picture stays as it came. */
export function markPhoto(context: Context, photoId: string, body: BodyOf<Endpoints['markPhoto']>): Promise<Photo> {
  return inTransaction(context, async (trx) => {
    const find = async () => mustHave((await photosWhere(trx, { id: [photoId] }))[0], 'photograph');
    const { jobId } = await find();
    await createOnce(trx, context, 'photo mark', { ...body, photoId }, async () => {
      await refuseSigned(trx, jobId);
      await insertPhotoMark(trx, { ...body, photoId, by: context.person.id, at: context.clock() });
    });
    return find();
  });
}

/** A picture that nobody else has changed since it was read, on a job whose report is not signed. */
async function heldPhoto(trx: Transaction, id: string, version: number) {
  // The job before its pictures: a picture stays with its job, so it is known which.
  await refuseSigned(trx, mustHave(await standingPhoto(trx, id), 'photograph').jobId);
  await hold(trx, 'photos', [id]);
  const found = mustHave(await standingPhoto(trx, id), 'photograph');
  if (found.version !== version) throw outOfOrder('Somebody has filed this picture meanwhile. Load it again.');
  return found;
}

/** Files a picture to a face of its site by hand. With another face it leaves the inspection of the one before. */
export function changePhoto(context: Context, id: string, body: BodyOf<Endpoints['changePhoto']>): Promise<Photo> {
  const { version, arrayId, caption } = body;
  return inTransaction(context, async (trx) => {
    const before = await heldPhoto(trx, id, version);
    const moved = arrayId !== before.arrayId;
    if (moved) {
      const from = await readArray(trx, before.arrayId);
      const to = await readArray(trx, arrayId);
      if (from.siteId !== to.siteId) throw invalid('arrayId', 'must be an array of the same site');
      if (before.jobId) {
        const { content } = await findJob(trx, before.jobId);
        if (!content.arrays.some((array) => array.id === arrayId))
          throw invalid('arrayId', 'must be an array of the job');
      }
    }
    await updateVersioned(
      trx,
      context,
      { ...PHOTOS, id, version },
      { arrayId, caption, ...(moved ? { inspectionId: null, module: null } : {}) },
    );
    return mustHave((await photosWhere(trx, { id: [id] }))[0], 'photograph');
  });
}

/** Puts a picture aside: no list, page or paper shows it any more; who did it and why stays in the trail. */
export function removePhoto(context: Context, id: string, { version, reason }: BodyOf<Endpoints['removePhoto']>) {
  return inTransaction(context, async (trx) => {
    await heldPhoto(trx, id, version);
    await updateVersioned(trx, context, { ...PHOTOS, id, version }, { removedAt: context.clock() });
    await trail(trx, context, { record: 'photo', id, action: 'remove', change: { reason } });
    return { removed: true as const };
  });
}

export interface PhotoFile {
  bytes: Buffer;
  type: string;
  name: string;
  cache: 'ask';
}

/** The original is for the desk alone: it may carry the place where it was taken. */
export async function readPhoto(context: Context, id: string, size: PhotoSize): Promise<PhotoFile> {
  if (size === 'original' && context.person.role === 'crew') {
    throw new AppError('not-yours', 'Not yours to do', 'Originals carry their location and are kept at the desk.');
  }
  const row = mustHave(await bytesOf(context.database, id, size), 'photograph');
  const bytes = row[size];
  if (bytes === null) {
    throw new AppError(
      'not-found',
      'Not ready',
      row.state === 'failed'
        ? 'This picture could not be read. Send it again.'
        : 'The picture is still being turned upright; ask again in a moment.',
    );
  }
  return { bytes, type: size === 'original' ? row.mediaType : 'image/jpeg', name: `${id}-${size}`, cache: 'ask' };
}
