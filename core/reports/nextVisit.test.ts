import { expect } from 'chai';
import { nextVisit } from './nextVisit.ts';

const input = { washedOn: '2026-11-24', agreed: null, chosen: 2, best: 2 };

describe('when to come next', () => {
  it('is what the plan found best, where nobody chose otherwise', () => {
    expect(nextVisit(input)).to.deep.equal({
      date: '2027-05-26',
      because: { code: 'next-best', params: { visits: 2, onBestDay: false } },
    });
  });

  it('never calls best what somebody chose: the owner overruled three visits to one', () => {
    const { date, because } = nextVisit({ ...input, chosen: 1, best: 3 });
    expect(date).to.equal('2027-11-24');
    expect(because).to.deep.equal({ code: 'next-chosen', params: { visits: 1, best: 3, onBestDay: false } });
    expect(nextVisit({ ...input, chosen: 3, best: 0 }).because.params).to.include({ visits: 3, best: 0 });
  });

  it('is the plan that was agreed, whatever the figures say', () => {
    const { date, because } = nextVisit({ ...input, agreed: 4, chosen: 2, best: 0 });
    expect(date).to.equal('2027-02-23');
    expect(because).to.deep.equal({ code: 'next-agreed', params: { visits: 4 } });
  });

  it('is no date where no visit pays or none was planned', () => {
    expect(nextVisit({ ...input, chosen: 0, best: 0 })).to.deep.include({ date: null });
    expect(nextVisit({ ...input, chosen: 0, best: 0 }).because.code).to.equal('next-none-pays');
    expect(nextVisit({ ...input, chosen: 0, best: 2 }).because).to.deep.equal({
      code: 'next-none-planned',
      params: { best: 2 },
    });
  });
});
