import { registerSW } from 'virtual:pwa-register';

/** Whether a newer version of the app waits to be taken. It is taken when somebody says so, never in the middle of a step. */
let waiting = false;
const listeners = new Set<() => void>();
const set = (is: boolean) => {
  waiting = is;
  for (const listener of listeners) listener();
};

let take: (reload?: boolean) => Promise<void> = async () => undefined;

export function watchVersions(): void {
  take = registerSW({ immediate: true, onNeedRefresh: () => set(true) });
}

export const newVersion = {
  waiting: () => waiting,
  subscribe: (listener: () => void) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  },
  /** The server says that this page is too old, whether or not a newer one has been fetched. */
  demand: () => set(true),
  take: async () => {
    await take(true);
    window.location.reload();
  },
};
