import { expect } from 'chai';
import { createKeysSwitch } from './switch.ts';

describe('the keys of single letters', () => {
  const shelf = () => {
    const kept = new Map<string, string>();
    return {
      getItem: (name: string) => kept.get(name) ?? null,
      setItem: (name: string, value: string) => void kept.set(name, value),
      removeItem: (name: string) => void kept.delete(name),
    };
  };

  it('work until somebody turns them off, and stay off on this device', () => {
    const kept = shelf();
    const keys = createKeysSwitch(kept);
    expect(keys.on()).to.equal(true);
    keys.turn(false);
    expect([keys.on(), createKeysSwitch(kept).on()]).to.deep.equal([false, false]);
    keys.turn(true);
    expect(createKeysSwitch(kept).on()).to.equal(true);
  });

  it('tell whoever shows them', () => {
    const keys = createKeysSwitch(shelf());
    let told = 0;
    const forget = keys.onTurned(() => {
      told += 1;
    });
    keys.turn(false);
    forget();
    keys.turn(true);
    expect(told).to.equal(1);
  });

  it('can be turned off also where the browser keeps nothing', () => {
    const closed = () => {
      throw new Error('closed');
    };
    for (const kept of [null, { getItem: closed, setItem: closed, removeItem: closed }]) {
      const keys = createKeysSwitch(kept);
      keys.turn(false);
      expect(keys.on()).to.equal(false);
    }
  });
});
