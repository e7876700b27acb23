const DAYS = 365;
const WIDTH = DAYS + 1;

export interface Round {
  value: number;
  days: number[];
}

/**
 * The least-losing days for 1 to `most` cleanings, a closed path round the year whose arcs are the stretches between them;
 * index 0 is empty.
 * @param arcs arcs[from * 366 + length]: lost in the `length` days after a cleaning of that day; more days never lose less
 * @param untilFirst lost before each day where it is the first of all; nothing where a year follows on itself
 * @param within the first lies within so many times the even spacing; all days are tried where it is left out
 */
export function shortestRounds(
  arcs: Float64Array,
  most: number,
  untilFirst?: Float64Array,
  within = Number.POSITIVE_INFINITY,
): (Round | undefined)[] {
  const bounds = lowestRounds(arcs, most, untilFirst, within);
  const search = newSearch(arcs, most);
  const { best } = search;
  const gone = new Uint8Array(DAYS);
  const promising = bounds.slice(1).map((row) => row.indexOf(Math.min(...row)));
  for (const first of [...promising, ...Array(DAYS).keys()]) {
    const mayBeBest = (row: Float64Array, cleans: number) =>
      Number.isFinite(row[first]) &&
      (row[first] as number) <= (best[cleans]?.value ?? Number.POSITIVE_INFINITY) * (1 + ROUNDED);
    const upTo = bounds.findLastIndex(mayBeBest);
    if (upTo <= (gone[first] as number)) continue;
    gone[first] = upTo;
    goRound(search, first, upTo, untilFirst?.[first] ?? 0);
  }
  return best;
}

/** First days whose rounds are held to be no dearer than one bound together. */
const TOGETHER = 32;
/** By which share sums of the same arcs in another order may differ. */
const ROUNDED = 1e-9;

/**
 * bounds[cleans][first]: what no round of so many cleanings that begins there falls below; most first days are never gone
 * through for it. The way back from the end of the year, whose last stretch ends where the first of some days together
 * begins.
 */
function lowestRounds(
  arcs: Float64Array,
  most: number,
  untilFirst: Float64Array | undefined,
  within: number,
): Float64Array[] {
  const bounds = Array.from({ length: most + 1 }, () => new Float64Array(DAYS).fill(Number.POSITIVE_INFINITY));
  for (let start = 0; start < DAYS; start += TOGETHER) {
    // rest[day]: least lost from a cleaning of that day to the end, with as many cleanings as have been gone through
    let rest = new Float64Array(DAYS);
    for (let day = start; day < DAYS; day += 1) rest[day] = arcs[day * WIDTH + DAYS - day + start] as number;
    for (let cleans = 1; cleans <= most && start * cleans <= within * DAYS; cleans += 1) {
      if (cleans > 1) rest = oneMoreBefore(arcs, rest, start);
      const row = bounds[cleans] as Float64Array;
      for (let first = start; first < Math.min(DAYS, start + TOGETHER); first += 1)
        if (first * cleans <= within * DAYS) row[first] = (untilFirst?.[first] ?? 0) + (rest[first] as number);
    }
  }
  return bounds;
}

function oneMoreBefore(arcs: Float64Array, rest: Float64Array, start: number): Float64Array<ArrayBuffer> {
  const before = new Float64Array(DAYS).fill(Number.POSITIVE_INFINITY);
  for (let day = start; day < DAYS; day += 1) {
    const row = day * WIDTH - day;
    let least = Number.POSITIVE_INFINITY;
    for (let next = day + 1; next < DAYS; next += 1) {
      const through = (arcs[row + next] as number) + (rest[next] as number);
      if (through < least) least = through;
    }
    before[day] = least;
  }
  return before;
}

interface Search {
  arcs: Float64Array;
  /** the same by their ends */
  until: Float64Array;
  best: (Round | undefined)[];
  /** cost[cleans][day]: least lost from the first cleaning to that day, where the last of them is */
  cost: Float64Array[];
  /** the cleaning before that one */
  before: Int16Array[];
}

const newSearch = (arcs: Float64Array, most: number): Search => ({
  arcs,
  until: byEnd(arcs),
  best: Array.from({ length: most + 1 }, () => undefined),
  cost: Array.from({ length: most + 1 }, () => new Float64Array(DAYS)),
  before: Array.from({ length: most + 1 }, () => new Int16Array(DAYS)),
});

/** All rounds that begin on a day. @param lost until then */
function goRound({ arcs, until, best, cost, before }: Search, first: number, upTo: number, lost: number): void {
  for (let cleans = 1; cleans <= upTo; cleans += 1) {
    const row = cost[cleans] as Float64Array;
    const earlier = cost[cleans - 1] as Float64Array;
    const from = before[cleans] as Int16Array;
    let least = Number.POSITIVE_INFINITY;
    let last = first;
    for (let day = first + cleans - 1; day < DAYS; day += 1) {
      let value = Number.POSITIVE_INFINITY;
      if (cleans === 1) {
        value = day === first ? lost : Number.POSITIVE_INFINITY;
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
      const round = value + (arcs[day * WIDTH + DAYS - day + first] as number);
      if (round < least) {
        least = round;
        last = day;
      }
    }
    const known = best[cleans];
    const value = known?.value ?? Number.POSITIVE_INFINITY;
    if (least < value || (least === value && first < (known?.days[0] ?? 0)))
      best[cleans] = { value: least, days: walkBack(before, cleans, last) };
  }
}

/** The arcs within a year by the day on which they end, [day * 365 + from]: the search goes through them so, one beside the next. */
function byEnd(arcs: Float64Array): Float64Array {
  const until = new Float64Array(DAYS * DAYS);
  for (let from = 0; from < DAYS; from += 1)
    for (let day = from + 1; day < DAYS; day += 1) until[day * DAYS + from] = arcs[from * WIDTH + day - from] as number;
  return until;
}

function walkBack(before: readonly Int16Array[], cleans: number, last: number): number[] {
  const days = [last];
  for (let left = cleans; left > 1; left -= 1) days.unshift((before[left] as Int16Array)[days[0] as number] as number);
  return days;
}
