import { expect } from 'chai';
import fc from 'fast-check';
import { arrayOutput, moduleTemperature } from './output.ts';

const array = { pdc0: 10_000, gammaPdc: -0.004 };
const day = { poaGlobal: 800, tempAir: 20, windSpeed: 1 };

describe('what an array gives at one moment', () => {
  it('is warmer in the sun and cooler in the wind', () => {
    expect(moduleTemperature(800, 20, 0)).to.equal(52);
    expect(moduleTemperature(800, 20, 5)).to.be.below(moduleTemperature(800, 20, 1));
  });

  it('loses by dirt what the soiling ratio says', () => {
    const clean = arrayOutput(array, day);
    const soiled = arrayOutput(array, { ...day, soilingRatio: 0.9 });
    expect(soiled.pdc).to.be.closeTo(0.9 * clean.pdc, 1e-9);
  });

  it('at the limit, soiling costs nothing and a cleaning gains nothing', () => {
    const limited = { ...array, pacRated: 5000 };
    expect(arrayOutput(limited, { ...day, soilingRatio: 0.85 }).pac).to.equal(arrayOutput(limited, day).pac);
  });

  it('has no power without light', () => {
    expect(arrayOutput(array, { ...day, poaGlobal: 0 }).pac).to.equal(0);
  });

  it('is never negative and never over its limit in any weather', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1400, noNaN: true }),
        fc.double({ min: -30, max: 50, noNaN: true }),
        fc.double({ min: 0, max: 25, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (poaGlobal, tempAir, windSpeed, soilingRatio) => {
          const { pac } = arrayOutput({ ...array, pacRated: 6000 }, { poaGlobal, tempAir, windSpeed, soilingRatio });
          expect(pac).to.be.within(0, 6000);
        },
      ),
    );
  });
});
