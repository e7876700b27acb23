import { expect } from 'chai';
import { clearSky, linkeTurbidityAt } from './clearSky.ts';
import { clearSkyOnSurface } from './planeOfArray.ts';

const place = { latitude: -33.5, longitude: 19, altitude: 240, linkeTurbidity: 3 };
const noon = Date.UTC(2026, 11, 21, 10, 44);

describe('light under a clear sky', () => {
  it('is none at night, in every part', () => {
    const dark = clearSkyOnSurface(place, { surfaceTilt: 20, surfaceAzimuth: 0 }, Date.UTC(2026, 11, 21, 22));
    expect(dark).to.deep.equal({ ghi: 0, dni: 0, dhi: 0, poaGlobal: 0 });
  });

  it('falls on a flat array as it falls on the ground, but for the loss of incidence on the beam', () => {
    const flat = clearSkyOnSurface(place, { surfaceTilt: 0, surfaceAzimuth: 0 }, noon);
    expect(flat.poaGlobal).to.be.within(0.98 * flat.ghi, flat.ghi + 1e-9);
  });

  it('favours the face that looks at the sun', () => {
    const north = clearSkyOnSurface(place, { surfaceTilt: 40, surfaceAzimuth: 0 }, Date.UTC(2026, 5, 21, 10, 44));
    const south = clearSkyOnSurface(place, { surfaceTilt: 40, surfaceAzimuth: 180 }, Date.UTC(2026, 5, 21, 10, 44));
    expect(north.poaGlobal).to.be.above(2 * south.poaGlobal);
  });

  it('is less where the air is turbid', () => {
    expect(clearSky(40, 0, 6, 1361).ghi).to.be.below(clearSky(40, 0, 2, 1361).ghi);
  });

  it('takes monthly turbidity at the middle of its month as it stands', () => {
    const monthly = Array.from({ length: 12 }, (_, month) => 2 + month / 10);
    const middleOfMay = (Date.UTC(2026, 4, 1) + Date.UTC(2026, 5, 1)) / 2;
    expect(linkeTurbidityAt(monthly, middleOfMay)).to.be.closeTo(2.4, 1e-12);
  });

  it('runs from December to January without a jump', () => {
    const monthly = [3, 4, 4, 4, 4, 4, 4, 4, 4, 4, 4, 5];
    const before = linkeTurbidityAt(monthly, Date.UTC(2027, 0, 1) - 1);
    const after = linkeTurbidityAt(monthly, Date.UTC(2027, 0, 1));
    expect(before).to.be.closeTo(after, 1e-6);
    expect(after).to.be.within(3.9, 4.1);
  });
});
