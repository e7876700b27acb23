import { expect } from 'chai';
import { createFairQueue, QueueFull, WorkStopped } from './fairQueue.ts';

const OPTIONS = { atOnce: 1, atOnceOfOne: 9, mostWaiting: 200, mostOfOne: 120, timeLimit: 60_000 };

/** Work that ends when it is told to, and tells in which order it began. */
function bench(options: Partial<typeof OPTIONS> = {}) {
  const queue = createFairQueue({ ...OPTIONS, ...options });
  const begun: string[] = [];
  const ends: (() => void)[] = [];
  const ask = (person: string, what: string, signal?: AbortSignal): Promise<string> => {
    const asked = queue.run(
      person,
      (stop) =>
        new Promise<string>((resolve, reject) => {
          begun.push(what);
          ends.push(() => resolve(what));
          stop.addEventListener('abort', () => reject(new Error('stopped')));
        }),
      signal,
    );
    // What nobody ends takes too long in the end, when no test waits for it any more.
    asked.catch(() => undefined);
    return asked;
  };
  const endNext = async () => {
    ends.shift()?.();
    await settled();
  };
  return { ask, begun, endNext };
}

/** Until everything has happened that waits for nothing. */
const settled = () => new Promise((resolve) => setImmediate(resolve));

const fate = (work: Promise<unknown>): Promise<unknown> =>
  work.then(
    () => null,
    (error: unknown) => error,
  );

describe('work that many ask for at once', () => {
  it('is done in turns: a hundred pieces of one hold up another by one', async () => {
    const { ask, begun, endNext } = bench();
    for (let piece = 0; piece < 100; piece += 1) void ask('ada', `ada ${piece}`);
    void ask('ben', 'ben');
    await settled();
    await endNext();
    await endNext();
    expect(begun.slice(0, 3)).to.deep.equal(['ada 0', 'ada 1', 'ben']);
  });

  it('of each person is done in the order in which it was asked for', async () => {
    const { ask, begun, endNext } = bench();
    for (const what of ['a1', 'a2', 'a3']) void ask('ada', what);
    for (const what of ['b1', 'b2']) void ask('ben', what);
    await settled();
    for (let count = 0; count < 5; count += 1) await endNext();
    expect(begun.filter((what) => what.startsWith('a'))).to.deep.equal(['a1', 'a2', 'a3']);
    expect(begun.filter((what) => what.startsWith('b'))).to.deep.equal(['b1', 'b2']);
  });

  it('is done at the same time as far as there is room, and no further', async () => {
    const { ask, begun, endNext } = bench({ atOnce: 2 });
    for (const what of ['a', 'b', 'c']) void ask(what, what);
    await settled();
    expect(begun).to.deep.equal(['a', 'b']);
    await endNext();
    expect(begun).to.deep.equal(['a', 'b', 'c']);
  });

  it('of one person leaves room: another begins at once, and the first has no more than a share', async () => {
    const { ask, begun, endNext } = bench({ atOnce: 2, atOnceOfOne: 1 });
    for (const what of ['a1', 'a2', 'a3']) void ask('ada', what);
    await settled();
    expect(begun).to.deep.equal(['a1']);
    void ask('ben', 'b1');
    await settled();
    expect(begun).to.deep.equal(['a1', 'b1']);
    await endNext();
    expect(begun).to.deep.equal(['a1', 'b1', 'a2']);
  });

  it('is refused beyond a number, of one person sooner than of all', async () => {
    const { ask } = bench({ mostOfOne: 2, mostWaiting: 3 });
    void ask('ada', 'runs');
    void ask('ada', 'waits 1');
    void ask('ada', 'waits 2');
    expect(await fate(ask('ada', 'too many'))).to.be.instanceOf(QueueFull);
    void ask('ben', 'waits 3');
    expect(await fate(ask('cem', 'too many in all'))).to.be.instanceOf(QueueFull);
  });

  it('is not begun for whoever has gone, and makes room', async () => {
    const { ask, begun, endNext } = bench({ mostOfOne: 1 });
    void ask('ada', 'runs');
    const gone = new AbortController();
    const waited = fate(ask('ada', 'waits', gone.signal));
    gone.abort();
    expect(await waited).to.include({ because: 'cancelled' });
    void ask('ada', 'after');
    await settled();
    await endNext();
    expect(begun).to.deep.equal(['runs', 'after']);
    expect(await fate(ask('ada', 'never', AbortSignal.abort()))).to.be.instanceOf(WorkStopped);
  });

  it('is stopped where whoever asked goes while it is done, and the next begins', async () => {
    const { ask, begun } = bench();
    const gone = new AbortController();
    const first = fate(ask('ada', 'long', gone.signal));
    void ask('ben', 'next');
    await settled();
    gone.abort();
    expect(await first).to.include({ because: 'cancelled' });
    await settled();
    expect(begun).to.deep.equal(['long', 'next']);
  });

  it('is stopped where it takes too long', async () => {
    const { ask } = bench({ timeLimit: 5 });
    expect(await fate(ask('ada', 'for ever'))).to.include({ because: 'too long' });
  });

  it('that fails gives its turn back and says why', async () => {
    const queue = createFairQueue(OPTIONS);
    expect(await fate(queue.run('ada', () => Promise.reject(new Error('bad input'))))).to.have.property(
      'message',
      'bad input',
    );
    expect(await queue.run('ada', async () => 'fine')).to.equal('fine');
  });
});
