import { expect } from 'chai';
import { createTaskQueue, type Running, TookTooLong, TooMuchAsked } from './taskQueue.ts';

interface Tasks {
  ask: (what: string) => Promise<string>;
}

/** Workers that answer when they are told to, and a clock that rings when it is told to. */
function stage(mostWaiting = 2) {
  const begun: string[] = [];
  const ends: (() => void)[] = [];
  const fails: (() => void)[] = [];
  let [started, ended, ring] = [0, 0, () => {}];
  const start = (): Running<Tasks> => {
    started += 1;
    return {
      tasks: {
        ask: (what: string) =>
          new Promise<string>((resolve, reject) => {
            begun.push(what);
            ends.push(() => resolve(`done ${what}`));
            fails.push(() => reject(new Error(`no ${what}`)));
          }),
      } as Running<Tasks>['tasks'],
      end: () => {
        ended += 1;
      },
    };
  };
  const queue = createTaskQueue<Tasks>({
    start,
    mostWaiting,
    timeLimit: 1000,
    after: (_ms, then) => {
      ring = then;
      return () => {
        ring = () => {};
      };
    },
  });
  return { queue, begun, ends, fails, ring: () => ring(), workers: () => ({ started, ended }) };
}

const settled = () => new Promise((resolve) => setTimeout(resolve, 0));
const fate = (work: Promise<unknown>): Promise<unknown> => work.catch((error: unknown) => error);

describe('what a page asks its worker for', () => {
  it('is done one after the other, on one worker', async () => {
    const { queue, begun, ends, workers } = stage();
    const [first, second] = [queue.tasks.ask('one'), queue.tasks.ask('two')];
    expect(begun).to.deep.equal(['one']);
    ends[0]?.();
    expect(await first).to.equal('done one');
    ends[1]?.();
    expect(await second).to.equal('done two');
    expect(workers()).to.deep.equal({ started: 1, ended: 0 });
  });

  it('is refused beyond what may wait, and what waits is still done', async () => {
    const { queue, ends } = stage(1);
    const [first, second, third] = [queue.tasks.ask('one'), queue.tasks.ask('two'), fate(queue.tasks.ask('three'))];
    expect(await third).to.be.instanceOf(TooMuchAsked);
    ends[0]?.();
    await first;
    ends[1]?.();
    expect(await second).to.equal('done two');
  });

  it('is given up where it takes too long, with its worker; the next begins on a fresh one', async () => {
    const { queue, begun, ends, ring, workers } = stage();
    const [first, second] = [fate(queue.tasks.ask('for ever')), queue.tasks.ask('two')];
    ring();
    expect(await first).to.be.instanceOf(TookTooLong);
    expect(begun).to.deep.equal(['for ever', 'two']);
    expect(workers()).to.deep.equal({ started: 2, ended: 1 });
    ends[1]?.();
    expect(await second).to.equal('done two');
  });

  it('that fails says why and gives its place to the next', async () => {
    const { queue, begun, fails } = stage();
    const first = fate(queue.tasks.ask('one'));
    void queue.tasks.ask('two');
    fails[0]?.();
    expect(await first).to.have.property('message', 'no one');
    expect(begun).to.deep.equal(['one', 'two']);
  });

  it('that is cancelled is heard of no more, also where its worker still answers', async () => {
    const { queue, ends, workers } = stage();
    let heard = 0;
    void queue.tasks.ask('one').then(() => (heard += 1));
    void queue.tasks.ask('two').then(() => (heard += 1));
    queue.cancel();
    ends[0]?.();
    await settled();
    expect([heard, workers().ended]).to.deep.equal([0, 1]);
    const after = queue.tasks.ask('three');
    ends[1]?.();
    expect(await after).to.equal('done three');
  });
});
