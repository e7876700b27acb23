import type { Transaction } from '../storage/database.ts';

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
