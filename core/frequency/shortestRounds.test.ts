import { expect } from 'chai';
import { seededRandom } from '../statistics/random.ts';
import { type Round, shortestRounds } from './shortestRounds.ts';

const DAYS = 365;
const WIDTH = DAYS + 1;

/** Whole numbers, so that rounds lose alike and every sum is exact; what a day loses is drawn, and more the longer ago it was washed. */
function arcsOf(seed: number): { arcs: Float64Array; untilFirst: Float64Array } {
  const random = seededRandom(seed);
  const worth = Array.from({ length: DAYS }, () => Math.floor(4 * random()));
  const left = Array.from({ length: DAYS }, () => Math.floor(30 * random()));
  const arcs = new Float64Array(DAYS * WIDTH);
  for (let from = 0; from < DAYS; from += 1)
    for (let length = 1; length <= DAYS; length += 1)
      arcs[from * WIDTH + length] =
        (arcs[from * WIDTH + length - 1] ?? 0) +
        (worth[(from + length - 1) % DAYS] ?? 0) * ((left[from] ?? 0) + length);
  const untilFirst = new Float64Array(DAYS);
  for (let day = 1; day < DAYS; day += 1)
    untilFirst[day] = (untilFirst[day - 1] ?? 0) + (worth[day - 1] ?? 0) * (60 + day);
  return { arcs, untilFirst };
}

/** What a round loses, stretch by stretch. */
const lostBy = (arcs: Float64Array, untilFirst: Float64Array | undefined, days: readonly number[]): number =>
  days.reduce(
    (sum, day, at) => sum + (arcs[day * WIDTH + ((days[at + 1] ?? (days[0] ?? 0) + DAYS) - day)] ?? 0),
    untilFirst?.[days[0] ?? 0] ?? 0,
  );

/** Every choice of up to three days is tried. */
function everyRound(arcs: Float64Array, untilFirst: Float64Array | undefined, within: number): Round[] {
  const best = [1, 2, 3].map((): Round => ({ value: Number.POSITIVE_INFINITY, days: [] }));
  const tried = (days: number[]) => {
    const known = best[days.length - 1];
    const value = lostBy(arcs, untilFirst, days);
    if (known && value < known.value && (days[0] ?? 0) * days.length <= within * DAYS)
      Object.assign(known, { value, days });
  };
  for (let first = 0; first < DAYS; first += 1) {
    tried([first]);
    for (let second = first + 1; second < DAYS; second += 1) {
      tried([first, second]);
      for (let third = second + 1; third < DAYS; third += 5) tried([first, second, third]);
    }
  }
  return best;
}

describe('the shortest rounds of a year', () => {
  for (const [name, seed, begins, within] of [
    ['of a year that follows on itself', 1, false, Number.POSITIVE_INFINITY],
    ['of a year that begins with what lies there', 2, true, Number.POSITIVE_INFINITY],
    ['whose first lies early', 3, true, 0.3],
    ['of a year that follows on itself, whose first lies early', 4, false, 0.5],
  ] as const)
    it(`${name} lose no more than any other choice of days`, () => {
      const { arcs, untilFirst } = arcsOf(seed);
      const until = begins ? untilFirst : undefined;
      const rounds = shortestRounds(arcs, 5, until, within);
      const [one, two, three] = everyRound(arcs, until, within);
      expect(rounds[1]).to.eql(one);
      expect(rounds[2]?.value).to.equal(two?.value);
      expect(rounds[3]?.value).to.be.at.most(three?.value ?? 0);
      for (const cleans of [1, 2, 3, 4, 5]) {
        const round = rounds[cleans];
        expect(round?.days).to.have.lengthOf(cleans);
        expect(lostBy(arcs, until, round?.days ?? [])).to.equal(round?.value);
        expect((round?.days[0] ?? DAYS) * cleans).to.be.at.most(within * DAYS);
      }
    });

  it('hold as many days as a year has at most', () => {
    const { arcs } = arcsOf(5);
    expect(shortestRounds(arcs, 0)).to.eql([undefined]);
    expect(shortestRounds(arcs, 1, undefined, 0)[1]?.days).to.eql([0]);
  });

  it('begin on the earliest of days that lose alike', () => {
    expect(shortestRounds(new Float64Array(DAYS * WIDTH), 3).map((round) => round?.days)).to.eql([
      undefined,
      [0],
      [0, 1],
      [0, 1, 2],
    ]);
  });
});
