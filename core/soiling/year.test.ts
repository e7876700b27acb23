import { expect } from 'chai';
import { compareEvenVisits } from '../frequency/evenVisits.ts';
import { siteSoilingRate } from './siteRate.ts';
import { planningYears, type YearAheadInput, yearAhead } from './yearAhead.ts';

const base: YearAheadInput = {
  latitude: -33.5,
  longitude: 19,
  altitude: 240,
  climate: 'winter-rain',
  surfaceTilt: 20,
  surfaceAzimuth: 0,
  array: { pdc0: 10_000, gammaPdc: -0.0035 },
  rate: siteSoilingRate({ surroundings: 'farmland', birds: 'few', surfaceTilt: 20, latitude: -33.5 }),
  threshold: 6,
  gracePeriod: 14,
  maxLoss: 0.3,
  lossNow: { low: 0.03, mid: 0.06, high: 0.1 },
  startDay: 300,
  years: 12,
  seed: 4,
};

describe('the rate at which a site soils', () => {
  it('is higher in the six weeks of harvest, and only on farmland', () => {
    const farm = siteSoilingRate({ surroundings: 'farmland', birds: 'none', surfaceTilt: 20, latitude: -33.5 });
    const town = siteSoilingRate({ surroundings: 'town', birds: 'none', surfaceTilt: 20, latitude: -33.5 });
    expect(farm[330]).to.be.above(3 * (farm[200] ?? 0));
    expect(new Set(town).size).to.equal(1);
  });

  it('has its harvest half a year apart north of the equator', () => {
    const north = siteSoilingRate({ surroundings: 'farmland', birds: 'none', surfaceTilt: 20, latitude: 50 });
    expect(north[140]).to.be.above(north[330] ?? 1);
  });

  it('is higher under a roost and on flatter glass', () => {
    const rate = (birds: 'none' | 'roost', surfaceTilt: number) =>
      siteSoilingRate({ surroundings: 'town', birds, surfaceTilt, latitude: -33.5 })[0] ?? 0;
    expect(rate('roost', 20)).to.be.above(rate('none', 20));
    expect(rate('none', 5)).to.be.above(rate('none', 45));
  });
});

describe('a year ahead', () => {
  const years = planningYears(base);
  const year = yearAhead(base, years);

  it('comes out the same for the same seed, and otherwise for another', () => {
    expect(yearAhead(base)).to.deep.equal(year);
    expect(yearAhead({ ...base, seed: 5 }).lostEnergy.p50).to.not.equal(year.lostEnergy.p50);
  });

  it('names a range whose ends lie on either side of its middle', () => {
    for (const figure of [year.cleanEnergy, year.lostEnergy, year.recoverable]) {
      expect(figure.p10).to.be.at.most(figure.p50);
      expect(figure.p50).to.be.at.most(figure.p90);
    }
  });

  it('brings back by one wash no more than the dirt takes in the year', () => {
    expect(year.recoverable.p90).to.be.at.most(year.lostEnergy.p90);
  });

  it('does not sell the first week as the year: one wash brings back less than 365 days of the present loss', () => {
    expect(year.recoverable.p50).to.be.below(base.lossNow.mid * year.cleanEnergy.p50 * 0.9);
  });

  it('loses more where rain never cleans', () => {
    expect(yearAhead({ ...base, threshold: 1e6 }, years).lostEnergy.p50).to.be.above(year.lostEnergy.p50);
  });

  it('loses less where a limit holds for part of the year, and says for how much', () => {
    const limited: YearAheadInput = { ...base, array: { ...base.array, pacRated: 5000 } };
    const found = yearAhead(limited);
    expect(found.limitShare).to.be.above(0.1);
    expect(found.lostEnergy.p50).to.be.below(year.lostEnergy.p50);
  });

  it('has 365 days of loss, each between 0 and 1', () => {
    expect(year.curve).to.have.length(365);
    for (const day of year.curve) expect(day.mid).to.be.within(0, 1);
  });
});

describe('evenly placed visits', () => {
  const arrays = [{ input: base, years: planningYears(base) }];
  const compared = compareEvenVisits(arrays, () => 100_000, 200);

  it('compares 0 to 12 and counts their cost', () => {
    expect(compared.options.map(({ visits }) => visits)).to.deep.equal([0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12]);
    expect(compared.options[3]?.cost).to.equal(300_000);
  });

  it('recommends the least sum of dirt and visits', () => {
    const least = Math.min(...compared.options.map(({ total }) => total));
    expect(compared.options[compared.best]?.total).to.equal(least);
  });

  it('recommends none where a visit costs more than it could bring', () => {
    expect(compareEvenVisits(arrays, () => 50_000_000, 200).best).to.equal(0);
  });

  it('recommends many where a visit costs nothing', () => {
    expect(compareEvenVisits(arrays, () => 0, 200).best).to.be.above(6);
  });

  it('pays just under the price it names, and not just over it', () => {
    const price = compared.breakEvenPrice;
    const at = (cost: number) => compareEvenVisits(arrays, () => cost, 200).options;
    expect(at(price - 1)[1]?.total).to.be.below(at(price - 1)[0]?.total ?? 0);
    expect(at(price + 1)[1]?.total).to.be.above(at(price + 1)[0]?.total ?? 0);
  });

  it('counts two arrays of a site as the sum of both', () => {
    const two = compareEvenVisits([...arrays, ...arrays], () => 100_000, 200);
    expect(two.options[0]?.lostEnergy.mean).to.be.closeTo(2 * (compared.options[0]?.lostEnergy.mean ?? 0), 1e-6);
  });
});
