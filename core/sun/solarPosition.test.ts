import * as astronomy from 'astronomy-engine';
import { expect } from 'chai';
import { seededRandom } from '../statistics/random.ts';
import { radians } from '../units/angles.ts';
import { solarPosition } from './solarPosition.ts';

/** Angle between two directions given by zenith and azimuth, degrees. */
function separation(a: { zenith: number; azimuth: number }, b: { zenith: number; azimuth: number }): number {
  const [za, zb] = [radians(a.zenith), radians(b.zenith)];
  const cosine = Math.cos(za) * Math.cos(zb) + Math.sin(za) * Math.sin(zb) * Math.cos(radians(a.azimuth - b.azimuth));
  return (Math.acos(Math.min(1, cosine)) * 180) / Math.PI;
}

describe('where the sun stands', () => {
  it('agrees with the worked example of NREL/TP-560-34302 within 0.02 degrees', () => {
    const found = solarPosition(39.742476, -105.1786, Date.parse('2003-10-17T12:30:30-07:00'));
    expect(separation(found, { zenith: 50.12795, azimuth: 194.34024 })).to.be.below(0.02);
  });

  it('agrees with a general astronomy library at 1,000 random places and times from 2020 to 2050', () => {
    const random = seededRandom(11);
    const first = Date.UTC(2020, 0, 1);
    const span = Date.UTC(2050, 0, 1) - first;
    let worst = 0;
    for (let count = 0; count < 1000; count += 1) {
      const latitude = 170 * random() - 85;
      const longitude = 360 * random() - 180;
      const time = first + span * random();
      const observer = new astronomy.Observer(latitude, longitude, 0);
      const equator = astronomy.Equator(astronomy.Body.Sun, new Date(time), observer, true, true);
      const horizon = astronomy.Horizon(new Date(time), observer, equator.ra, equator.dec);
      const reference = { zenith: 90 - horizon.altitude, azimuth: horizon.azimuth };
      worst = Math.max(worst, separation(solarPosition(latitude, longitude, time), reference));
    }
    expect(worst).to.be.below(0.02);
  });

  it('gives an azimuth from 0 to 360 at the poles as anywhere else', () => {
    for (const latitude of [-90, 0, 90]) {
      const { azimuth, zenith } = solarPosition(latitude, 12, Date.UTC(2026, 5, 21, 9));
      expect(azimuth).to.be.within(0, 360);
      expect(zenith).to.be.within(0, 181);
    }
  });
});
