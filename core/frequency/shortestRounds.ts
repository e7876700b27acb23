const DAYS = 365;

export interface Round {
  value: number;
  days: number[];
}

/**
 * The least-losing days for 1 to `most` cleanings, a closed path round the year whose arcs are the stretches between them;
 * index 0 is empty.
 * @param arcs arcs[from * 366 + length]: lost in the `length` days after a cleaning of that day
 * @param untilFirst lost before each day where it is the first of all; nothing where a year follows on itself
 * @param within the first lies within so many times the even spacing; all days are tried where it is left out
 */
export function shortestRounds(
  arcs: Float64Array,
  most: number,
  untilFirst?: Float64Array,
  within = Number.POSITIVE_INFINITY,
): (Round | undefined)[] {
  const width = DAYS + 1;
  const until = byEnd(arcs);
  const best: (Round | undefined)[] = Array.from({ length: most + 1 }, () => undefined);
  // cost[k][d]: least lost from the first cleaning to day d, where the k-th cleaning is
  const cost = Array.from({ length: most + 1 }, () => new Float64Array(DAYS));
  const before = Array.from({ length: most + 1 }, () => new Int16Array(DAYS));
  for (let first = 0; first < DAYS; first += 1) {
    for (let cleans = 1; cleans <= most && first + cleans <= DAYS && first * cleans <= within * DAYS; cleans += 1) {
      const row = cost[cleans] as Float64Array;
      const earlier = cost[cleans - 1] as Float64Array;
      const from = before[cleans] as Int16Array;
      let least = Number.POSITIVE_INFINITY;
      let last = first;
      for (let day = first + cleans - 1; day < DAYS; day += 1) {
        let value = Number.POSITIVE_INFINITY;
        if (cleans === 1) {
          value = day === first ? (untilFirst?.[first] ?? 0) : Number.POSITIVE_INFINITY;
        } else {
          const column = day * DAYS;
          for (let previous = first + cleans - 2; previous < day; previous += 1) {
            const through = (earlier[previous] as number) + (until[column + previous] as number);
            if (through < value) {
              value = through;
              from[day] = previous;
            }
          }
        }
        row[day] = value;
        const round = value + (arcs[day * width + DAYS - day + first] as number);
        if (round < least) {
          least = round;
          last = day;
        }
      }
      if (least < (best[cleans]?.value ?? Number.POSITIVE_INFINITY))
        best[cleans] = { value: least, days: walkBack(before, cleans, last) };
    }
  }
  return best;
}

/** The arcs within a year by the day on which they end, [day * 365 + from]: the search goes through them so, one beside the next. */
function byEnd(arcs: Float64Array): Float64Array {
  const until = new Float64Array(DAYS * DAYS);
  for (let from = 0; from < DAYS; from += 1)
    for (let day = from + 1; day < DAYS; day += 1)
      until[day * DAYS + from] = arcs[from * (DAYS + 1) + day - from] as number;
  return until;
}

function walkBack(before: readonly Int16Array[], cleans: number, last: number): number[] {
  const days = [last];
  for (let left = cleans; left > 1; left -= 1) days.unshift((before[left] as Int16Array)[days[0] as number] as number);
  return days;
}
