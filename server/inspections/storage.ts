import type { z } from 'zod';
import { amendment, type Inspection, inspectionFields, type Photo } from '../../contract/inspections/endpoints.ts';
import { asItLies } from '../../core/inspections/asItLies.ts';
import { type LaidGrid, type LaidOut, movedIndex } from '../../core/sites/layout.ts';
import { withPerson } from '../people/names.ts';
import { arraysOf } from '../sites/storage.ts';
import { type Connection, json, type Transaction } from '../storage/database.ts';
import { newestOf } from '../storage/newest.ts';
import { newestFirst, type PageQuery } from '../storage/paging.ts';
import { type FoundRows, foundColumns, insertFound } from './foundStorage.ts';
import { photosWhere } from './photoStorage.ts';

/** What a look found, as far as it does not stand in rows of its own. */
interface InspectionRow extends FoundRows {
  id: string;
  arrayId: string;
  inspectedAt: string;
  found: Record<string, unknown>;
  /** how the modules lay on the drawing it was made on */
  layout: Pick<LaidOut, 'columns' | 'origin'>;
  by: string;
  recordedAt: string;
}

interface NewInspection {
  id: string;
  arrayId: string;
  inspectedAt: string;
  found: Omit<z.output<typeof inspectionFields>, 'inspectedAt'>;
  layout: LaidOut;
  by: string;
  recordedAt: Date;
}

export async function insertInspection(trx: Transaction, { found, layout, ...row }: NewInspection): Promise<void> {
  const { soils, marks, defects, ...rest } = found;
  await trx('inspections').insert({ ...row, found: json(rest), layout: json(layout) });
  await insertFound(trx, row.id, { soils, marks, defects });
}

/** What is amended: one of the two, by a key that the database holds to. */
export type Amended = { inspectionId: string } | { reportId: string };

interface NewAmendment {
  id: string;
  text: string;
  reason: string;
  by: string;
  at: Date;
}

export const insertAmendment = (trx: Transaction, of: Amended, row: NewAmendment): Promise<unknown> =>
  trx('amendments').insert({ ...row, ...of });

export async function amendmentsOf(connection: Connection, key: 'inspection_id' | 'report_id', ids: string[]) {
  const rows = await withPerson(connection('amendments'), 'amendments.by')
    .whereIn(key, ids)
    .orderBy('amendments.at')
    .select(
      'amendments.id',
      'amendments.at',
      'amendments.text',
      'amendments.reason',
      `amendments.${key} as recordId`,
      'people.name as by',
    );
  return rows.map((row) => ({ recordId: row.recordId as string, ...amendment.parse(row) }));
}

/** A picture of a module, by its number now; of none where it is on the roof no more. */
function asPinned(photo: Photo, { layout }: InspectionRow, now: LaidGrid | undefined): Photo {
  if (photo.module === null || now === undefined) return photo;
  return { ...photo, module: movedIndex(layout, now)(photo.module) };
}

/** What was found, on the modules as they are numbered now. */
function asFound(row: InspectionRow, now: LaidGrid | undefined) {
  const { soils, marks, defects, inspectedAt } = row;
  const found = inspectionFields.parse({ ...row.found, soils, marks, defects, inspectedAt });
  return now === undefined ? { ...found, gone: 0 } : { ...found, ...asItLies(found, row.layout, now) };
}

async function assemble(connection: Connection, rows: InspectionRow[]): Promise<Inspection[]> {
  const ids = rows.map(({ id }) => id);
  const amendments = await amendmentsOf(connection, 'inspection_id', ids);
  const photos = await photosWhere(connection, { inspectionId: ids });
  const arrays = await arraysOf(
    connection,
    rows.map(({ arrayId }) => arrayId),
  );
  const grids = new Map(arrays.map((array) => [array.id, { ...array, origin: array.drawing.origin }]));
  return rows.map((row) => ({
    ...asFound(row, grids.get(row.arrayId)),
    id: row.id,
    arrayId: row.arrayId,
    by: row.by,
    recordedAt: row.recordedAt,
    amendments: amendments.filter(({ recordId }) => recordId === row.id).map(({ recordId: _, ...rest }) => rest),
    photos: photos
      .filter(({ inspectionId }) => inspectionId === row.id)
      .map((photo) => asPinned(photo, row, grids.get(row.arrayId))),
  }));
}

