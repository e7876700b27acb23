import { startTransition, useEffect, useState } from 'react';

/** Places of a long picture that are drawn by now: a first part at once, and as many more from one frame to the next. */
export function useGradually(count: number, atOnce: number): number {
  const [drawn, setDrawn] = useState(atOnce);
  useEffect(() => {
    if (drawn >= count) return;
    const frame = requestAnimationFrame(() => startTransition(() => setDrawn(drawn + atOnce)));
    return () => cancelAnimationFrame(frame);
  }, [drawn, count, atOnce]);
  return Math.min(count, drawn);
}
