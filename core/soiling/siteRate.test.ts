import { expect } from 'chai';
import { siteSoilingRate } from './siteRate.ts';

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
