import { expect } from 'chai';
import { monthOfDay } from '../time/year.ts';
import { CLIMATES } from '../weather/climates.ts';
import { generateWeatherYears } from '../weather/generator.ts';
import { erf } from './erf.ts';
import { gammaDraw, normalDraw, seededRandom } from './random.ts';
import { mean, quantile, quantilesOf, standardDeviation } from './summary.ts';

const draws = (count: number, draw: () => number): number[] => Array.from({ length: count }, draw);

describe('the error function', () => {
  const known: [number, number][] = [
    [0, 0],
    [0.5, 0.5204998778130465],
    [1, 0.8427007929497149],
    [2, 0.9953222650189527],
    [3.5, 0.9999992569016276],
    [-1, -0.8427007929497149],
  ];
  for (const [x, value] of known) it(`erf(${x}) is ${value}`, () => expect(erf(x)).to.be.closeTo(value, 1e-13));
});

describe('drawing numbers', () => {
  it('gives the same numbers for the same seed', () => {
    expect(draws(5, seededRandom(3))).to.deep.equal(draws(5, seededRandom(3)));
  });

  it('draws a normal of mean 0 and deviation 1', () => {
    const random = seededRandom(1);
    const values = draws(20_000, () => normalDraw(random));
    expect(mean(values)).to.be.closeTo(0, 0.03);
    expect(standardDeviation(values)).to.be.closeTo(1, 0.03);
  });

  it('draws a gamma of mean shape times scale, below and above shape 1', () => {
    const random = seededRandom(2);
    for (const shape of [0.7, 3]) {
      expect(mean(draws(20_000, () => gammaDraw(random, shape, 2)))).to.be.closeTo(2 * shape, 0.12);
    }
  });
});

describe('summaries', () => {
  it('take quantiles between order statistics', () => {
    expect(quantile([4, 1, 3, 2], 0.5)).to.equal(2.5);
    expect(quantile([1], 0.9)).to.equal(1);
    expect(quantilesOf([1, 2, 3, 4, 5]).p50).to.equal(3);
  });
});

describe('made-up weather', () => {
  const years = generateWeatherYears(CLIMATES['winter-rain'], -33.5, 60, 9);
  const rainIn = (months: number[]) =>
    mean(
      years.map(({ rain }) =>
        rain.reduce((sum, depth, day) => sum + (months.includes(monthOfDay(day)) ? depth : 0), 0),
      ),
    );

  it('rains in winter in a winter-rain climate south of the equator', () => {
    expect(rainIn([5, 6, 7])).to.be.above(5 * rainIn([0, 1, 11]));
  });

  it('rains half a year apart north of it', () => {
    const north = generateWeatherYears(CLIMATES['winter-rain'], 40, 30, 9);
    const january = mean(north.map(({ rain }) => rain.slice(0, 31).reduce((a, b) => a + b, 0)));
    const july = mean(north.map(({ rain }) => rain.slice(181, 212).reduce((a, b) => a + b, 0)));
    expect(january).to.be.above(july);
  });

  it('differs between years by more than days drawn from one chance would', () => {
    const totals = years.map(({ rain }) => rain.reduce((a, b) => a + b, 0));
    expect(standardDeviation(totals) / mean(totals)).to.be.above(0.12);
  });
});
