import { useSyncExternalStore } from 'react';

const query = '(max-width: 600px)';

function subscribe(changed: () => void): () => void {
  const list = window.matchMedia(query);
  list.addEventListener('change', changed);
  return () => list.removeEventListener('change', changed);
}

/** Whether the page is as narrow as a phone, for drawings that must lay themselves out anew. */
export const useNarrow = (): boolean => useSyncExternalStore(subscribe, () => window.matchMedia(query).matches);
