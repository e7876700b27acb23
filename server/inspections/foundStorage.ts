import type { z } from 'zod';
import type { inspectionFields } from '../../contract/inspections/endpoints.ts';
import type { Connection, Transaction } from '../storage/database.ts';

/** What of a look stands in rows of its own: soils, marks and defects, each in the order in which they were set. */
export type FoundRows = Pick<z.output<typeof inspectionFields>, 'soils' | 'marks' | 'defects'>;

/** The same as columns of a query over inspections. */
export const foundColumns = (connection: Connection) =>
  connection.raw(`
    (select coalesce(jsonb_agg(jsonb_build_object('kind', kind, 'where', lies, 'grade', grade, 'share', share, 'bond', bond)
      order by place), '[]') from inspection_soils where inspection_id = inspections.id) as soils,
    (select coalesce(jsonb_agg(jsonb_strip_nulls(jsonb_build_object('kind', kind, 'pattern', pattern, 'severity', severity,
      'modules', modules, 'cells', cells, 'bond', bond)) order by place), '[]')
      from inspection_marks where inspection_id = inspections.id) as marks,
    (select coalesce(jsonb_agg(jsonb_build_object('kind', kind, 'module', module, 'severity', severity, 'note', note)
      order by place), '[]') from inspection_defects where inspection_id = inspections.id) as defects`);

export async function insertFound(trx: Transaction, inspectionId: string, found: FoundRows): Promise<void> {
  const { soils, marks, defects } = found;
  if (soils.length > 0)
    await trx('inspection_soils').insert(
      soils.map(({ where, ...soil }, place) => ({ inspectionId, place, lies: where, ...soil })),
    );
  if (marks.length > 0)
    await trx('inspection_marks').insert(
      marks.map(({ kind, pattern, severity, modules, cells = null, bond = null }, place) => ({
        ...{ inspectionId, place, kind, pattern, severity, bond },
        modules,
        cells,
      })),
    );
  if (defects.length > 0)
    await trx('inspection_defects').insert(defects.map((defect, place) => ({ inspectionId, place, ...defect })));
}

/** Of which array a look was, and which modules it found defects on, as they lay then. */
export async function defectiveModules(
  connection: Connection,
  id: string,
): Promise<{ arrayId: string; modules: number[] } | undefined> {
  const row = await connection('inspections').where({ id }).first('arrayId');
  return row && { ...row, modules: await connection('inspection_defects').where({ inspectionId: id }).pluck('module') };
}
