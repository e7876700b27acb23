import { expect } from 'chai';
import { normalDraw, seededRandom } from '../statistics/random.ts';
import { densestLine, fitClearDays, type TrendDay } from './clearDays.ts';
import { fitEveryDay } from './everyDay.ts';
import { type FittedDay, halfWidths, neighbourCorrelation } from './trendInterval.ts';

/** A line with scatter, and clouds that only take away. */
function series(count: number, cloudy: number, seed = 1) {
  const random = seededRandom(seed);
  const clear: boolean[] = [];
  const days = Array.from({ length: count }, (_, time): TrendDay => {
    const isClear = random() >= cloudy;
    clear.push(isClear);
    const cloud = isClear ? 0 : Math.log(0.15 + 0.75 * random());
    return { row: [1, time - count / 2], value: -0.05 - 0.001 * time + 0.01 * normalDraw(random) + cloud };
  });
  return { days, clear };
}

describe('finding the clear days', () => {
  it('finds nearly all of them, and the trend that runs through them', () => {
    const { days, clear } = series(80, 0.4);
    const fit = fitClearDays(days, [-0.09, -0.001]);
    const right = clear.filter((isClear, day) => isClear === (fit?.clear[day] ?? 0) >= 0.5).length;
    expect(right / clear.length).to.be.above(0.93);
    expect(fit?.coefficients[1]).to.be.closeTo(-0.001, 0.0003);
    expect(fit?.sigma).to.be.within(0.006, 0.014);
  });

  it('does not take clouds for the trend where most days are cloudy', () => {
    const { days } = series(120, 0.55, 5);
    const fit = fitClearDays(days, [-0.11, -0.001]);
    expect(fit?.coefficients[0]).to.be.closeTo(-0.05 - 0.001 * 60, 0.01);
  });

  it('gives no trend where there is nothing to draw one through', () => {
    expect(fitClearDays([{ row: [1, 0], value: 0 }], [0, 0])).to.equal(null);
  });

  it('starts from the line along which most points lie, with a level for each stretch', () => {
    const { days } = series(60, 0.3);
    const points = days.map(({ row, value }) => ({ time: row[1] ?? 0, value }));
    const raised = points.map(({ time, value }) => ({ time, value: value + 0.2 }));
    const { slope, levels } = densestLine([points, raised]);
    expect(slope).to.be.closeTo(-0.001, 0.0006);
    expect((levels[1] ?? 0) - (levels[0] ?? 0)).to.be.closeTo(0.2, 0.02);
  });
});

describe('the line that clear days begin from', () => {
  it('lies under no day that the sky cannot have given: closer clouds do not outweigh clear days above them', () => {
    const clouds = Array.from({ length: 7 }, (_, time) => ({ time, value: -0.4 + 0.002 * (time % 3) }));
    const clear = Array.from({ length: 9 }, (_, at) => ({ time: 7 + at, value: 0.015 * (at % 6) }));
    const [level] = densestLine([[...clouds, ...clear]]).levels;
    expect(level).to.be.within(-0.02, 0.1);
  });
});

describe('a trend through every day', () => {
  it('is not moved by single odd days', () => {
    const days = Array.from({ length: 30 }, (_, time): TrendDay => ({ row: [1, time], value: 0.01 * time }));
    days[7] = { row: [1, 7], value: -3 };
    days[20] = { row: [1, 20], value: 4 };
    const fit = fitEveryDay(days, [0, 0.01]);
    expect(fit?.coefficients[1]).to.be.closeTo(0.01, 1e-6);
    expect([fit?.clear[7], fit?.clear[20]]).to.deep.equal([0, 0]);
  });
});

describe('how sure a trend is', () => {
  const scattered = (correlation: number, seed: number): FittedDay[] => {
    const random = seededRandom(seed);
    let scatter = normalDraw(random);
    return Array.from({ length: 60 }, (_, time) => {
      scatter = correlation * scatter + Math.sqrt(1 - correlation ** 2) * normalDraw(random);
      return { time, equation: { row: [1, time - 30], value: 0.01 * scatter, weight: 1 } };
    });
  };
  const meanOf = (correlation: number) =>
    Array.from({ length: 40 }, (_, seed) => neighbourCorrelation(scattered(correlation, seed + 1), [0, 0])).reduce(
      (sum, value) => sum + value / 40,
      0,
    );

  it('sees scatter that is alike from day to day, and hardly any where there is none', () => {
    expect(meanOf(0.5)).to.be.within(0.35, 0.65);
    expect(meanOf(0)).to.be.below(0.15);
  });

  it('is less sure where neighbours scatter alike, and surer with more days', () => {
    const days = scattered(0, 3);
    const inverse = [
      [1 / 60, 0],
      [0, 1 / 18_000],
    ];
    const [alone] = halfWidths(days, inverse, 0.01, 0);
    const [alike] = halfWidths(days, inverse, 0.01, 0.5);
    expect(alone).to.be.closeTo((2 * 0.01) / Math.sqrt(60), 0.0002);
    expect(alike).to.be.above(1.5 * (alone ?? 0));
  });
});
