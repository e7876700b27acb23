import { expect } from 'chai';
import { monthsUpTo, salesByMonth, wonShare } from './sales.ts';

describe('what was sold', () => {
  const months = monthsUpTo('2027-01-31', 3);
  const found = salesByMonth(
    months,
    [
      { month: '2026-12', became: 'won', offers: 2, agreed: 300 },
      { month: '2026-12', became: 'lost', offers: 1, agreed: 0 },
      { month: '2027-01', became: 'waiting', offers: 4, agreed: 0 },
      { month: '2025-12', became: 'won', offers: 9, agreed: 900 },
    ],
    [
      { washedOn: '2026-12-03', price: 100, planned: 120, taken: 150, net: 90, cost: 60 },
      { washedOn: '2026-12-30', price: 50, planned: 600, taken: null, net: null, cost: null },
      { washedOn: '2027-02-01', price: 7, planned: 60, taken: 60, net: 6, cost: 5 },
    ],
  );

  it('is told of the months up to this one, over the turn of a year', () => {
    expect(months).to.deep.equal(['2026-11', '2026-12', '2027-01']);
    expect(found.map(({ month }) => month)).to.deep.equal(months);
  });

  it('counts an offer in the month in which it went out, whatever became of it, and money in the month of the wash', () => {
    expect(found[1]).to.deep.equal({
      ...{ month: '2026-12', sent: 3, won: 2, lost: 1, waiting: 0 },
      ...{ agreed: 300, visits: 2, earned: 150 },
      ...{ hoursSold: 2, hoursTaken: 2.5, net: 90, cost: 60 },
    });
    expect(found[2]).to.deep.include({ sent: 4, waiting: 4, earned: 0 });
  });

  it('was won by the share of what was decided: who still waits has not said no', () => {
    expect(wonShare(found)).to.equal(2 / 3);
    expect(wonShare(found.slice(2))).to.equal(null);
  });
});
