import { expect } from 'chai';
import type { OutboxItem } from '../device/items.ts';
import { fakeServer, handClock, memoryStore, picture, settled, tick } from '../testing/outbox.ts';
import { batchOf, createOutbox, LIMITS } from './engine.ts';

const file = new Blob(['abc']);

function setUp() {
  const store = memoryStore();
  const { server, transport } = fakeServer();
  const clock = handClock();
  const outbox = createOutbox({ store, transport, clock });
  /** Keeps items while the server is out of reach, so that they go together. */
  const collect = async (...items: OutboxItem[]) => {
    server.reachable = false;
    for (const item of items) await outbox.add(item, item.kind === 'photo' ? file : undefined);
    await settled();
    server.reachable = true;
    server.requests.splice(0);
  };
  const left = () => outbox.state().items.map(({ id }) => id);
  const keptIds = () => server.kept.map(({ id }) => id);
  return { store, server, clock, outbox, collect, left, keptIds };
}

describe('the outbox of a phone', () => {
  it('keeps on the device first, and lets go only of what the server has', async () => {
    const { outbox, collect, left, keptIds, server } = setUp();
    const [one, two] = [tick(), tick()];
    await collect(one, two);
    expect(left()).to.deep.equal([one.id, two.id]);
    expect(outbox.state().trouble).to.equal('unreachable');
    await outbox.flush();
    expect(keptIds()).to.deep.equal([one.id, two.id]);
    expect(server.taken).to.deep.equal([one.id, two.id]);
    expect([left(), outbox.state().trouble]).to.deep.equal([[], null]);
  });

  it('sends ticks in the order in which they were made', async () => {
    const { outbox, collect, keptIds } = setUp();
    const ticks = Array.from({ length: 250 }, () => tick());
    await collect(...ticks);
    await outbox.flush();
    expect(keptIds()).to.deep.equal(ticks.map(({ id }) => id));
  });

  it('says what time it takes it to be, and learns how far its clock is off', async () => {
    const { outbox, collect, server } = setUp();
    await collect(tick());
    server.now = '2026-11-25T09:00:00Z';
    await outbox.flush();
    expect(server.kept[0]?.sentAt).to.equal('2026-11-25T12:00:00.000Z');
    expect(outbox.state().clockGap).to.equal(3 * 3600);
  });

  describe('in a batch', () => {
    it('keeps to a number and to a size, and never holds less than one', () => {
      const large = Array.from({ length: 5 }, () => tick('job', 'ada', 'x'.repeat(LIMITS.bytes / 2)));
      expect(batchOf(large, 100)).to.have.length(1);
      expect(batchOf([tick('job', 'ada', 'x'.repeat(LIMITS.bytes * 2))], 100)).to.have.length(1);
      expect(
        batchOf(
          Array.from({ length: 300 }, () => tick()),
          100,
        ),
      ).to.have.length(100);
    });

    it('puts aside the one that is refused where the server names it, and sends the others', async () => {
      const { outbox, collect, server, keptIds, left } = setUp();
      const [one, bad, three] = [tick(), tick(), tick()];
      await collect(one, bad, three);
      server.answer = (_lane, items) => {
        const at = items.findIndex(({ id }) => id === bad.id);
        return at < 0 ? undefined : { kind: 'refused', why: 'no such module', at };
      };
      await outbox.flush();
      expect(keptIds()).to.deep.equal([one.id, three.id]);
      expect(left()).to.deep.equal([bad.id]);
      expect(outbox.state().items[0]?.refused).to.equal('no such module');
    });

    it('finds it by halves where the server does not', async () => {
      const { outbox, collect, server, keptIds } = setUp();
      const ticks = Array.from({ length: 40 }, () => tick());
      const bad = ticks[17]?.id;
      await collect(...ticks);
      server.answer = (_lane, items) =>
        items.some(({ id }) => id === bad) ? { kind: 'refused', why: 'no such module' } : undefined;
      await outbox.flush();
      expect(keptIds()).to.have.length(39);
      expect(keptIds()).to.not.include(bad);
    });

    it('is made smaller where it is too large, down to one, which is refused in words', async () => {
      const { outbox, collect, server, keptIds, left } = setUp();
      const ticks = Array.from({ length: 9 }, () => tick());
      await collect(...ticks);
      server.answer = (_lane, items) => (items.length > 2 ? { kind: 'too-large', why: 'too large' } : undefined);
      await outbox.flush();
      expect(keptIds()).to.have.length(9);
      const huge = tick();
      await collect(huge);
      server.answer = () => ({ kind: 'too-large', why: 'divide the face' });
      await outbox.flush();
      expect(left()).to.deep.equal([huge.id]);
      expect(outbox.state().items[0]?.refused).to.equal('divide the face');
    });
  });

  describe('with lanes', () => {
    for (const outcome of [
      { kind: 'later', why: 'broken' },
      { kind: 'refused', why: 'gone' },
    ] as const) {
      it(`lets no job hold up another: ${outcome.kind}`, async () => {
        const { outbox, collect, server, keptIds } = setUp();
        const [held, free] = [tick('held'), tick('free')];
        await collect(held, free);
        server.answer = (lane) => (lane === 'entry:held' ? outcome : undefined);
        await outbox.flush();
        expect(keptIds()).to.deep.equal([free.id]);
      });
    }

    it('lets no photograph hold up a tick, nor the other way round', async () => {
      const { outbox, collect, server, keptIds } = setUp();
      const [photo, after, other] = [picture(), tick(), picture('other')];
      await collect(photo, after, other);
      server.answer = (lane) => (lane === 'photo:job' ? { kind: 'later', why: 'busy' } : undefined);
      await outbox.flush();
      expect(keptIds()).to.have.members([after.id, other.id]);
    });

    it('gives a request up that hangs, and sends what is behind it in other lanes meanwhile', async () => {
      const { outbox, collect, server, keptIds, clock, left } = setUp();
      const [hung, free] = [tick('hung'), tick('free')];
      await collect(hung, free);
      server.answer = (lane) => (lane === 'entry:hung' ? new Promise(() => undefined) : undefined);
      const flushed = outbox.flush();
      await settled();
      expect(keptIds()).to.deep.equal([free.id]);
      await clock.move(LIMITS.entriesTimeout);
      await flushed;
      expect(left()).to.deep.equal([hung.id]);
      server.answer = () => undefined;
      await outbox.flush(true);
      expect(left()).to.deep.equal([]);
    });

    it('waits longer after each failure of a lane, as long as the server asks at least, and not where it is forced', async () => {
      const { outbox, collect, server, clock } = setUp();
      await collect(tick());
      server.answer = () => ({ kind: 'later', why: 'busy', after: 5000 });
      await outbox.flush();
      const tries = () => server.requests.length;
      await clock.move(4000);
      await outbox.flush();
      expect(tries()).to.equal(1);
      await clock.move(1000);
      await outbox.flush();
      expect(tries()).to.equal(2);
      await outbox.flush(true);
      expect(tries()).to.equal(3);
    });
  });

  describe('of several people', () => {
    it('sends what one did under that one alone', async () => {
      const { outbox, collect, server, left } = setUp();
      const [adas, bens] = [tick('job', 'ada'), tick('job', 'ben')];
      await collect(adas, bens);
      await outbox.flush();
      expect(server.kept).to.deep.include({ id: adas.id, by: 'ada', sentAt: '2026-11-25T12:00:00.000Z' });
      expect(left()).to.deep.equal([bens.id]);
      server.person = 'ben';
      await outbox.flush();
      expect(server.kept.at(-1)).to.include({ id: bens.id, by: 'ben' });
      expect(left()).to.deep.equal([]);
    });

    it('sends nothing while nobody is signed in, and says so', async () => {
      const { outbox, collect, server, left } = setUp();
      const one = tick();
      await collect(one);
      server.person = null;
      await outbox.flush();
      expect([server.requests, left(), outbox.state().trouble]).to.deep.equal([[], [one.id], 'sign-in']);
    });

    it('leaves what nobody has said to have done until somebody takes it on', async () => {
      const { outbox, collect, server } = setUp();
      await collect({ ...tick(), by: null });
      await outbox.flush();
      expect(server.kept).to.deep.equal([]);
      await outbox.claim({ id: 'ada', name: 'Ada' });
      await settled();
      expect(server.kept).to.have.length(1);
    });
  });

  it('says what a full device could not keep, until somebody has read it', async () => {
    const { outbox, store, server } = setUp();
    store.full = true;
    expect(await outbox.add(tick())).to.equal(false);
    const [lost] = outbox.state().lost;
    expect([lost?.what, lost?.why]).to.deep.equal(['paused', 'QuotaExceededError: the disk is full']);
    outbox.acknowledge(lost?.id ?? '');
    expect(outbox.state().lost).to.deep.equal([]);
    store.full = false;
    expect(await outbox.add(tick())).to.equal(true);
    await settled();
    expect(server.kept).to.have.length(1);
  });

  it('keeps what was refused when it is put aside', async () => {
    const { outbox, collect, server, left } = setUp();
    const one = tick();
    await collect(one);
    server.answer = () => ({ kind: 'refused', why: 'signed' });
    await outbox.flush();
    await outbox.putAside('another job');
    expect(outbox.state().items[0]?.aside).to.equal(undefined);
    await outbox.putAside('job');
    expect(outbox.state().items[0]).to.include({ id: one.id, aside: true, refused: 'signed' });
    server.requests.splice(0);
    await outbox.flush(true);
    expect([server.requests, left()]).to.deep.equal([[], [one.id]]);
  });

  it('refuses a picture that the device has lost, and goes on', async () => {
    const { outbox, store, server } = setUp();
    await store.add(picture());
    const fine = picture();
    await outbox.add(fine, file);
    await settled();
    expect(server.kept.map(({ id }) => id)).to.deep.equal([fine.id]);
    expect(outbox.state().items[0]?.refused).to.include('Take it again');
  });

  it('sends what comes while it is sending', async () => {
    const { outbox, collect, server, left } = setUp();
    const [one, two] = [tick(), tick()];
    await collect(one);
    server.answer = async (_lane, items) => {
      if (items[0]?.id === one.id) await outbox.add(two);
      return undefined;
    };
    await outbox.flush();
    await settled();
    expect(left()).to.deep.equal([]);
  });

  it('stops where the page is too old to be understood, and keeps everything', async () => {
    const { outbox, collect, server, left } = setUp();
    const one = tick();
    await collect(one);
    server.answer = () => ({ kind: 'too-old' });
    await outbox.flush();
    expect([outbox.state().trouble, left()]).to.deep.equal(['too-old', [one.id]]);
  });

  it('does not pass for empty before its store has been read', async () => {
    const { store, outbox, left } = setUp();
    const one = tick();
    await store.add(one);
    expect([outbox.state().read, left()]).to.deep.equal([false, []]);
    await outbox.reload();
    expect([outbox.state().read, left()]).to.deep.equal([true, [one.id]]);
  });

  it('says so where the device cannot read what it keeps, and goes on when it can again', async () => {
    const { outbox, collect, store, left } = setUp();
    await collect(tick());
    const { list } = store;
    store.list = () => Promise.reject(new Error('the store is broken'));
    await outbox.flush();
    expect(outbox.state().trouble).to.equal('store');
    store.list = list;
    await outbox.flush();
    expect([outbox.state().trouble, left()]).to.deep.equal([null, []]);
  });

  it('tells whoever listens, until they go', async () => {
    const { outbox } = setUp();
    let heard = 0;
    const stop = outbox.subscribe(() => {
      heard += 1;
    });
    await outbox.add(tick());
    expect(heard).to.be.above(0);
    await settled();
    stop();
    const before = heard;
    await outbox.add(tick());
    expect(heard).to.equal(before);
  });
});
