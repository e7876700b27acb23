import { expect } from 'chai';
import { createLock, type LockState } from './lock.ts';

const ADA = { id: 'ada', name: 'Ada' };
const BEN = { id: 'ben', name: 'Ben' };
const PIN = '481516';

function setUp(kept?: LockState) {
  const disk = { state: kept };
  let now = 1_000_000;
  const lock = createLock({
    store: {
      read: async () => disk.state,
      write: async (state) => {
        disk.state = state;
      },
    },
    now: () => now,
    derive: async (pin, salt) => `hash of ${pin} with ${salt}`,
    random: () => 'salt',
  });
  return { lock, disk, move: (ms: number) => (now += ms) };
}

describe('the lock of a device', () => {
  it('shows what is kept while whoever worked with it has not signed out, also without a signal', async () => {
    const { lock } = setUp();
    await lock.entered(ADA);
    expect(lock.standing()).to.equal('open');
  });

  it('hides it after a sign-out, also when the page is opened anew', async () => {
    const { lock, disk } = setUp();
    await lock.entered(ADA);
    await lock.left(true);
    expect(lock.standing()).to.equal('closed');
    const again = setUp(disk.state).lock;
    await again.load();
    expect(again.standing()).to.equal('closed');
  });

  it('opens by the PIN for as long as the page is open, and keeps no PIN in the clear', async () => {
    const { lock, disk } = setUp();
    await lock.entered(ADA);
    await lock.setPin(PIN);
    await lock.left(true);
    expect(lock.standing()).to.equal('pin');
    expect(JSON.stringify(disk.state?.pin?.hash)).to.not.equal(JSON.stringify(PIN));
    expect(await lock.tryPin('000000')).to.equal('wrong');
    expect(await lock.tryPin(PIN)).to.equal('right');
    expect(lock.standing()).to.equal('open');
    const again = setUp(disk.state).lock;
    await again.load();
    expect(again.standing()).to.equal('pin');
  });

  it('makes whoever guesses wait, longer each time, also after the page was closed', async () => {
    const { lock, disk, move } = setUp();
    await lock.entered(ADA);
    await lock.setPin(PIN);
    await lock.left(true);
    for (let count = 0; count < 5; count += 1) expect(await lock.tryPin('000000')).to.equal('wrong');
    expect(await lock.tryPin(PIN)).to.equal(30_000);
    const again = setUp(disk.state);
    await again.lock.load();
    expect(await again.lock.tryPin(PIN)).to.equal(30_000);
    move(30_000);
    expect(await lock.tryPin('000000')).to.equal('wrong');
    expect(await lock.tryPin(PIN)).to.equal(60_000);
  });

  it('forgets the PIN of one person when another signs in', async () => {
    const { lock } = setUp();
    await lock.entered(ADA);
    await lock.setPin(PIN);
    await lock.left(true);
    await lock.entered(BEN);
    await lock.left(true);
    expect(lock.standing()).to.equal('closed');
    expect(await lock.tryPin(PIN)).to.equal('wrong');
  });

  it('takes no PIN that is too short or no figures', async () => {
    const { lock } = setUp();
    for (const bad of ['', '1234', 'abcdef', '12345678901234']) {
      const failed = await lock.setPin(bad).catch((error: Error) => error.message);
      expect(failed, bad).to.equal('A PIN has 6 to 12 figures.');
    }
  });

  it('tells nobody of a PIN before the device has kept it', async () => {
    let keep: () => void = () => undefined;
    const lock = createLock({
      store: { read: async () => undefined, write: () => new Promise<void>((resolve) => (keep = resolve)) },
      now: () => 0,
      derive: async () => 'hash',
      random: () => 'salt',
    });
    const heard: boolean[] = [];
    lock.subscribe(() => heard.push(lock.state().pin !== null));
    const set = lock.setPin(PIN);
    await new Promise((resolve) => setImmediate(resolve));
    expect([heard, lock.state().pin]).to.deep.equal([[], null]);
    keep();
    await set;
    expect(heard).to.deep.equal([true]);
  });

  it('remembers that the server has still to be told of a sign-out', async () => {
    const { lock, disk } = setUp();
    await lock.entered(ADA);
    await lock.left(false);
    expect(disk.state?.toldServer).to.equal(false);
    await lock.left(true);
    expect(disk.state?.toldServer).to.equal(true);
  });
});
