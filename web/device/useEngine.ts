import { useSyncExternalStore } from 'react';

/** A part of an engine's state, for as long as a component shows it. @param read gives the same value while nothing changed */
export const useEngine = <T>(subscribe: (listener: () => void) => () => void, read: () => T): T =>
  useSyncExternalStore(subscribe, read, read);
