import { select } from 'd3-selection';
import { type D3ZoomEvent, type ZoomTransform, zoom as zoomBehaviour, zoomIdentity } from 'd3-zoom';
import { type ReactNode, useEffect, useLayoutEffect, useRef, useState } from 'react';
import { Button } from 'react-bootstrap';
import { type Shown, STEP, wholeZoom, zoomedTo, zoomRange } from './zoom.ts';

/**
 * A drawing that is larger than its place: moved by scrolling, as everything else is, and made larger or smaller by two
 * fingers, by the wheel with Ctrl, or by the buttons. One finger never does: it scrolls, and what it touches is marked.
 * @param children the drawing at a size, 1 being that at which a thumb hits
 */
export function ZoomBox({ className, children }: { className: string; children: (zoom: number) => ReactNode }) {
  const box = useRef<HTMLDivElement>(null);
  const drawing = useRef<HTMLDivElement>(null);
  const [zoom, setZoom] = useState(1);
  const now = useRef(zoom);
  const goTo = useRef<Shown | null>(null);

  /** the box inside its border, and the drawing at zoom 1, px */
  const sizes = () => {
    const [outer, inner] = [box.current as HTMLDivElement, drawing.current as HTMLDivElement];
    return {
      box: { width: outer.clientWidth, height: largestHeight(outer) },
      full: { width: inner.offsetWidth / now.current, height: inner.offsetHeight / now.current },
    };
  };
  const show = (next: Shown) => {
    goTo.current = next;
    now.current = next.zoom;
    setZoom(next.zoom);
  };
  const shown = (): Shown => ({
    zoom: now.current,
    left: box.current?.scrollLeft ?? 0,
    top: box.current?.scrollTop ?? 0,
  });
  const change = (wanted: (whole: number) => number) => {
    const { box: outer, full } = sizes();
    show(zoomedTo(shown(), outer, full, wanted(wholeZoom(outer, full))));
  };

  // Once the drawing has its new size the box is scrolled to where it was to be: before that there is no such place.
  useLayoutEffect(() => {
    const [outer, to] = [box.current, goTo.current];
    if (drawing.current) drawing.current.style.transform = '';
    if (!outer || !to || to.zoom !== zoom) return;
    goTo.current = null;
    outer.scrollTo({ left: to.left, top: to.top, behavior: 'instant' });
  }, [zoom]);

  // biome-ignore lint/correctness/useExhaustiveDependencies: it listens once, and asks for what is so when it is needed
  useEffect(() => {
    const [outer, inner] = [box.current, drawing.current];
    if (!outer || !inner) return;
    const held = select<HTMLDivElement, unknown>(outer);
    let begun = shown();
    /** where the drawing stands in its box as it is, px: one that is narrower stands in the middle */
    let left = 0;
    let last: ZoomTransform | null = null;
    const behaviour = zoomBehaviour<HTMLDivElement, unknown>()
      .filter((event: WheelEvent | TouchEvent) => {
        const asks = event instanceof WheelEvent ? event.ctrlKey : 'touches' in event && event.touches.length > 1;
        if (asks && last === null) {
          const size = sizes();
          begun = shown();
          left = inner.offsetLeft - begun.left;
          behaviour.scaleExtent(zoomRange(size.box, size.full));
          behaviour.translateExtent([
            [0, 0],
            [size.full.width, size.full.height],
          ]);
          // Where scrolling has brought it meanwhile.
          held.call(behaviour.transform, zoomIdentity.translate(left, -begun.top).scale(begun.zoom));
        }
        return asks;
      })
      // While two fingers move, what is drawn is stretched as a picture; it is drawn anew once they have stopped.
      .on('zoom', ({ transform, sourceEvent }: D3ZoomEvent<HTMLDivElement, unknown>) => {
        // It has only been told where it stands: nobody has touched it.
        if (!sourceEvent) return;
        last = transform;
        const { x, y, k } = transform;
        inner.style.transform = `translate(${x - left}px, ${Math.min(0, y) + begun.top}px) scale(${k / begun.zoom})`;
      })
      .on('end', () => {
        const to = last;
        last = null;
        if (to === null) return;
        if (to.k === now.current) {
          inner.style.transform = '';
          outer.scrollTo({ left: -to.x, top: -to.y, behavior: 'instant' });
        } else show({ zoom: to.k, left: Math.max(0, -to.x), top: Math.max(0, -to.y) });
      });
    held.call(behaviour);
    return () => void held.on('.zoom', null);
  }, []);

  return (
    <div className="zoom-box">
      <div className="zoom-tools">
        <Button variant="outline-primary" aria-label="Smaller" onClick={() => change(() => now.current / STEP)}>
          −
        </Button>
        <Button variant="outline-primary" aria-label="Larger" onClick={() => change(() => now.current * STEP)}>
          +
        </Button>
        <Button variant="outline-primary" onClick={() => change((whole) => whole)}>
          Show all
        </Button>
        <Button variant="outline-primary" disabled={zoom === 1} onClick={() => change(() => 1)}>
          Usual size
        </Button>
      </div>
      <div ref={box} className={className}>
        <div ref={drawing} className="zoomed">
          {children(zoom)}
        </div>
      </div>
    </div>
  );
}

/** How high a box may become, px: that of a small drawing is as low as the drawing, and would be taken for its limit. */
function largestHeight(box: HTMLElement): number {
  const most = Number.parseFloat(getComputedStyle(box).maxHeight);
  return Number.isFinite(most) ? most : box.clientHeight;
}
