import { expect } from 'chai';
import { exampleYear as base } from '../testing/exampleYear.ts';
import { siteSoilingRate } from './siteRate.ts';
import { planningYears, type YearAheadInput, yearAhead } from './yearAhead.ts';

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
