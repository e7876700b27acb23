import { isDeepStrictEqual } from 'node:util';
import type { Company } from '../../contract/company/endpoints.ts';
import { PLAIN_TERMS } from '../../core/quotes/book.ts';
import { pricesOf, readCompany } from '../company/useCases.ts';
import { pricesOfPlan } from '../plans/storage.ts';
import type { Connection } from '../storage/database.ts';

/** What water costs, as a plan takes it. */
export const waterPrices = ({ water }: Pick<Company, 'water'>) => ({
  sourcePer1000: water.sourcePer1000,
  boughtPer1000: water.boughtPer1000,
  resinPerLitre: water.resinPerLitre,
  osmosisPer1000: water.osmosisPer1000,
});

/** What books of before did not have, or had and no longer do. */
const USUAL = { ...PLAIN_TERMS, markUp: 0 };

/** Whether a plan was made with other prices, or other costs that they follow from, than those of today. */
export async function isAtOtherPrices(connection: Connection, planId: string): Promise<boolean> {
  const then = await pricesOfPlan(connection, planId);
  const company = await readCompany({ database: connection });
  const work = await pricesOf(connection, company);
  const water = waterPrices(company);
  return !isDeepStrictEqual({ ...USUAL, ...then.work, water: then.water }, { ...USUAL, ...work, water });
}
