import { expect } from 'chai';
import { addedDays, ageOn, dayOfYear, daysBetween, monthsBefore, utcDate } from './dates.ts';

describe('days of a calendar', () => {
  it('are added and counted over the ends of months and years', () => {
    expect(addedDays('2026-12-31', 1)).to.equal('2027-01-01');
    expect(addedDays('2028-03-01', -1)).to.equal('2028-02-29');
    expect(daysBetween('2027-12-31', '2029-01-01')).to.equal(367);
    expect(utcDate(Date.UTC(2026, 1, 28, 23, 59))).to.equal('2026-02-28');
  });
  it('are the same month by month, or the last of a shorter one', () => {
    expect(monthsBefore('2026-11-24', 2)).to.equal('2026-09-24');
    expect(monthsBefore('2026-03-31', 1)).to.equal('2026-02-28');
    expect(monthsBefore('2028-03-31T10:00:00Z', 1)).to.equal('2028-02-29');
    expect(monthsBefore('2026-01-15', 14)).to.equal('2024-11-15');
  });
  it('count 29 February as the 28th in a year of 365', () => {
    expect(['2028-02-28', '2028-02-29', '2028-03-01', '2028-12-31'].map(dayOfYear)).to.deep.equal([58, 58, 59, 364]);
    expect(dayOfYear('2026-12-31')).to.equal(364);
  });
  it('make years, of none where nobody knows the first', () => {
    expect(ageOn('2020-01-01', '2030-01-01')).to.be.closeTo(10, 0.01);
    expect(ageOn(null, '2030-01-01')).to.equal(0);
    expect(ageOn('2031-01-01', '2030-01-01')).to.equal(0);
  });
});
