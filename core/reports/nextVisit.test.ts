import { expect } from 'chai';
import { nextVisit } from './nextVisit.ts';

const input = { washedOn: '2026-11-24', agreed: null, chosen: 2, best: 2 };

describe('when to come next', () => {
  it('is what the plan found best, where nobody chose otherwise', () => {
    expect(nextVisit(input)).to.deep.equal({
      date: '2027-05-26',
      because: 'The plan found 2 visits a year best. Look first; wash if it is dirty.',
    });
  });

  it('never calls best what somebody chose: the owner overruled three visits to one', () => {
    const { date, because } = nextVisit({ ...input, chosen: 1, best: 3 });
    expect(date).to.equal('2027-11-24');
    expect(because).to.match(/^1 visit a year was chosen; on the figures alone 3 visits a year would cost least/);
    expect(because).not.to.match(/found|best/);
    expect(nextVisit({ ...input, chosen: 3, best: 0 }).because).to.match(
      /^3 visits a year were chosen; on the figures alone no visit pays/,
    );
  });

  it('is the plan that was agreed, whatever the figures say', () => {
    const { date, because } = nextVisit({ ...input, agreed: 4, chosen: 2, best: 0 });
    expect(date).to.equal('2027-02-23');
    expect(because).to.match(/plan that was agreed has 4 visits/);
  });

  it('is no date where no visit pays or none was planned', () => {
    expect(nextVisit({ ...input, chosen: 0, best: 0 })).to.deep.include({ date: null });
    expect(nextVisit({ ...input, chosen: 0, best: 0 }).because).to.match(/no visit pays in energy/);
    expect(nextVisit({ ...input, chosen: 0, best: 2 }).because).to.match(/2 visits a year would cost least/);
  });
});
