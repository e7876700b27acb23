import { expect } from 'chai';
import { counted } from './counted.ts';

describe('a number with its noun', () => {
  it('is in the singular for one alone', () => {
    expect([0, 1, 2].map((count) => counted(count, 'module'))).to.deep.equal(['0 modules', '1 module', '2 modules']);
  });
  it('has the plural and the figures that are given', () => {
    expect(counted(1, 'entry', 'entries')).to.equal('1 entry');
    expect(counted(1234, 'entry', 'entries', '1 234')).to.equal('1 234 entries');
  });
});
