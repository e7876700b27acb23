import { createLock } from './lock.ts';
import { readLock } from './readLock.ts';

const hex = (bytes: ArrayBuffer): string =>
  [...new Uint8Array(bytes)].map((byte) => byte.toString(16).padStart(2, '0')).join('');

/** Whether this page may make hashes: browsers let only pages do so that came by https or from this machine. */
export const canHash = (): boolean => globalThis.crypto?.subtle !== undefined;

export const sha256 = async (file: Blob): Promise<string> =>
  canHash() ? hex(await crypto.subtle.digest('SHA-256', await file.arrayBuffer())) : '';

/** PBKDF2 with SHA-256, as slow as OWASP asks. */
async function derive(pin: string, salt: string, rounds: number): Promise<string> {
  const text = new TextEncoder();
  const key = await crypto.subtle.importKey('raw', text.encode(pin), 'PBKDF2', false, ['deriveBits']);
  const how = { name: 'PBKDF2', hash: 'SHA-256', salt: text.encode(salt), iterations: rounds };
  return hex(await crypto.subtle.deriveBits(how, key, 256));
}

/** The lock of this device. */
export const deviceLock = createLock({
  store: {
    read: () => readLock(),
    write: async (state) => {
      const { deviceStore } = await import('./store.ts');
      await deviceStore.lock.put({ ...state, key: 'lock' });
    },
  },
  now: () => Date.now(),
  derive,
  random: () => crypto.randomUUID(),
});

let ready: Promise<void> | null = null;

/** When it is known who left this device how. Where its store cannot be read, nothing is known, and nothing is kept. */
export function deviceReady(): Promise<void> {
  ready ??= deviceLock.load().catch(() => undefined);
  return ready;
}

const NAME = 'pail.device';

/** What this device is called beside what it sends; made once. */
export function deviceName(): string {
  try {
    const known = localStorage.getItem(NAME);
    if (known) return known;
    const made = `device-${Math.random().toString(36).slice(2, 10)}`;
    localStorage.setItem(NAME, made);
    return made;
  } catch {
    return 'device';
  }
}

/** Asks the browser not to clear what is kept here when it is short of space. */
export async function askToPersist(): Promise<void> {
  try {
    if (!(await navigator.storage?.persisted?.())) await navigator.storage?.persist?.();
  } catch {
    // A browser that cannot say is a browser that does what it likes; nothing more can be done.
  }
}
