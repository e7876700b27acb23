import type { Knex } from 'knex';
import { type KeptPaper, keptPaper, type PaperCause } from '../../contract/documents/papers.ts';
import { quotesSent } from '../quotes/storage.ts';
import { reportsSigned } from '../reports/storage.ts';
import { type Connection, json, type Transaction } from '../storage/database.ts';

/** Records whose paper is kept as it went out. */
export const PAPER_RECORDS = ['quote', 'report'] as const;
export type PaperRecord = (typeof PAPER_RECORDS)[number];

/** By which column a paper belongs to its record. Which records of a kind have gone out, and their ids. */
const KEPT: Record<PaperRecord, { key: string; gone: (connection: Connection) => Knex.QueryBuilder; id: string }> = {
  quote: { key: 'quote_id', gone: quotesSent, id: 'quotes.id' },
  report: { key: 'report_id', gone: reportsSigned, id: 'reports.id' },
};
const keyOf = (record: PaperRecord, id: string) => ({ [KEPT[record].key]: id });

interface NewPaper {
  because: PaperCause;
  name: string;
  bytes: Buffer;
  sha256: string;
  /** what it was made from, apart from the bytes of pictures */
  input: unknown;
  madeAt: Date;
}

export const insertPaper = (
  trx: Transaction,
  record: PaperRecord,
  id: string,
  { input, ...row }: NewPaper,
): Promise<unknown> => trx('papers').insert({ ...row, ...keyOf(record, id), input: json(input) });

const newest = (connection: Connection, record: PaperRecord, id: string) =>
  connection('papers').where(keyOf(record, id)).orderBy('number', 'desc');

/** The paper that went out last, with its bytes. */
export const newestPaper = (
  connection: Connection,
  record: PaperRecord,
  id: string,
): Promise<{ name: string; bytes: Buffer } | undefined> => newest(connection, record, id).first('name', 'bytes');

/** What the paper of a quote that went out last was made from, and its sum. */
export const paperSent = (
  connection: Connection,
  quoteId: string,
): Promise<{ input: unknown; sha256: string } | undefined> =>
  newest(connection, 'quote', quoteId).first('input', 'sha256');

/** Of several processes that would make the paper of one record at once, one does; the others find it made. */
export const lockPaper = (trx: Transaction, recordId: string): Promise<unknown> =>
  trx.raw('select pg_advisory_xact_lock(hashtextextended(?, 0))', [recordId]);

/** The same without its bytes; null where none went out yet. */
export async function paperOf(connection: Connection, record: PaperRecord, id: string): Promise<KeptPaper | null> {
  const row = await newest(connection, record, id).first(
    'sha256',
    'madeAt',
    connection.raw('octet_length(bytes) as bytes'),
  );
  return row === undefined ? null : keptPaper.parse(row);
}

/** Quotes and reports that went out before papers were kept, a few at a time. */
export async function recordsWithoutPaper(
  connection: Connection,
  limit: number,
): Promise<{ record: PaperRecord; id: string }[]> {
  const found: { record: PaperRecord; id: string }[] = [];
  for (const record of PAPER_RECORDS) {
    const { key, gone, id: column } = KEPT[record];
    const rows: { id: string }[] = await gone(connection)
      .whereNotExists(connection('papers').whereRaw(`papers.${key} = ${column}`))
      .limit(limit)
      .select(`${column} as id`);
    found.push(...rows.map(({ id }) => ({ record, id })));
  }
  return found.slice(0, limit);
}
