import { type ReactNode, Suspense, startTransition, useEffect, useState } from 'react';
import { Waiting } from './states.tsx';

/** Whoever waits for a quiet moment, one after the other. */
let turn: Promise<void> = Promise.resolve();

const quiet = (): Promise<void> =>
  new Promise((resolve) => {
    if (typeof requestIdleCallback === 'function') requestIdleCallback(() => resolve(), { timeout: 1000 });
    else setTimeout(resolve, 50);
  });

/**
 * A picture that may come after the figures: drawn in a quiet moment, and never two of them in one, so that the page goes on
 * hearing whoever touches it.
 * @param height px that it takes, held free until then
 */
export function Later({ height, children }: { height: number; children: ReactNode }) {
  const [due, setDue] = useState(false);
  useEffect(() => {
    let gone = false;
    turn = turn.then(async () => {
      if (gone) return;
      await quiet();
      startTransition(() => setDue(true));
    });
    return () => {
      gone = true;
    };
  }, []);
  const waiting = (
    <div style={{ minHeight: height }}>
      <Waiting what="Drawing" />
    </div>
  );
  return due ? <Suspense fallback={waiting}>{children}</Suspense> : waiting;
}
