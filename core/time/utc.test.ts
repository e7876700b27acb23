import { expect } from 'chai';
import fc from 'fast-check';
import { dayOfNewYear, daysBeforeMonth, MILLISECONDS_PER_DAY, utcDayOfYear, utcYear } from './utc.ts';

const instant = fc.integer({ min: Date.UTC(1950, 0, 1), max: Date.UTC(2100, 11, 31) });

describe('the calendar without a Date', () => {
  it('is that of a Date, at any instant from 1950 to 2100', () => {
    fc.assert(
      fc.property(instant, (time) => {
        const date = new Date(time);
        const year = date.getUTCFullYear();
        expect(utcYear(time)).to.equal(year);
        const start = Date.UTC(year, 0, 1);
        expect(utcDayOfYear(time)).to.equal(Math.floor((time - start) / MILLISECONDS_PER_DAY) + 1);
        expect(dayOfNewYear(year)).to.equal(start / MILLISECONDS_PER_DAY);
        const month = date.getUTCMonth();
        expect(daysBeforeMonth(year, month)).to.equal((Date.UTC(year, month, 1) - start) / MILLISECONDS_PER_DAY);
      }),
      { numRuns: 500 },
    );
  });

  it('knows leap years, and that 2100 is none', () => {
    expect(daysBeforeMonth(2024, 12)).to.equal(366);
    expect(daysBeforeMonth(2026, 12)).to.equal(365);
    expect(daysBeforeMonth(2100, 2)).to.equal(59);
    expect(daysBeforeMonth(2000, 2)).to.equal(60);
  });
});
