import { expect } from 'chai';
import { inTime, type Pulse, startPulse } from './pulse.ts';

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

describe('an answer in time', () => {
  const later = <T>(ms: number, value: T) => new Promise<T>((resolve) => setTimeout(() => resolve(value), ms));
  const holdUp = (ms: number) => {
    const until = performance.now() + ms;
    while (performance.now() < until);
  };

  it('is taken, and a late one is not waited for', async () => {
    expect(await inTime(later(1, 'here'), 200)).to.equal('here');
    const late = await inTime(later(400, 'late'), 40).catch((error: Error) => error.message);
    expect(late).to.equal('No answer in time.');
  });

  it('is not missed because this process was held up itself', async () => {
    const answer = later(30, 'here');
    const waiting = inTime(answer, 20);
    holdUp(120);
    expect(await waiting).to.equal('here');
  });

  it('is an error where asking failed', async () => {
    const failed = await inTime(Promise.reject(new Error('refused')), 50).catch((error: Error) => error.message);
    expect(failed).to.equal('refused');
  });
});
