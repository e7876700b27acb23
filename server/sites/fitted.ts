import { MOST_THINGS, type RoofSheet } from '../../contract/sites/sheet.ts';
import type { FittedKind } from '../../core/fittings/kinds.ts';
import { pipesDrawn } from '../../core/spray/overFace.ts';
import { invalid } from '../errors.ts';
import { json, type Transaction } from '../storage/database.ts';
import { updateVersioned, type Writer } from '../storage/writing.ts';
import { lockArray } from './storage.ts';

/** As many as a sheet holds. */
const MOST_FITTED = 20;

/** Notes on the sheet of an array what was put up on its rows; what stands there for that day already is not noted twice. */
export async function noteFitted(
  trx: Transaction,
  writer: Writer,
  arrayId: string,
  putUp: RoofSheet['fitted'],
): Promise<void> {
  const { sheet, version } = await lockArray(trx, arrayId);
  const known = ({ kind, since }: RoofSheet['fitted'][number]) =>
    sheet.fitted.some((one) => one.kind === kind && one.since === since);
  const fresh = putUp.filter((one) => !known(one)).slice(0, MOST_FITTED - sheet.fitted.length);
  if (fresh.length === 0) return;
  // What stood on the same rows before is what was put up in its place.
  const renewed = (kind: FittedKind) => fresh.filter((one) => one.kind === kind).flatMap(({ rows }) => rows);
  const before = sheet.fitted
    .map((one) => ({ ...one, rows: one.rows.filter((row) => !renewed(one.kind).includes(row)) }))
    .filter(({ rows }) => rows.length > 0);
  const row = { table: 'arrays', record: 'array', id: arrayId, version };
  await updateVersioned(trx, writer, row, { sheet: json({ ...sheet, fitted: [...before, ...fresh] }) });
}

/** Draws a spray line on the sheet of an array as it is usually laid; where one is drawn already it stays as it is. */
export async function drawLine(trx: Transaction, writer: Writer, arrayId: string): Promise<void> {
  const { sheet, version, ...face } = await lockArray(trx, arrayId);
  if (sheet.things.some(({ kind }) => kind === 'spray-line')) return;
  const pipes = pipesDrawn({ ...face, origin: sheet.origin }).map((pipe) => ({ ...pipe, label: '' }));
  const things = [...sheet.things, ...pipes];
  if (things.length > MOST_THINGS)
    throw invalid(
      'arrays',
      `${face.name} has as much drawn on it as it holds: take something out of its drawing first`,
    );
  const row = { table: 'arrays', record: 'array', id: arrayId, version };
  await updateVersioned(trx, writer, row, { sheet: json({ ...sheet, things }) });
}
