import { amendment, type Inspection, inspectionFields, type Photo } from '../../contract/inspections/endpoints.ts';
import type { LaidOut } from '../../contract/sites/sheet.ts';
import { asItLies } from '../../core/inspections/asItLies.ts';
import { type LaidGrid, movedIndex } from '../../core/sites/layout.ts';
import { withPerson } from '../people/names.ts';
import { arraysOf } from '../sites/storage.ts';
import { type Connection, json, type Transaction } from '../storage/database.ts';
import { newestOf } from '../storage/newest.ts';
import { newestFirst, type PageQuery } from '../storage/paging.ts';
import { photosWhere } from './photoStorage.ts';

interface InspectionRow {
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
  found: unknown;
  layout: LaidOut;
  by: string;
  recordedAt: Date;
}

export const insertInspection = (trx: Transaction, { found, layout, ...row }: NewInspection): Promise<unknown> =>
  trx('inspections').insert({ ...row, found: json(found), layout: json(layout) });

interface NewAmendment {
  id: string;
  record: 'inspection' | 'report';
  recordId: string;
  text: string;
  reason: string;
  by: string;
  at: Date;
}

export const insertAmendment = (trx: Transaction, row: NewAmendment): Promise<unknown> => trx('amendments').insert(row);

export async function amendmentsOf(connection: Connection, record: string, ids: string[]) {
  const rows = await withPerson(connection('amendments'), 'amendments.by')
    .where({ record })
    .whereIn('record_id', ids)
    .orderBy('amendments.at')
    .select(
      'amendments.id',
      'amendments.at',
      'amendments.text',
      'amendments.reason',
      'amendments.record_id',
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
  const found = inspectionFields.parse({ ...row.found, inspectedAt: row.inspectedAt });
  return now === undefined ? { ...found, gone: 0 } : { ...found, ...asItLies(found, row.layout, now) };
}

async function assemble(connection: Connection, rows: InspectionRow[]): Promise<Inspection[]> {
  const ids = rows.map(({ id }) => id);
  const amendments = await amendmentsOf(connection, 'inspection', ids);
  const photos = await photosWhere(connection, { inspectionId: ids });
  const arrays = await arraysOf(
    connection,
    rows.map(({ arrayId }) => arrayId),
  );
  const grids = new Map(arrays.map((array) => [array.id, { ...array, origin: array.sheet.origin }]));
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
  withPerson(connection('inspections'), 'inspections.by').select('inspections.*', 'people.name as by');

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
    'id' | 'inspectedAt' | 'soils' | 'marks' | 'wipeTest' | 'reading' | 'testPatch' | 'lastWashed'
  > {
  /** the id of a person */
  by: string;
}

/** Every look at an array from a date on, oldest first, without pictures and amendments. */
export async function looksSince(connection: Connection, arrayId: string, since: string): Promise<Look[]> {
  const rows: InspectionRow[] = await connection('inspections')
    .where({ arrayId })
    .where('inspectedAt', '>=', since)
    .orderBy(['inspectedAt', 'id']);
  const [array] = await arraysOf(connection, [arrayId]);
  const now = array && { ...array, origin: array.sheet.origin };
  return rows.map((row) => {
    const { soils, marks, wipeTest, reading, testPatch, lastWashed } = asFound(row, now);
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
export const recordedInspections = (connection: Connection, arrayIds: readonly string[]): Promise<unknown[]> =>
  connection('inspections').whereIn('arrayId', arrayIds).orderBy('inspectedAt');

/** The moment of the last look of each array, for whoever joins it. */
export const lastLooks = (connection: Connection) =>
  connection('inspections').groupBy('array_id').select('array_id').max('inspected_at as last_look');
