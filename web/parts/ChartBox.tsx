import { type ReactNode, startTransition, useEffect, useRef, useState } from 'react';

/**
 * The place of a chart. The chart is drawn once its width is known, and anew where that changes: in pieces, so that the page
 * goes on hearing whoever touches it meanwhile.
 * @param height px
 */
export function ChartBox({ height, children }: { height: number; children: (width: number) => ReactNode }) {
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(0);
  useEffect(() => {
    if (box.current === null) return;
    const observer = new ResizeObserver(([entry]) => {
      if (entry) startTransition(() => setWidth(Math.floor(entry.contentRect.width)));
    });
    observer.observe(box.current);
    return () => observer.disconnect();
  }, []);
  return (
    <div ref={box} style={{ height }}>
      {width > 0 && children(width)}
    </div>
  );
}
