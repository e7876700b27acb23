import { expect } from 'chai';
import { batchAt } from './batches.ts';
import { dryingMinutes } from './drying.ts';

const place = { latitude: -33.5, longitude: 19, altitude: 200, linkeTurbidity: Array(12).fill(3) };
const surface = { surfaceTilt: 20, surfaceAzimuth: 0 };
const weather = { tempAir: 24, relativeHumidity: 0.5, windSpeed: 2 };
/** an hour of a December day at 19 degrees east, local solar time near enough */
const at = (hour: number) => Date.UTC(2026, 11, 1, hour - 1);
const batch = (hour: number, more: Partial<Parameters<typeof batchAt>[0]> = {}) =>
  batchAt({ place, surface, time: at(hour), weather, minutesPerModule: 1, ...more });

describe('a batch of modules', () => {
  it('is smaller the higher the sun stands, and on the face that it looks at', () => {
    const [early, noon] = [batch(6) ?? 0, batch(12) ?? 0];
    expect(noon).to.be.below(early);
    const facing = (surfaceAzimuth: number) =>
      batch(9, { surface: { surfaceTilt: 40, surfaceAzimuth }, minutesPerModule: 0.1 }) ?? 0;
    expect(facing(0)).to.be.below(facing(180));
  });

  it('is what one person brushes before the first has dried, and one at least', () => {
    expect(batch(12, { minutesPerModule: 500 })).to.equal(1);
    expect(batch(12, { minutesPerModule: 0.5 })).to.be.at.least(2 * (batch(12) ?? 0));
  });

  it('is not bounded where nothing dries', () => {
    const damp = { tempAir: 10, relativeHumidity: 1, windSpeed: 1 };
    expect(dryingMinutes({ filmThickness: 0.1, poaGlobal: 0, ...damp })).to.equal(null);
    expect(batch(0, { weather: damp })).to.equal(null);
  });
});
