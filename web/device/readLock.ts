import type { LockState } from './lock.ts';

/** The database that `DeviceStore` keeps. */
export const STORE_NAME = 'pail-field';

/**
 * Reads who left this device how, without the library that keeps everything else: it is the one thing of the store that the
 * first page waits for. A device that keeps nothing is left so.
 * @returns undefined where nothing is known
 */
export function readLock(name = STORE_NAME): Promise<LockState | undefined> {
  return new Promise((resolve, reject) => {
    const opening = indexedDB.open(name);
    // It is not there yet, and its first version is for the store to make.
    opening.onupgradeneeded = () => opening.transaction?.abort();
    opening.onerror = () => (opening.error?.name === 'AbortError' ? resolve(undefined) : reject(opening.error));
    opening.onsuccess = () => {
      const database = opening.result;
      if (!database.objectStoreNames.contains('lock')) {
        database.close();
        return resolve(undefined);
      }
      const asking = database.transaction('lock').objectStore('lock').get('lock');
      asking.onsuccess = () => resolve(asking.result);
      asking.onerror = () => reject(asking.error);
      asking.transaction?.addEventListener('complete', () => database.close());
    };
  });
}
