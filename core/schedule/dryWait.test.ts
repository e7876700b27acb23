import { expect } from 'chai';
import { WARM_AGAIN_MINUTES } from '../assumptions.ts';
import { dryWait, LONGEST_WAIT } from './dryWait.ts';

const input = {
  place: {
    latitude: -33.5,
    longitude: 19,
    altitude: 200,
    linkeTurbidity: [3, 3, 3, 3, 3, 3, 3, 3, 3, 3, 3, 3],
  },
  surface: { surfaceTilt: 20, surfaceAzimuth: 0 },
  time: Date.parse('2026-11-24T08:00:00Z'),
  weather: { tempAir: 22, relativeHumidity: 0.5, windSpeed: 2 },
};

describe('the wait for dry glass', () => {
  it('is longer than the glass takes to warm, and no longer than an hour', () => {
    expect(dryWait(input)).to.be.within(WARM_AGAIN_MINUTES + 1, LONGEST_WAIT);
    expect(Number.isInteger(dryWait(input))).to.equal(true);
  });
  it('is longer in damp calm air and under a lower sun', () => {
    const damp = { tempAir: 12, relativeHumidity: 0.9, windSpeed: 0.5 };
    expect(dryWait({ ...input, weather: damp })).to.be.above(dryWait(input));
    expect(dryWait({ ...input, time: Date.parse('2026-11-24T05:00:00Z') })).to.be.above(dryWait(input));
  });
  it('is an hour where nothing dries at all', () => {
    const night = { ...input, time: Date.parse('2026-11-24T00:00:00Z') };
    expect(dryWait({ ...night, weather: { tempAir: 8, relativeHumidity: 1, windSpeed: 0.5 } })).to.equal(LONGEST_WAIT);
  });
});
