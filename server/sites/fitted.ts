import { type FaceDrawing, MOST_THINGS } from '../../contract/sites/drawing.ts';
import type { FittedKind } from '../../core/fittings/kinds.ts';
import { pipesDrawn } from '../../core/spray/overFace.ts';
import { invalid } from '../errors.ts';
import { json, type Transaction } from '../storage/database.ts';
import { updateVersioned, type Writer } from '../storage/writing.ts';
import { lockArray } from './storage.ts';

/** As many as a drawing holds. */
const MOST_FITTED = 20;

/** Notes on the drawing of an array what was put up on its rows; what stands there for that day already is not noted twice. */
export async function noteFitted(
  trx: Transaction,
  writer: Writer,
  arrayId: string,
  putUp: FaceDrawing['fitted'],
): Promise<void> {
  const { drawing, version } = await lockArray(trx, arrayId);
  const known = ({ kind, since }: FaceDrawing['fitted'][number]) =>
    drawing.fitted.some((one) => one.kind === kind && one.since === since);
  const fresh = putUp.filter((one) => !known(one)).slice(0, MOST_FITTED - drawing.fitted.length);
  if (fresh.length === 0) return;
  // What stood on the same rows before is what was put up in its place.
  const renewed = (kind: FittedKind) => fresh.filter((one) => one.kind === kind).flatMap(({ rows }) => rows);
  const before = drawing.fitted
    .map((one) => ({ ...one, rows: one.rows.filter((row) => !renewed(one.kind).includes(row)) }))
    .filter(({ rows }) => rows.length > 0);
  const row = { table: 'arrays', record: 'array', id: arrayId, version };
  await updateVersioned(trx, writer, row, { drawing: json({ ...drawing, fitted: [...before, ...fresh] }) });
}

/** Draws a spray line on the drawing of an array as it is usually laid; where one is drawn already it stays as it is. */
export async function drawLine(trx: Transaction, writer: Writer, arrayId: string): Promise<void> {
  const { drawing, version, ...face } = await lockArray(trx, arrayId);
  if (drawing.things.some(({ kind }) => kind === 'spray-line')) return;
  const pipes = pipesDrawn({ ...face, origin: drawing.origin }).map((pipe) => ({ ...pipe, label: '' }));
  const things = [...drawing.things, ...pipes];
  if (things.length > MOST_THINGS)
    throw invalid(
      'arrays',
      `${face.name} has as much drawn on it as it holds: take something out of its drawing first`,
    );
  const row = { table: 'arrays', record: 'array', id: arrayId, version };
  await updateVersioned(trx, writer, row, { drawing: json({ ...drawing, things }) });
}
