import type { Connection, Transaction } from '../storage/database.ts';

export interface NewAgreement {
  id: string;
  siteId: string;
  quoteId: string;
  visits: number;
  begins: string;
  madeAt: Date;
}

export const insertAgreement = (trx: Transaction, row: NewAgreement): Promise<unknown> => trx('agreements').insert(row);

export const insertVisits = (
  trx: Transaction,
  rows: { agreementId: string; number: number; due: string; jobId: string }[],
): Promise<unknown> => trx('visits').insert(rows);

/** Every agreement of a site and its visits, as they are stored. */
export const recordedAgreements = (connection: Connection, siteId: string): Promise<{ id: string }[]> =>
  connection('agreements').where({ siteId }).orderBy('madeAt');
export const recordedVisits = (connection: Connection, agreementIds: readonly string[]): Promise<unknown[]> =>
  connection('visits').whereIn('agreementId', agreementIds).orderBy(['agreementId', 'number']);
