import { useEffect, useRef } from 'react';

/** What a person does with a page that no preview does. */
const ACTS = ['pointermove', 'pointerdown', 'keydown', 'wheel', 'touchstart'] as const;

/**
 * Calls once at the first thing that a person does on a page: one that is fetched or drawn is not yet read by anybody.
 * @param ready whether there is anything to read
 */
export function useFirstAct(ready: boolean, onAct: () => void): void {
  const latest = useRef(onAct);
  latest.current = onAct;
  useEffect(() => {
    if (!ready) return;
    const stop = () => {
      for (const act of ACTS) window.removeEventListener(act, acted);
    };
    function acted({ isTrusted }: Event): void {
      if (!isTrusted) return;
      stop();
      latest.current();
    }
    for (const act of ACTS) window.addEventListener(act, acted, { passive: true });
    return stop;
  }, [ready]);
}
