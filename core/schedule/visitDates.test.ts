import { expect } from 'chai';
import { nextDates, visitDates } from './visitDates.ts';

describe('the days of the visits of a year', () => {
  it('begin on the day that was agreed and lie apart as the plan has them', () => {
    expect(visitDates('2026-12-01', 3, [30, 151, 273])).to.deep.equal(['2026-12-01', '2027-04-01', '2027-08-01']);
  });
  it('lie evenly apart where the plan does not say', () => {
    expect(visitDates('2026-12-01', 2, [])).to.deep.equal(['2026-12-01', '2027-06-02']);
    expect(visitDates('2026-12-01', 4, [0])).to.have.length(4);
  });
  it('are one for one visit', () => {
    expect(visitDates('2026-12-01', 1, [200])).to.deep.equal(['2026-12-01']);
  });
});

describe('days of a year ahead', () => {
  it('are the dates on which they come next, the soonest first', () => {
    expect(nextDates('2026-11-24', 327, [0, 30])).to.deep.equal(['2026-11-24', '2026-12-24']);
    // The year began ten days before: its first day comes again in 355 days.
    expect(nextDates('2026-11-24', 317, [0, 12])).to.deep.equal(['2026-11-26', '2027-11-14']);
    expect(nextDates('2026-11-24', 327, [])).to.deep.equal([]);
  });
  it('are found across the turn of the year', () => {
    expect(nextDates('2027-01-02', 360, [6])).to.deep.equal(['2027-01-02']);
  });
});
