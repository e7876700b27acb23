/** Who works with a device, and whether what it keeps may be shown. */
export interface LockState {
  person: { id: string; name: string } | null;
  /** signed out: what is kept is hidden until somebody signs in, or gives the PIN where there is no signal */
  signedOut: boolean;
  /** the server has not been told yet that this person signed out */
  toldServer: boolean;
  pin: { salt: string; hash: string; rounds: number } | null;
  failures: number;
  waitUntil: number;
}

export const NO_LOCK: LockState = {
  person: null,
  signedOut: false,
  toldServer: true,
  pin: null,
  failures: 0,
  waitUntil: 0,
};

export interface LockOptions {
  store: { read(): Promise<LockState | undefined>; write(state: LockState): Promise<void> };
  now: () => number;
  /** makes a hash of a PIN that takes long to guess; hexadecimal */
  derive: (pin: string, salt: string, rounds: number) => Promise<string>;
  random: () => string;
}

export type Standing =
  /** shown: nobody has signed out since */
  | 'open'
  /** hidden, until the PIN is given or somebody signs in */
  | 'pin'
  /** hidden, until somebody signs in */
  | 'closed';

const ROUNDS = 600_000;
const FREE_FAILURES = 4;
const FIRST_WAIT = 30_000;
export const PIN_PATTERN = /^\d{6,12}$/;

export interface DeviceLock {
  state(): LockState;
  standing(): Standing;
  subscribe(listener: () => void): () => void;
  load(): Promise<void>;
  /** Somebody is signed in. Another person than before brings a PIN of their own. */
  entered(person: { id: string; name: string }): Promise<void>;
  /** Somebody signs out. @param told whether the server knows */
  left(told: boolean): Promise<void>;
  setPin(pin: string): Promise<void>;
  dropPin(): Promise<void>;
  /** @returns whether it was right; where it is too early to try, the ms to wait */
  tryPin(pin: string): Promise<'right' | 'wrong' | number>;
}

/** The lock of a device. It has no screen, no store and no clock of its own. */
export function createLock({ store, now, derive, random }: LockOptions): DeviceLock {
  const listeners = new Set<() => void>();
  let state = NO_LOCK;
  /** opened by the PIN, for as long as the page is open */
  let opened = false;

  const write = async (change: Partial<LockState>) => {
    const next = { ...state, ...change };
    try {
      // Nobody is told before the device has it: a page that is closed in between would not remember.
      await store.write(next);
    } finally {
      state = next;
      for (const listener of listeners) listener();
    }
  };

  return {
    state: () => state,
    standing: () => {
      if (!state.signedOut || opened) return 'open';
      return state.pin === null ? 'closed' : 'pin';
    },
    subscribe: (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    async load() {
      state = (await store.read()) ?? NO_LOCK;
      for (const listener of listeners) listener();
    },
    async entered(person) {
      if (state.person?.id === person.id && !state.signedOut) return;
      const pin = state.person?.id === person.id ? state.pin : null;
      await write({ person, pin, signedOut: false, toldServer: true, failures: 0, waitUntil: 0 });
    },
    async left(told) {
      opened = false;
      await write({ signedOut: true, toldServer: told });
    },
    async setPin(pin) {
      if (!PIN_PATTERN.test(pin)) throw new Error('A PIN has 6 to 12 figures.');
      const salt = random();
      await write({ pin: { salt, rounds: ROUNDS, hash: await derive(pin, salt, ROUNDS) }, failures: 0, waitUntil: 0 });
    },
    dropPin: () => write({ pin: null }),
    async tryPin(pin) {
      if (state.waitUntil > now()) return state.waitUntil - now();
      if (state.pin === null) return 'wrong';
      // Counted before it is checked, so that closing the page does not save a try.
      const failures = state.failures + 1;
      const wait = failures <= FREE_FAILURES ? 0 : FIRST_WAIT * 2 ** (failures - FREE_FAILURES - 1);
      await write({ failures, waitUntil: now() + wait });
      const { salt, hash, rounds } = state.pin;
      if ((await derive(pin, salt, rounds)) !== hash) return 'wrong';
      opened = true;
      await write({ failures: 0, waitUntil: 0 });
      return 'right';
    },
  };
}
