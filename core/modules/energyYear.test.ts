import { expect } from 'chai';
import { CLIMATES } from '../weather/climates.ts';
import { clearSkyYear, energyAtLoss, energyDays } from './energyYear.ts';

const place = { latitude: -33.5, longitude: 19, altitude: 240, linkeTurbidity: 3 };
const sky = clearSkyYear(place, { surfaceTilt: 20, surfaceAzimuth: 0 });
const clear = { rain: Array(365).fill(0), clearSkyIndex: Array(365).fill(1) };
const input = {
  sky,
  climate: CLIMATES['winter-rain'],
  latitude: -33.5,
  array: { pdc0: 10_000, gammaPdc: -0.004 },
  rearFraction: 0,
};

describe('the energy of a year', () => {
  it('has its noon at noon by the sun wherever the site lies', () => {
    const hours = Array.from(sky.poaGlobal.slice(24 * 100, 24 * 101));
    const peak = hours.indexOf(Math.max(...hours));
    expect(peak).to.be.within(11, 12);
  });

  it('is shorter in winter than in summer', () => {
    const days = energyDays(input, clear);
    expect(days[171]?.unlimited).to.be.below(days[354]?.unlimited ?? 0);
  });

  it('loses in proportion where no limit stands in the way', () => {
    const [day] = energyDays(input, clear);
    if (day === undefined) throw new Error('a year has a first day');
    expect(energyAtLoss(day, 0.2)).to.be.closeTo(0.8 * day.unlimited, 1e-6);
  });

  it('loses less than in proportion where the limit bites, and nothing while it still bites', () => {
    const limited = energyDays({ ...input, array: { ...input.array, pacRated: 4000 } }, clear)[0];
    if (limited === undefined) throw new Error('a year has a first day');
    expect(limited.limited).to.be.above(0);
    const clean = energyAtLoss(limited, 0, 4000);
    expect(energyAtLoss(limited, 0.1, 4000)).to.be.above(0.9 * clean);
  });

  it('gains from the back of bifacial modules what falls on it', () => {
    const front = energyDays(input, clear)[0]?.unlimited ?? 0;
    const both = energyDays({ ...input, rearFraction: 0.07 }, clear)[0]?.unlimited ?? 0;
    expect(both / front).to.be.within(1.05, 1.07);
  });
});
