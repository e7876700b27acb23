import type { PriceBook } from './book.ts';
import type { QuoteLine } from './lines.ts';

/** What of a visit the road makes up: minutes of the whole visit and of those on the road. */
export interface RoadOfVisit {
  minutes: number;
  travelMinutes: number;
}

/**
 * What a visit is asked less where some sites are washed on one day and the road there is driven once for all of them: its share of
 * the kilometres and, where the work is charged by hours, of the time on the road. Minor units before tax.
 * @param lines as they were computed @param sites that are washed on the day, this one among them
 */
export function roadShared(
  lines: readonly Pick<QuoteLine, 'key' | 'amount'>[],
  { minutes, travelMinutes }: RoadOfVisit,
  { basis }: Pick<PriceBook, 'basis'>,
  sites: number,
): number {
  if (sites < 2) return 0;
  const of = (key: QuoteLine['key']) => lines.find((line) => line.key === key)?.amount ?? 0;
  const byHours = basis === 'hour' || basis === 'cost';
  const road = of('travel') + (byHours && minutes > 0 ? (of('labour') * travelMinutes) / minutes : 0);
  return Math.round(road * (1 - 1 / sites));
}
