import { expect } from 'chai';
import fc from 'fast-check';
import { soilingByRate } from './rate.ts';

const dry = (days: number): number[] => Array(days).fill(0);
const round = (ratios: number[]): number[] => ratios.map((ratio) => Math.round((1 - ratio) * 1e6) / 1e6);

describe('soiling at a steady rate, taken off by rain', () => {
  it('grows by the rate on every dry day', () => {
    expect(round(soilingByRate({ rate: 0.01, rain: dry(3) }))).to.deep.equal([0.01, 0.02, 0.03]);
  });

  it('stops at the greatest loss', () => {
    expect(round(soilingByRate({ rate: 0.1, maxLoss: 0.25, rain: dry(4) }))).to.deep.equal([0.1, 0.2, 0.25, 0.25]);
  });

  it('counts rain of exactly the threshold as cleaning', () => {
    expect(round(soilingByRate({ rate: 0.01, rain: [0, 6, 0], gracePeriod: 0 }))).to.deep.equal([0.01, 0, 0.01]);
  });

  it('settles nothing in the days of grace after a cleaning rain', () => {
    expect(round(soilingByRate({ rate: 0.01, rain: [7, 0, 0, 0], gracePeriod: 2 }))).to.deep.equal([0, 0, 0, 0.01]);
  });

  it('begins to soil again on the very day of a wash, which has no grace', () => {
    const losses = soilingByRate({ rate: 0.01, rain: dry(4), cleanings: [{ day: 2 }] });
    expect(round(losses)).to.deep.equal([0.01, 0.02, 0.01, 0.02]);
  });

  it('ends the days of grace by a wash', () => {
    const losses = soilingByRate({ rate: 0.01, rain: [9, 0, 0], gracePeriod: 5, cleanings: [{ day: 1 }] });
    expect(round(losses)).to.deep.equal([0, 0.01, 0.02]);
  });

  it('starts from the loss that is there', () => {
    expect(round(soilingByRate({ rate: 0.01, initialLoss: 0.1, rain: dry(1) }))).to.deep.equal([0.11]);
  });

  it('takes a rate for each day', () => {
    expect(round(soilingByRate({ rate: [0.01, 0.05], rain: dry(2) }))).to.deep.equal([0.01, 0.06]);
  });

  it('is never dirtier for more rain without grace, and never over 1', () => {
    const days = fc.array(fc.double({ min: 0, max: 20, noNaN: true }), { minLength: 1, maxLength: 60 });
    fc.assert(
      fc.property(days, fc.double({ min: 0, max: 0.05, noNaN: true }), (rain, rate) => {
        const some = soilingByRate({ rate, rain, maxLoss: 1 });
        const more = soilingByRate({ rate, rain: rain.map((depth) => depth * 2), maxLoss: 1 });
        some.forEach((ratio, day) => {
          expect(more[day]).to.be.at.least(ratio - 1e-12);
          expect(ratio).to.be.within(0, 1);
        });
      }),
    );
  });

  it('is never dirtier on the day of a wash than without it', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 29 }), fc.double({ min: 0, max: 0.05, noNaN: true }), (day, rate) => {
        const without = soilingByRate({ rate, rain: dry(30) });
        const washed = soilingByRate({ rate, rain: dry(30), cleanings: [{ day }] });
        expect(washed[day]).to.be.at.least((without[day] ?? 0) - 1e-12);
      }),
    );
  });

  it('where rain never cleans is taken off by a cleaning alone', () => {
    const rain = [0, 0, 90, 0, 0];
    const ratios = soilingByRate({ rate: 0.01, threshold: null, rain, cleanings: [{ day: 4 }] });
    expect(ratios.map((ratio) => Math.round((1 - ratio) * 100))).to.deep.equal([1, 2, 3, 4, 1]);
  });
});
