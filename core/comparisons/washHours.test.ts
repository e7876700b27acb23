import { expect } from 'chai';
import { type WashHours, washUnderClearSky } from './washHours.ts';

const wash: WashHours = {
  place: { latitude: -33.5, longitude: 19, altitude: 200, linkeTurbidity: 3.2 },
  surface: { surfaceTilt: 20, surfaceAzimuth: 0 },
  date: '2026-12-01',
  washHour: 7,
  hoursApart: 3,
  isolated: true,
};

describe('the sun at the hour of a wash', () => {
  it('is highest at solar noon and lower at the wash, whatever the longitude', () => {
    for (const longitude of [-120, 0, 19, 170]) {
      const found = washUnderClearSky({ ...wash, place: { ...wash.place, longitude } });
      expect(found.irradianceNoon).to.be.above(found.irradianceAfter);
      expect(found.irradianceAfter).to.be.above(found.irradianceBefore);
      expect(found.irradianceNoon).to.be.within(950, 1150);
    }
  });

  it('is about the same as long before mean noon as after it, but for the equation of time', () => {
    const { irradianceBefore, irradianceAfter } = washUnderClearSky({ ...wash, washHour: 10, hoursApart: 4 });
    expect(irradianceBefore / irradianceAfter).to.be.closeTo(1, 0.1);
  });

  it('is none in the night', () => {
    expect(washUnderClearSky({ ...wash, washHour: 2, hoursApart: 1 })).to.include({
      irradianceBefore: 0,
      irradianceAfter: 0,
    });
  });
});
