import { startTransition, useEffect, useState } from 'react';

/**
 * Places of a long picture that are drawn by now: a first part at once, and as many more from one frame to the next.
 * @param first of them at once; none where the picture comes after what stands about it
 */
export function useGradually(count: number, atOnce: number, first = atOnce): number {
  const [drawn, setDrawn] = useState(first);
  useEffect(() => {
    if (drawn >= count) return;
    const frame = requestAnimationFrame(() => startTransition(() => setDrawn(drawn + atOnce)));
    return () => cancelAnimationFrame(frame);
  }, [drawn, count, atOnce]);
  return Math.min(count, drawn);
}
