import { isDeepStrictEqual } from 'node:util';
import type { BodyOf, QueryOf } from '../../contract/endpoint.ts';
import type { Inspection, inspectionsEndpoints } from '../../contract/inspections/endpoints.ts';
import type { SolarArray } from '../../contract/sites/endpoints.ts';
import { type LaidOut, layoutOf } from '../../core/sites/layout.ts';
import type { Context } from '../context.ts';
import { invalid } from '../errors.ts';
import { readArray } from '../sites/storage.ts';
import type { Connection } from '../storage/database.ts';
import { page } from '../storage/paging.ts';
import { inTransaction } from '../storage/transactions.ts';
import { childOf, createOnce, mustFind, mustHave } from '../storage/writing.ts';
import { type Amended, findInspection, insertAmendment, insertInspection, listInspectionRows } from './storage.ts';

type Endpoints = typeof inspectionsEndpoints;

export async function readInspection(connection: Connection, id: string): Promise<Inspection> {
  return mustHave(await findInspection(connection, id), 'inspection');
}

/**
 * Refuses a defect or a mark on a module that is not there, naming the field. What was set on an earlier drawing is
 * held against that one: its modules may have been taken from the roof since.
 */
function refuseStray(array: SolarArray, layout: LaidOut, { defects, marks }: Pick<Inspection, 'defects' | 'marks'>) {
  const earlier = !isDeepStrictEqual(layout, layoutOf(array));
  const holes = new Set(earlier ? [] : array.missing);
  const stray = (module: number) => module >= layout.rows * layout.columns || holes.has(module);
  const defect = defects.findIndex(({ module }) => stray(module));
  if (defect >= 0) throw invalid(`defects.${defect}.module`, 'must be a module of this array');
  marks.forEach(({ modules }, index) => {
    const at = modules.findIndex(stray);
    if (at >= 0) throw invalid(`marks.${index}.modules.${at}`, 'must be a module of this array');
  });
}

/** Records what was seen. From here on it is evidence: it can be amended, not changed. */
export function recordInspection(context: Context, arrayId: string, body: BodyOf<Endpoints['recordInspection']>) {
  return inTransaction(context, async (trx) => {
    const array = await readArray(trx, arrayId);
    const { id, inspectedAt, layout = layoutOf(array), ...found } = body;
    refuseStray(array, layout, body);
    await createOnce(trx, context, 'inspection', body, () =>
      insertInspection(trx, {
        id,
        arrayId,
        inspectedAt,
        found,
        layout,
        by: context.person.id,
        recordedAt: context.clock(),
      }),
    );
    return childOf({ arrayId }, await readInspection(trx, id));
  });
}

export async function listInspections(context: Context, arrayId: string, query: QueryOf<Endpoints['listInspections']>) {
  await readArray(context.database, arrayId);
  const rows = await listInspectionRows(context.database, arrayId, query);
  return page(rows, query.limit, (row) => [row.inspectedAt, row.id]);
}

/** Adds who, when, what and why to a record that itself stays as it was. @returns whether this call added it */
export async function addAmendment(
  context: Context,
  connection: Connection,
  of: Amended,
  body: { id: string; text: string; reason: string },
): Promise<boolean> {
  return inTransaction({ database: connection }, async (trx) => {
    const record = 'reportId' in of ? 'report amendment' : 'inspection amendment';
    const made = await createOnce(trx, context, record, body, () =>
      insertAmendment(trx, of, { ...body, by: context.person.id, at: context.clock() }),
    );
    childOf(of, await mustFind<object>(trx, 'amendments', body.id, 'amendment'));
    return made;
  });
}

export function amendInspection(context: Context, id: string, body: BodyOf<Endpoints['amendInspection']>) {
  return inTransaction(context, async (trx) => {
    await readInspection(trx, id);
    await addAmendment(context, trx, { inspectionId: id }, body);
    return readInspection(trx, id);
  });
}
