const DAY = 86_400_000;

/**
 * The days on which the visits of a year fall due, the first on the day that was agreed and the others apart as the plan
 * has them; where the plan does not say, evenly.
 * @param first ISO date
 * @param days of the visits in the plan's year, 0 to 364, ascending; their number has to be `visits`, else they are not used
 */
export function visitDates(first: string, visits: number, days: readonly number[]): string[] {
  const start = days.length === visits ? (days[0] ?? 0) : 0;
  const apart = (visit: number) =>
    days.length === visits ? (days[visit] ?? 0) - start : Math.round((365 / visits) * visit);
  return Array.from({ length: visits }, (_, visit) =>
    new Date(Date.parse(first) + apart(visit) * DAY).toISOString().slice(0, 10),
  );
}
