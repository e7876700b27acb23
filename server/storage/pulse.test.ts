import { expect } from 'chai';
import { type Pulse, startPulse } from './pulse.ts';

describe('the pulse of a database', () => {
  const open: Pulse[] = [];
  afterEach(async () => {
    for (const pulse of open.splice(0)) await pulse.stop();
  });

  /** A database that answers as told; `beats` waits until it has been asked so many times. */
  function patient(answers: boolean[]) {
    let asked = 0;
    const lost: number[] = [];
    const pulse = startPulse({
      probe: async () => {
        const answer = answers[Math.min(asked, answers.length - 1)];
        asked += 1;
        if (!answer) throw new Error('no answer');
      },
      every: 1,
      misses: 2,
    });
    pulse.onLost(() => lost.push(asked));
    open.push(pulse);
    const beats = async (count: number) => {
      while (asked <= count) await new Promise((resolve) => setTimeout(resolve, 2));
    };
    return { pulse, lost, beats };
  }

  it('is there before anything is known', () => {
    expect(patient([false]).pulse.alive()).to.equal(true);
  });

  it('is not lost by one probe that misses', async () => {
    const { pulse, lost, beats } = patient([true, false, true]);
    await beats(4);
    expect([pulse.alive(), lost]).to.deep.equal([true, []]);
  });

  it('is lost by two in a row, and whoever waits is told once', async () => {
    const { pulse, lost, beats } = patient([true, false]);
    await beats(6);
    expect([pulse.alive(), lost]).to.deep.equal([false, [3]]);
  });

  it('comes back with the first answer', async () => {
    const { pulse, beats } = patient([false, false, false, true]);
    await beats(5);
    expect(pulse.alive()).to.equal(true);
  });

  it('tells nobody who has gone', async () => {
    const { pulse, beats } = patient([true, false]);
    const told: string[] = [];
    pulse.onLost(() => told.push('gone'))();
    await beats(5);
    expect(told).to.deep.equal([]);
  });
});
