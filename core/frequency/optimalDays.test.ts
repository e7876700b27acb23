import { expect } from 'chai';
import fc from 'fast-check';
import { soilingByRate } from '../soiling/rate.ts';
import { seededRandom } from '../statistics/random.ts';
import { type FrequencyInput, optimalDays } from './optimalDays.ts';

const DAYS = 365;

/** Lost in a year with cleanings on these days, walked with the rate model itself. */
function walked(input: FrequencyInput, days: readonly number[]): number {
  const start = days[0] ?? 0;
  const roll = <T>(values: readonly T[]): T[] => [...values.slice(start), ...values.slice(0, start)];
  const rate = typeof input.rate === 'number' ? input.rate : roll(input.rate);
  const values = roll(input.dailyValue);
  const cleanings = days.map((day) => ({ day: (day - start + DAYS) % DAYS }));
  const total = input.rains.reduce((sum, rain) => {
    const ratios = soilingByRate({ ...input, rate, rain: roll(rain), cleanings });
    return sum + ratios.reduce((lost, ratio, day) => lost + (1 - ratio) * (values[day] ?? 0), 0);
  }, 0);
  return total / input.rains.length;
}

/** A year of random rain, rates and values, the same for the same seed. */
function example(seed: number, years = 3): FrequencyInput {
  const random = seededRandom(seed);
  return {
    rate: Array.from({ length: DAYS }, () => 0.003 * random()),
    threshold: 6,
    gracePeriod: Math.floor(20 * random()),
    maxLoss: 0.05 + 0.3 * random(),
    cleaningCost: 100 * random(),
    rains: Array.from({ length: years }, () =>
      Array.from({ length: DAYS }, () => (random() < 0.02 ? 20 * random() : 0)),
    ),
    dailyValue: Array.from({ length: DAYS }, () => 80 * random()),
    maxCleans: 3,
    everyYears: [2, 3],
  };
}

describe('the days of cleaning that lose least', () => {
  it('lose what the rate model loses when it is walked through with them', () => {
    for (let seed = 1; seed <= 4; seed += 1) {
      const input = example(seed);
      for (const { cleans, days, lostValue } of optimalDays(input).options) {
        if (cleans === 0) continue;
        expect(days).to.have.length(cleans);
        expect(walked(input, days)).to.be.closeTo(lostValue, 1e-9 * lostValue + 1e-9);
      }
    }
  });

  it('equal brute force over every day for one cleaning, and over a grid with neighbours for two', () => {
    const input = example(11, 2);
    const { options } = optimalDays({ ...input, maxCleans: 2 });
    const one = Math.min(...Array.from({ length: DAYS }, (_, day) => walked(input, [day])));
    expect(options[1]?.lostValue).to.be.closeTo(one, 1e-9 * one);
    const [a = 0, b = 0] = options[2]?.days ?? [];
    const found = options[2]?.lostValue ?? 0;
    for (let first = 0; first < DAYS; first += 13) {
      for (let second = first + 1; second < DAYS; second += 13) {
        expect(walked(input, [first, second])).to.be.at.least(found - 1e-9);
      }
    }
    for (const [first, second] of [
      [a - 1, b],
      [a + 1, b],
      [a, b - 1],
      [a, b + 1],
    ] as const) {
      if (first < 0 || second >= DAYS || first >= second) continue;
      expect(walked(input, [first, second])).to.be.at.least(found - 1e-9);
    }
  });

  it('never lose to a thousand random schedules', () => {
    const input = example(21, 2);
    const { options } = optimalDays(input);
    const random = seededRandom(5);
    for (let count = 0; count < 1000; count += 1) {
      const cleans = 1 + Math.floor(3 * random());
      const days = [...new Set(Array.from({ length: cleans }, () => Math.floor(DAYS * random())))].sort(
        (a, b) => a - b,
      );
      expect(walked(input, days)).to.be.at.least((options[days.length]?.lostValue ?? 0) - 1e-9);
    }
  });

  it('lose no more with one cleaning more, and cost it', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1000 }), (seed) => {
        const { options } = optimalDays({ ...example(seed, 1), maxCleans: 4 });
        for (let cleans = 2; cleans < options.length; cleans += 1) {
          expect(options[cleans]?.lostValue).to.be.at.most((options[cleans - 1]?.lostValue ?? 0) + 1e-9);
          expect(options[cleans]?.total).to.equal((options[cleans]?.lostValue ?? 0) + (options[cleans]?.cost ?? 0));
        }
      }),
      { numRuns: 5 },
    );
  });

  it('every second and third year is the mean of the runs walked day by day through the years', () => {
    const input = example(31, 4);
    for (const { everyYears, day, lostValue } of optimalDays(input).longer) {
      const length = everyYears * DAYS;
      const runs = input.rains.map((_, year) => {
        const at = (step: number) => day + step;
        const rain = Array.from(
          { length },
          (_, step) => input.rains[(year + Math.floor(at(step) / DAYS)) % 4]?.[at(step) % DAYS] ?? 0,
        );
        const rate = Array.from({ length }, (_, step) => (input.rate as number[])[at(step) % DAYS] ?? 0);
        const ratios = soilingByRate({ ...input, rate, rain, cleanings: [{ day: 0 }] });
        return ratios.reduce((sum, ratio, step) => sum + (1 - ratio) * (input.dailyValue[at(step) % DAYS] ?? 0), 0);
      });
      const mean = runs.reduce((sum, value) => sum + value, 0) / runs.length / everyYears;
      expect(lostValue).to.be.closeTo(mean, 1e-9 * mean);
    }
  });

  it('without rain at all still come out, the loss standing at its greatest', () => {
    const input = { ...example(41, 1), rains: [Array(DAYS).fill(0)], rate: 0.01, maxLoss: 0.1, gracePeriod: 0 };
    const { options, longer } = optimalDays(input);
    const value = input.dailyValue.reduce((sum, one) => sum + one, 0);
    expect(options[0]?.lostValue).to.be.closeTo(0.1 * value, 1e-9 * value);
    expect(longer[1]?.lostValue).to.be.within(0.09 * value, 0.1 * value);
  });
});
