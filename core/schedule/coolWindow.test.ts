import { expect } from 'chai';
import { MILLISECONDS_PER_HOUR } from '../time/utc.ts';
import { type CoolWindowInput, coolWindow } from './coolWindow.ts';

// Local solar midnight at 19 degrees east in midsummer of the south.
const midnight = Date.UTC(2026, 11, 20, 22, 44);
const day: CoolWindowInput = {
  place: { latitude: -33.5, longitude: 19, altitude: 200, linkeTurbidity: 3 },
  surface: { surfaceTilt: 20, surfaceAzimuth: 0 },
  times: Array.from({ length: 24 }, (_, hour) => midnight + hour * MILLISECONDS_PER_HOUR),
  weather: [{ tempAir: 24, windSpeed: 2, relativeHumidity: 0.4 }],
  waterTemperature: 18,
  batchMinutes: 4,
  windLimit: 8,
};
const at = (input: CoolWindowInput, hour: number) => coolWindow(input).instants[hour]?.against ?? [];

describe('the cool window of a day', () => {
  it('is dark at night, too hot at noon, and open in the morning', () => {
    expect(at(day, 1)).to.include('dark');
    expect(at(day, 12)).to.include('hot-glass');
    expect(at(day, 6)).to.deep.equal([]);
  });

  it('opens twice on a hot clear day and once on an overcast one', () => {
    expect(coolWindow(day).windows).to.have.length(2);
    const overcast = { ...day, weather: [{ tempAir: 20, windSpeed: 2, relativeHumidity: 0.7, clearSkyIndex: 0.15 }] };
    expect(coolWindow(overcast).windows).to.have.length(1);
  });

  it('is wider where the water is warmed', () => {
    const hours = (input: CoolWindowInput) =>
      coolWindow(input).instants.filter(({ against }) => against.length === 0).length;
    const quick = { ...day, batchMinutes: 0 };
    expect(hours({ ...quick, waterTemperature: 35 })).to.be.above(hours(quick));
  });

  it('names wind over the limit of the access, frost, and a film that dries before the batch is rinsed', () => {
    expect(at({ ...day, windLimit: 1 }, 6)).to.deep.equal(['wind']);
    expect(at({ ...day, weather: [{ tempAir: -3, windSpeed: 2, relativeHumidity: 0.8 }] }, 6)).to.include('frost');
    expect(at({ ...day, batchMinutes: 300 }, 7)).to.include('dries-too-soon');
    expect(at({ ...day, waterTemperature: 60 }, 6)).to.include('cold-glass');
  });
});
