import { expect } from 'chai';
import { coolAt } from './coolHours.ts';

const place = { latitude: -33.5, longitude: 19, altitude: 240, linkeTurbidity: 3.4 };
const surface = { surfaceTilt: 20, surfaceAzimuth: 0 };
const hours = Array.from({ length: 24 }, (_, hour) => Date.UTC(2026, 0, 15, hour));
const of = (waterTemperature: number) =>
  coolAt({ place, surface, times: hours, tempAir: 28, windSpeed: 2, waterTemperature });

describe('cool hours', () => {
  it('are in the morning and the evening of a summer day, not at noon and not at night', () => {
    const states = of(18);
    expect(states[4]).to.deep.equal({ light: true, cool: true });
    expect(states[10]?.cool).to.equal(false);
    expect(states[23]).to.deep.equal({ light: false, cool: false });
  });

  it('are more where the water is warmed', () => {
    const count = (water: number) => of(water).filter(({ cool }) => cool).length;
    expect(count(35)).to.be.above(count(12));
  });
});
