import { expect } from 'chai';
import { clockGap, happenedAt } from './clock.ts';

describe('the clock of a phone', () => {
  const received = new Date('2026-11-25T12:00:00Z');

  it('that is right, or sends a little late, is taken as it is', () => {
    expect(clockGap('2026-11-25T09:00:00Z', received, '2026-11-25T11:59:30Z')).to.equal(0);
    expect(clockGap('2026-11-25T09:00:00Z', received, undefined)).to.equal(0);
  });
  it('that is three hours ahead sets everything right by three hours', () => {
    const gap = clockGap('2026-11-25T12:10:00Z', received, '2026-11-25T15:00:00Z');
    expect(gap).to.equal(3 * 3600);
    expect(happenedAt({ at: '2026-11-25T12:10:00Z', clockGap: gap })).to.equal('2026-11-25T09:10:00.000Z');
  });
  it('that is a day behind does so the other way', () => {
    const gap = clockGap('2026-11-24T11:00:00Z', received, '2026-11-24T12:00:00Z');
    expect(happenedAt({ at: '2026-11-24T11:00:00Z', clockGap: gap })).to.equal('2026-11-25T11:00:00.000Z');
  });
  it('puts nothing into the future, also where it does not say what time it is', () => {
    const gap = clockGap('2026-12-24T11:00:00Z', received, undefined);
    expect(Date.parse(happenedAt({ at: '2026-12-24T11:00:00Z', clockGap: gap }))).to.equal(received.getTime());
  });
  it('that was set right between ticking and sending puts nothing into the future either', () => {
    const gap = clockGap('2026-11-26T11:00:00Z', received, '2026-11-25T12:00:00Z');
    expect(happenedAt({ at: '2026-11-26T11:00:00Z', clockGap: gap }) <= received.toISOString()).to.equal(true);
  });
  it('leaves a right time as it was written', () => {
    expect(happenedAt({ at: '2026-11-25T09:00:00+02:00' })).to.equal('2026-11-25T09:00:00+02:00');
  });
});
