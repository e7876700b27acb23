import { expect } from 'chai';
import { dayOfMonth, MONTH_STARTS, monthOfDay } from './year.ts';

describe('a year of 365 days', () => {
  it('has its months where the calendar has them', () => {
    const lengths = MONTH_STARTS.map((start, month) => (MONTH_STARTS[month + 1] ?? 365) - start);
    expect(lengths).to.deep.equal([31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31]);
    expect([0, 30, 31, 58, 59, 364].map(monthOfDay)).to.deep.equal([0, 0, 1, 1, 2, 11]);
    expect([0, 30, 31, 58, 59, 364].map(dayOfMonth)).to.deep.equal([1, 31, 1, 28, 1, 31]);
  });
  it('goes on either side into other years', () => {
    expect([365, -1, 730 + 31].map(monthOfDay)).to.deep.equal([0, 11, 1]);
  });
});
