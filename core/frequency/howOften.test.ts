import { expect } from 'chai';
import { EXAMPLE_FACE } from '../sites/example.ts';
import { daysOfHabit } from './habits.ts';
import { frequencyInput, type HowOftenSetup, howOften } from './howOften.ts';
import { type FrequencyInput, optimalDays } from './optimalDays.ts';
import { valueOfDays, valueOfThreshold } from './schedules.ts';

const dry: FrequencyInput = {
  rate: 0.001,
  threshold: 6,
  gracePeriod: 14,
  maxLoss: 0.3,
  cleaningCost: 10,
  rains: [Array(365).fill(0)],
  dailyValue: Array(365).fill(1),
  maxCleans: 4,
};
const setup: HowOftenSetup = {
  ...EXAMPLE_FACE,
  array: { pdc0: 100_000, gammaPdc: -0.0035 },
  surroundings: 'farmland',
  birds: 'few',
  threshold: 6,
  valuePerKWh: 2.2,
  cleaningCost: 1500,
  cleanAt: 0.05,
  lichen: 'dry',
  years: 8,
  seed: 11,
};

describe('a schedule that is not the best', () => {
  it('cleaned once in a year without rain, loses the days of a climb from nothing', () => {
    // 0.001 · (1 + 2 + … + 300) up to the greatest loss of 0.3, and 65 days at it
    expect(valueOfDays(dry, [100]).lostValue).to.be.closeTo(0.001 * ((300 * 301) / 2) + 65 * 0.3, 1e-9);
  });

  it('loses the same wherever its one day lies, where every day is like the others', () => {
    expect(valueOfDays(dry, [0]).lostValue).to.be.closeTo(valueOfDays(dry, [200]).lostValue, 1e-9);
  });

  it('costs what its cleanings cost on top of what it loses', () => {
    const { cleans, cost, total, lostValue } = valueOfDays(dry, [0, 90, 180]);
    expect([cleans, cost]).to.deep.equal([3, 30]);
    expect(total).to.be.closeTo(lostValue + 30, 1e-12);
  });

  it('with the best days is worth what the exact search says', () => {
    const input = frequencyInput(setup);
    for (const { days, lostValue } of optimalDays(input).options)
      expect(valueOfDays(input, days).lostValue).to.be.closeTo(lostValue, 1e-6 * (1 + lostValue));
  });

  it('never loses less than the best of as many', () => {
    const input = frequencyInput(setup);
    const { options } = optimalDays(input);
    for (const days of [[10], [100], [10, 200], [59, 151, 243, 334]])
      expect(valueOfDays(input, days).lostValue).to.be.at.least((options[days.length]?.lostValue ?? 0) - 1e-9);
  });

  it('that cleans at a loss cleans as often as the loss comes back', () => {
    const { cleans, lostValue } = valueOfThreshold(dry, 0.05);
    expect(cleans).to.be.closeTo(365 / 50, 0.31);
    expect(lostValue / 365).to.be.within(0.02, 0.03);
  });

  it('that cleans at a loss never reached never cleans', () => {
    expect(valueOfThreshold(dry, 0.9).cleans).to.equal(0);
    expect(valueOfThreshold(dry, 0.9).lostValue).to.be.closeTo(valueOfDays(dry, []).lostValue, 1e-9);
  });

  it('that cleans at no loss at all is refused', () => {
    for (const limit of [0, -1, Number.NaN]) expect(() => valueOfThreshold(dry, limit)).to.throw(/limit/);
  });
});

describe('the habits of a calendar', () => {
  it('have their spring on the side of the world where it is', () => {
    expect(daysOfHabit('spring', -33)).to.deep.equal([243]);
    expect(daysOfHabit('spring', 50)).to.deep.equal([59]);
    expect(daysOfHabit('spring-and-autumn', 50)).to.deep.equal(daysOfHabit('spring-and-autumn', -33));
  });

  it('are none, once, twice, four and twelve times a year', () => {
    const counts = (['none', 'spring', 'spring-and-autumn', 'seasons', 'months'] as const).map(
      (habit) => daysOfHabit(habit, -33).length,
    );
    expect(counts).to.deep.equal([0, 1, 2, 4, 12]);
  });
});

describe('how often to clean', () => {
  const answer = howOften(setup);

  it('is the number with the least total, and one more or fewer is dearer', () => {
    expect(answer.options[answer.best]?.total).to.equal(Math.min(...answer.options.map(({ total }) => total)));
    for (const over of [answer.oneMore, answer.oneFewer]) if (over !== null) expect(over).to.be.at.least(0);
  });

  it('changes at the prices that it names, and not before', () => {
    const { moreUnder, fewerOver } = answer.price;
    const bestAt = (cleaningCost: number) => howOften({ ...setup, cleaningCost }).best;
    expect(moreUnder).not.to.equal(null);
    expect(fewerOver).not.to.equal(null);
    expect(bestAt((moreUnder ?? 0) * 0.999)).to.be.above(answer.best);
    expect(bestAt((moreUnder ?? 0) * 1.001)).to.equal(answer.best);
    expect(bestAt((fewerOver ?? 0) * 0.999)).to.equal(answer.best);
    expect(bestAt((fewerOver ?? 0) * 1.001)).to.be.below(answer.best);
  });

  it('is none where a cleaning costs more than the dirt', () => {
    expect(howOften({ ...setup, cleaningCost: 1e7 }).best).to.equal(0);
  });

  it('is once in several years where that is cheaper than every year and than never', () => {
    const [none, one] = answer.options;
    const saved = (none?.lostValue ?? 0) - (one?.lostValue ?? 0);
    const found = howOften({ ...setup, threshold: null, cleaningCost: saved * 1.5 });
    const all = [...found.options, ...found.longer].map(({ total }) => total);
    const chosen = found.longer.find(({ everyYears }) => everyYears === found.everyYears) ?? found.options[found.best];
    expect(chosen?.total).to.equal(Math.min(...all));
  });

  it('is more often where rain never cleans', () => {
    expect(howOften({ ...setup, threshold: null }).best).to.be.at.least(answer.best);
    const never = howOften({ ...setup, threshold: null }).options[0]?.lostValue ?? 0;
    expect(never).to.be.above(answer.options[0]?.lostValue ?? 0);
  });

  it('stands beside habits and a policy, none of which is cheaper than the best of as many', () => {
    for (const { cleans, lostValue } of answer.habits)
      expect(lostValue).to.be.at.least((answer.options[cleans]?.lostValue ?? 0) - 1e-6);
    expect(answer.policy.cleanAt).to.equal(0.05);
    expect(answer.policy.total).to.be.closeTo(answer.policy.lostValue + answer.policy.cost, 1e-9);
  });

  it('has a spread over the years about the mean that it names', () => {
    const { p10, p90, mean } = answer.spread;
    expect(mean).to.be.closeTo(answer.options[answer.best]?.lostValue ?? 0, 1e-6 * (1 + mean));
    expect(p10).to.be.at.most(p90);
  });

  it('has a floor against growth where lichen can settle, which has nothing to do with energy', () => {
    expect(answer.floorYears).to.equal(null);
    expect(howOften({ ...setup, lichen: 'temperate' }).floorYears).to.equal(2);
  });

  it('counts what a day is worth through the limit of the inverter', () => {
    const limited = frequencyInput({ ...setup, array: { ...setup.array, pacRated: 50_000 } });
    const free = frequencyInput(setup);
    const worth = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0);
    expect(worth(limited.dailyValue)).to.be.below(worth(free.dailyValue));
  });
});
