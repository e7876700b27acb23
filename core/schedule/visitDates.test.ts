import { expect } from 'chai';
import { visitDates } from './visitDates.ts';

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
