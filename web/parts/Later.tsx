import { type ReactNode, Suspense, startTransition, useEffect, useRef, useState } from 'react';
import { Waiting } from './states.tsx';

/** Whoever waits for a quiet moment, one after the other. */
let turn: Promise<void> = Promise.resolve();

const quiet = (): Promise<void> =>
  new Promise((resolve) => {
    if (typeof requestIdleCallback === 'function') requestIdleCallback(() => resolve(), { timeout: 1000 });
    else setTimeout(resolve, 50);
  });

/** Px under the screen from which on what comes there is drawn: who scrolls on finds it there. */
const AHEAD = 300;

/**
 * A picture that may come after the figures: fetched and drawn once it comes near the screen, in a quiet moment, and
 * never two of them in one, so that the page goes on hearing whoever touches it.
 * @param height px that it takes, held free until then
 */
export function Later({ height, children }: { height: number; children: ReactNode }) {
  const [due, setDue] = useState(false);
  const place = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (due || place.current === null) return;
    let gone = false;
    const near = new IntersectionObserver(
      (seen) => {
        if (!seen.some(({ isIntersecting }) => isIntersecting)) return;
        near.disconnect();
        turn = turn.then(async () => {
          if (gone) return;
          await quiet();
          startTransition(() => setDue(true));
        });
      },
      { rootMargin: `${AHEAD}px 0px` },
    );
    near.observe(place.current);
    return () => {
      gone = true;
      near.disconnect();
    };
  }, [due]);
  const waiting = (
    <div ref={place} style={{ minHeight: height }}>
      <Waiting what="Drawing" />
    </div>
  );
  return due ? <Suspense fallback={waiting}>{children}</Suspense> : waiting;
}
