import { expect } from 'chai';
import { DEPOSITION } from '../assumptions.ts';
import { mean } from '../statistics/summary.ts';
import { CLIMATES, type Exposure, exposureDays, generateWeatherYears, seasonOf, usualDeposition } from './index.ts';

const farm: Exposure = { surroundings: 'farmland', birds: 'few', latitude: -33.5 };
const weather = generateWeatherYears(CLIMATES['winter-rain'], -33.5, 30, 1);

describe('what settles on the glass', () => {
  it('is five times as much in the harvest, three times in spring, and half a year apart in the north', () => {
    expect(usualDeposition(farm, 330)).to.be.closeTo(5 * DEPOSITION.farmland, 1e-12);
    expect(usualDeposition(farm, 250)).to.be.closeTo(3 * DEPOSITION.farmland, 1e-12);
    expect(usualDeposition(farm, 150)).to.equal(DEPOSITION.farmland);
    expect(usualDeposition({ ...farm, latitude: 50 }, 140)).to.be.closeTo(5 * DEPOSITION.farmland, 1e-12);
    expect(usualDeposition({ ...farm, pollen: false }, 250)).to.equal(DEPOSITION.farmland);
  });

  it('is on average what is usual, and differs from year to year', () => {
    const { deposition } = exposureDays(CLIMATES['winter-rain'], farm, weather, 4);
    const usual = Array.from({ length: 365 }, (_, day) => usualDeposition(farm, day));
    expect(mean([...deposition])).to.be.closeTo(mean(usual), 0.15 * mean(usual));
    const years = weather.map((_, year) => mean([...deposition.subarray(year * 365, (year + 1) * 365)]));
    expect(Math.max(...years) / Math.min(...years)).to.be.above(1.3);
  });

  it('comes out the same for the same seed and otherwise for another', () => {
    const draw = (seed: number) => exposureDays(CLIMATES.desert, farm, weather.slice(0, 1), seed);
    expect(draw(3)).to.deep.equal(draw(3));
    expect(draw(3).deposition[0]).to.not.equal(draw(4).deposition[0]);
  });

  it('is more as long as the road next door is being built, and no longer', () => {
    const works = { from: 100, to: 200, surroundings: 'dusty' as const };
    const town: Exposure = { surroundings: 'town', birds: 'none', latitude: -33.5 };
    const [quiet, busy] = [town, { ...town, works }].map((exposure) =>
      exposureDays(CLIMATES['winter-rain'], exposure, weather.slice(0, 1), 2),
    );
    expect(busy?.deposition[150]).to.be.above(3 * (quiet?.deposition[150] ?? 0));
    expect(busy?.deposition[200]).to.equal(quiet?.deposition[200]);
  });

  it('is bonded by dew on more days in winter than in summer, where winters are wet', () => {
    const { dew } = exposureDays(CLIMATES['winter-rain'], farm, weather, 4);
    const share = (from: number, to: number) =>
      mean(weather.flatMap((_, year) => [...dew.subarray(year * 365 + from, year * 365 + to)]));
    expect(share(151, 212)).to.be.above(3 * share(0, 59));
  });
});

describe('seasons', () => {
  it('are three whole months each, and the other way about in the south', () => {
    expect([10, 100, 200, 300, 350].map((day) => seasonOf(day, 50))).to.deep.equal([
      'winter',
      'spring',
      'summer',
      'autumn',
      'winter',
    ]);
    expect(seasonOf(10, -33)).to.equal('summer');
  });

  it('settle as much as the contractor’s own records say, and others as before', () => {
    const town = { surroundings: 'town', birds: 'few', latitude: 50, pollen: false } as const;
    const own = { ...town, seasons: { winter: 2 } };
    expect(usualDeposition(own, 10)).to.equal(2 * usualDeposition(town, 10));
    expect(usualDeposition(own, 200)).to.equal(usualDeposition(town, 200));
  });
});
