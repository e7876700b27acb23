/** Whether single letters turn pages on this device: whoever dictates or uses a switch may need them off (WCAG 2.1.4). */
export interface KeysSwitch {
  on: () => boolean;
  turn: (on: boolean) => void;
  /** @returns takes the listener away */
  onTurned: (listener: () => void) => () => void;
}

/** The part of the browser's store that is used. */
type Kept = Pick<Storage, 'getItem' | 'setItem' | 'removeItem'>;

const NAME = 'pail.keys';

/** @param kept null where the browser keeps nothing; then it holds until the page is left */
export function createKeysSwitch(kept: Kept | null): KeysSwitch {
  const listeners = new Set<() => void>();
  const read = (): boolean => {
    try {
      return kept?.getItem(NAME) !== 'off';
    } catch {
      return true;
    }
  };
  let isOn = read();
  return {
    on: () => isOn,
    turn(on) {
      isOn = on;
      try {
        if (on) kept?.removeItem(NAME);
        else kept?.setItem(NAME, 'off');
      } catch {
        // The browser's store is full or closed: it holds until the page is left.
      }
      for (const listener of [...listeners]) listener();
    },
    onTurned(listener) {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
  };
}

const store = (): Kept | null => {
  try {
    return globalThis.localStorage ?? null;
  } catch {
    return null;
  }
};

export const keysSwitch = createKeysSwitch(store());
