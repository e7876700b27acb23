import { expect } from 'chai';
import { expiresSoon, firstFollowUp } from './following.ts';

describe('an offer that went out', () => {
  it('is followed up after five days', () => {
    expect(firstFollowUp('2026-11-28', '2026-12-28')).to.equal('2026-12-03');
    expect(firstFollowUp('2026-11-28', null)).to.equal('2026-12-03');
  });

  it('is followed up before it expires, and never on the day it goes out', () => {
    expect(firstFollowUp('2026-11-28', '2026-12-05')).to.equal('2026-12-02');
    expect(firstFollowUp('2026-11-28', '2026-11-29')).to.equal('2026-11-29');
  });

  it('expires soon within a week of its last day, and no longer once that has passed', () => {
    expect(expiresSoon('2026-12-05', '2026-11-28')).to.equal(true);
    expect(expiresSoon('2026-12-06', '2026-11-28')).to.equal(false);
    expect(expiresSoon('2026-11-27', '2026-11-28')).to.equal(false);
    expect(expiresSoon(null, '2026-11-28')).to.equal(false);
  });
});
