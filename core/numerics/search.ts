/**
 * Halves a stretch until the place where `below` turns from true to false is known.
 * @param below true of everything up to the place, false from there on
 * @param steps halvings; 60 bring any stretch of everyday numbers to the last digit
 * @returns the middle of what is left
 */
export function bisect(low: number, high: number, below: (at: number) => boolean, steps = 60): number {
  let [from, to] = [low, high];
  for (let step = 0; step < steps; step += 1) {
    const middle = (from + to) / 2;
    if (middle === from || middle === to) break;
    if (below(middle)) from = middle;
    else to = middle;
  }
  return (from + to) / 2;
}

/**
 * The stretch of rising numbers in which a value lies.
 * @param rising at least two
 * @returns place of its left end, 0 to `rising.length - 2`; values outside belong to the first or the last stretch
 */
export function stretchOf(rising: ArrayLike<number>, value: number): number {
  let low = 0;
  let high = rising.length - 1;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if ((rising[middle] as number) <= value) low = middle;
    else high = middle;
  }
  return low;
}
