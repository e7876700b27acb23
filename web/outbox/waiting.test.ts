import { expect } from 'chai';
import { picture, tick } from '../testing/outbox.ts';
import type { OutboxState } from './engine.ts';
import { waitingOf } from './index.ts';

describe('what of the outbox concerns a job', () => {
  const state = (change: Partial<OutboxState>): OutboxState => ({
    items: [],
    read: true,
    lost: [],
    clockGap: 0,
    trouble: null,
    ...change,
  });

  it('is of that job alone: what waits, what was refused, and what was put aside', () => {
    const [waits, refused, aside] = [
      tick(),
      { ...tick(), refused: 'no' },
      { ...tick(), refused: 'never', aside: true },
    ];
    const found = waitingOf(state({ items: [waits, refused, aside, picture(), tick('another')] }), 'job', 'ada');
    expect(found.waiting).to.equal(2);
    expect(found.entries.map(({ id }) => id)).to.deep.equal([waits.id]);
    expect(found.photos).to.have.length(1);
    expect(found.refused).to.deep.equal(['no']);
    expect(found.aside.map(({ why }) => why)).to.deep.equal(['never']);
  });

  it('names those who have to sign in for theirs, and nobody where nobody knows', () => {
    const items = [tick('job', 'ada'), tick('job', 'ben'), { ...tick(), by: null }];
    expect(waitingOf(state({ items }), 'job', 'ada').othersWaiting).to.deep.equal(['ben', '']);
  });

  it('carries how far the clock of the device is off, and nothing where it is right', () => {
    const items = [tick()];
    expect(waitingOf(state({ items, clockGap: 7200 }), 'job', 'ada').entries[0]).to.include({ clockGap: 7200 });
    expect(waitingOf(state({ items, clockGap: 30 }), 'job', 'ada').entries[0]).to.not.have.property('clockGap');
  });
});
