import { type PointerEvent, useRef } from 'react';

interface Grid {
  rows: number;
  columns: number;
  missing: readonly number[];
}

/** The modules of the frame between two of them, both included, without holes. */
export function modulesBetween({ columns, missing }: Grid, from: number, to: number): number[] {
  const holes = new Set(missing);
  const rows = [Math.floor(from / columns), Math.floor(to / columns)].sort((a, b) => a - b) as [number, number];
  const across = [from % columns, to % columns].sort((a, b) => a - b) as [number, number];
  const found: number[] = [];
  for (let row = rows[0]; row <= rows[1]; row += 1)
    for (let column = across[0]; column <= across[1]; column += 1) {
      const index = row * columns + column;
      if (!holes.has(index)) found.push(index);
    }
  return found;
}

/** The module under a point of the drawing, in its own units; null beside them all. @param step from one module to the next */
export function moduleUnder(
  { rows, columns, missing }: Grid,
  step: { x: number; y: number },
  point: { x: number; y: number },
): number | null {
  const [row, column] = [Math.floor(point.y / step.y), Math.floor(point.x / step.x)];
  if (row < 0 || column < 0 || row >= rows || column >= columns) return null;
  const index = row * columns + column;
  return missing.includes(index) ? null : index;
}

/** Shows a frame from one module to another, or takes it away. */
export type ShowFrame = (corners: { from: number; to: number } | null) => void;

/**
 * A frame drawn over modules with a mouse or a pen; a finger scrolls, and touches one by one. While it is drawn only the
 * frame is drawn again, and no module.
 * @param step from one module to the next, in the drawing's own units
 * @returns the drawing, what it listens to, where the frame itself is told, and whether the last press was a drag
 */
export function useFrame(
  grid: Grid,
  step: { x: number; y: number },
  onModules: ((indices: number[]) => void) | undefined,
) {
  const roof = useRef<SVGSVGElement>(null);
  const corners = useRef<{ from: number; to: number } | null>(null);
  const start = useRef<number | null>(null);
  const wasDrag = useRef(false);
  const show = useRef<ShowFrame>(() => undefined);
  const put = (next: { from: number; to: number } | null) => {
    corners.current = next;
    show.current(next);
  };
  /** By the place alone: asking the page what lies there costs more, the more modules there are. */
  const moduleAt = ({ clientX, clientY }: PointerEvent): number | null => {
    const scaled = roof.current?.getScreenCTM();
    if (!scaled) return null;
    return moduleUnder(grid, step, { x: (clientX - scaled.e) / scaled.a, y: (clientY - scaled.f) / scaled.d });
  };
  const listeners = onModules
    ? {
        onPointerDown: (event: PointerEvent) => {
          wasDrag.current = false;
          start.current = event.pointerType === 'touch' || event.button !== 0 ? null : moduleAt(event);
        },
        onPointerMove: (event: PointerEvent) => {
          const from = start.current;
          if (from === null) return;
          const to = moduleAt(event);
          if (to === null || to === (corners.current?.to ?? from)) return;
          wasDrag.current = true;
          put({ from, to });
        },
        onPointerUp: () => {
          start.current = null;
          if (corners.current) onModules(modulesBetween(grid, corners.current.from, corners.current.to));
          put(null);
        },
        onPointerLeave: () => {
          start.current = null;
          put(null);
        },
      }
    : {};
  return { roof, listeners, show, wasDrag };
}