const inspections = (connection: Connection) =>
  withPerson(connection('inspections'), 'inspections.by').select(
    'inspections.*',
    'people.name as by',
    foundColumns(connection),
  );

/** One more than a page of an array's inspections, newest first. */
export async function listInspectionRows(
  connection: Connection,
  arrayId: string,
  query: PageQuery,
): Promise<Inspection[]> {
  const own = inspections(connection).where({ arrayId });
  return assemble(connection, await newestFirst(own, 'inspections.inspected_at', 'inspections.id', query));
}

/** A look with what was found, on the modules as they are numbered now, and whose eye it was. */
export interface Look
  extends Pick<
    Inspection,
    'id' | 'inspectedAt' | 'soils' | 'marks' | 'wipeTest' | 'reading' | 'testPatch' | 'lastWashed' | 'fittings'
  > {
  /** the id of a person */
  by: string;
}

/** Looks that found something fitted loose, the last first. */
export const looksThatFoundLoose = (
  connection: Connection,
  limit: number,
): Promise<{ arrayId: string; inspectedAt: string }[]> =>
  connection('inspections')
    .whereRaw(`found @> '{"fittings": [{"found": "loose"}]}'::jsonb`)
    .orderBy('inspectedAt', 'desc')
    .limit(limit)
    .select('arrayId', 'inspectedAt');

/** Every look at an array from a date on, oldest first, without pictures and amendments. */
export async function looksSince(connection: Connection, arrayId: string, since: string): Promise<Look[]> {
  const rows: InspectionRow[] = await connection('inspections')
    .where({ arrayId })
    .where('inspectedAt', '>=', since)
    .orderBy(['inspectedAt', 'id'])
    .select('*', foundColumns(connection));
  const [array] = await arraysOf(connection, [arrayId]);
  const now = array && { ...array, origin: array.drawing.origin };
  return rows.map((row) => {
    const { soils, marks, wipeTest, reading, testPatch, lastWashed, fittings } = asFound(row, now);
    return {
      id: row.id,
      by: row.by,
      inspectedAt: row.inspectedAt,
      soils,
      marks,
      wipeTest,
      reading,
      testPatch,
      lastWashed,
      fittings,
    };
  });
}

export async function findInspection(connection: Connection, id: string): Promise<Inspection | undefined> {
  const [found] = await assemble(connection, await inspections(connection).where({ 'inspections.id': id }));
  return found;
}

export async function lastInspection(connection: Connection, arrayId: string): Promise<Inspection | undefined> {
  const [found] = await listInspectionRows(connection, arrayId, { limit: 1 });
  return found;
}

/** When each of some arrays was last looked at. */
export const newestLooks = (
  connection: Connection,
  arrayIds: readonly string[],
): Promise<{ arrayId: string; id: string; inspectedAt: string }[]> =>
  newestOf(connection, 'inspections', { by: 'array_id', order: 'inspected_at', ids: arrayIds }, 'id, inspected_at');

/** Every look at some arrays as it is stored, oldest first. */
export async function recordedInspections(
  connection: Connection,
  arrayIds: readonly string[],
): Promise<Record<string, unknown>[]> {
  const rows: InspectionRow[] = await connection('inspections')
    .whereIn('arrayId', arrayIds)
    .orderBy('inspectedAt')
    .select('*', foundColumns(connection));
  return rows.map(({ soils, marks, defects, ...row }) => ({ ...row, found: { ...row.found, soils, marks, defects } }));
}
