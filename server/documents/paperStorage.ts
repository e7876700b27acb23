import { type KeptPaper, keptPaper, type PaperCause } from '../../contract/documents/papers.ts';
import { type Connection, json, type Transaction } from '../storage/database.ts';

/** Records whose paper is kept as it went out. */
export type PaperRecord = 'quote' | 'report';

/** By which column a paper belongs to its record. */
const KEYS: Record<PaperRecord, string> = { quote: 'quote_id', report: 'report_id' };
const keyOf = (record: PaperRecord, id: string) => ({ [KEYS[record]]: id });

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

/** The same without its bytes; null where none went out yet. */
export async function paperOf(connection: Connection, record: PaperRecord, id: string): Promise<KeptPaper | null> {
  const row = await newest(connection, record, id).first(
    'sha256',
    'madeAt',
    connection.raw('octet_length(bytes) as bytes'),
  );
  return row === undefined ? null : keptPaper.parse(row);
}
