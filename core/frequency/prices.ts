/**
 * Between which prices of a visit a number of them stays the best: what is lost with a few more or a few less, over how many
 * more or less they are.
 * @param options by their number, from none on; what is lost in a year with each
 * @returns money of one visit; null where there are no more or no fewer to compare, or more of them never pay
 */
export function pricesOfChange(
  options: readonly { lostValue: number }[],
  best: number,
): { moreUnder: number | null; fewerOver: number | null } {
  const lost = (visits: number) => options[visits]?.lostValue ?? 0;
  const numbers = options.map((_, visits) => visits);
  const more = numbers.filter((visits) => visits > best).map((visits) => (lost(best) - lost(visits)) / (visits - best));
  const fewer = numbers
    .filter((visits) => visits < best)
    .map((visits) => (lost(visits) - lost(best)) / (best - visits));
  const moreUnder = Math.max(0, ...more);
  return {
    moreUnder: more.length > 0 && moreUnder > 0 ? moreUnder : null,
    fewerOver: fewer.length > 0 ? Math.min(...fewer) : null,
  };
}

/** What one visit more and one fewer than a number add to the year's total; null where there is none to compare. */
export function oneBeside(
  options: readonly { total: number }[],
  visits: number,
): { oneMore: number | null; oneFewer: number | null } {
  const own = options[visits]?.total ?? 0;
  const over = (other: number) => {
    const option = options[other];
    return option === undefined ? null : option.total - own;
  };
  return { oneMore: over(visits + 1), oneFewer: over(visits - 1) };
}

/** The number of visits a year with the least total at other prices than they were found at; of two alike the fewer. @param price of one visit where there are so many */
export function bestAt(options: readonly { lostValue: number }[], price: (visits: number) => number): number {
  const total = (visits: number) => (options[visits]?.lostValue ?? 0) + (visits === 0 ? 0 : visits * price(visits));
  return options.reduce((best, _, visits) => (total(visits) < total(best) ? visits : best), 0);
}
