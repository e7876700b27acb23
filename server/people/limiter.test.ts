import { expect } from 'chai';
import { type Database, openDatabase } from '../storage/database.ts';
import { emptyDatabase } from '../testing/harness.ts';
import { delayAfter, pruneCounts, reserveAttempt, settleAttempt } from './limiter.ts';

describe('the delay after failed sign-ins', () => {
  it('is none at first, then doubles, and ends at a quarter of an hour', () => {
    const delays = [0, 4, 5, 6, 7, 14, 15, 60].map((failures) => delayAfter(failures, 5) / 1000);
    expect(delays).to.deep.equal([0, 0, 1, 2, 4, 512, 900, 900]);
  });
});

describe('sign-ins that are counted', () => {
  let database: Database;
  before(async () => {
    database = openDatabase(await emptyDatabase(), 8);
  });
  after(() => database.destroy());

  const now = new Date('2026-11-25T12:00:00Z');
  const later = (seconds: number) => new Date(now.getTime() + seconds * 1000);
  const gate = (key: string, free = 5) => ({ key, free });

  it('at once are checked no more than may fail, however many there are', async () => {
    const all = await Promise.all(Array.from({ length: 60 }, () => reserveAttempt(database, [gate('flood')], now)));
    expect(all.filter((until) => until === null)).to.have.length(5);
  });

  it('are blocked longer each time, and opened when that time has passed', async () => {
    for (let count = 0; count < 5; count += 1) await reserveAttempt(database, [gate('slow')], now);
    expect(await reserveAttempt(database, [gate('slow')], now)).to.deep.equal(later(1));
    expect(await reserveAttempt(database, [gate('slow')], later(2))).to.equal(null);
    expect(await reserveAttempt(database, [gate('slow')], later(2))).to.deep.equal(later(4));
  });

  it('that are refused while blocked are not counted on: waiting is enough', async () => {
    for (let count = 0; count < 20; count += 1) await reserveAttempt(database, [gate('patient')], now);
    expect(await reserveAttempt(database, [gate('patient')], later(1.5))).to.equal(null);
  });

  it('are forgotten after a success, and after a day without any', async () => {
    for (let count = 0; count < 5; count += 1) await reserveAttempt(database, [gate('right')], now);
    await settleAttempt(database, 'right', true, now);
    expect(await reserveAttempt(database, [gate('right')], now)).to.equal(null);
    for (let count = 0; count < 5; count += 1) await reserveAttempt(database, [gate('old')], now);
    const tomorrow = later(25 * 3600);
    for (let count = 0; count < 4; count += 1)
      expect(await reserveAttempt(database, [gate('old')], tomorrow)).to.equal(null);
  });

  it('of two gates need both open', async () => {
    for (let count = 0; count < 5; count += 1) await reserveAttempt(database, [gate('a'), gate('shared', 99)], now);
    expect(await reserveAttempt(database, [gate('b'), gate('shared', 99)], now)).to.equal(null);
    expect(await reserveAttempt(database, [gate('a'), gate('shared', 99)], now)).to.not.equal(null);
  });

  it('leave nothing behind for ever', async () => {
    await reserveAttempt(database, [gate('pruned')], now);
    await pruneCounts(database, later(23 * 3600));
    expect(await database('sign_in_counts').where({ key: 'pruned' })).to.have.length(1);
    await pruneCounts(database, later(25 * 3600));
    expect(await database('sign_in_counts').where({ key: 'pruned' })).to.have.length(0);
  });
});
