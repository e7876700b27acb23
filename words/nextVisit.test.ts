import { expect } from 'chai';
import { nextVisit } from '../core/reports/nextVisit.ts';
import { inEnglish } from './testing/inEnglish.ts';

const input = { washedOn: '2026-11-24', agreed: null, chosen: 2, best: 2 };
const words = (changes: Partial<Parameters<typeof nextVisit>[0]>) =>
  inEnglish(nextVisit({ ...input, ...changes }).because);

describe('why the next visit is when it is, in words', () => {
  it('is what the plan found best', () => {
    expect(words({})).to.equal('The plan found 2 visits a year best. Look first; wash if it is dirty.');
    expect(words({ bestDay: () => 150 })).to.include('best, and the next of them on the day that saves most.');
  });

  it('never calls best what somebody chose', () => {
    expect(words({ chosen: 1, best: 3 }))
      .to.match(/^1 visit a year was chosen; on the figures alone 3 visits a year would cost least/)
      .and.not.match(/found|best/);
    expect(words({ chosen: 3, best: 0 })).to.match(
      /^3 visits a year were chosen; on the figures alone no visit pays in energy/,
    );
  });

  it('names what was agreed, and says where no visit pays or none was planned', () => {
    expect(words({ agreed: 4 })).to.match(/^The plan that was agreed has 4 visits a year\./);
    expect(words({ chosen: 0, best: 0 })).to.match(/no visit pays in energy/);
    expect(words({ chosen: 0, best: 2 })).to.match(/^No visit was planned; .* 2 visits a year would cost least/);
  });
});
