import { useEffect } from 'react';

/** Asks whoever indexes pages to leave this one out, while it is open. */
export function useKeptFromSearch(): void {
  useEffect(() => {
    const meta = document.createElement('meta');
    meta.name = 'robots';
    meta.content = 'noindex, nofollow, noarchive';
    document.head.append(meta);
    return () => meta.remove();
  }, []);
}
