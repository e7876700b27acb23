import { useEffect, useRef } from 'react';
import { Button } from 'react-bootstrap';
import Pad from 'signature_pad';
import type { Strokes } from '../../core/reports/signature.ts';

const round = (value: number): number => Math.min(1, Math.max(0, Math.round(value * 1000) / 1000));

/**
 * A field to sign in by hand; it gives lines in shares of its width. It is never fetched late: what it pushed down then
 * was gone from under the finger.
 */
export function SignaturePad({ onStrokes }: { onStrokes: (strokes: Strokes) => void }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const pad = useRef<Pad | null>(null);
  const told = useRef(onStrokes);
  told.current = onStrokes;
  useEffect(() => {
    const field = canvas.current;
    if (field === null) return;
    const made = new Pad(field, { minWidth: 0.8, maxWidth: 2.2, penColor: getComputedStyle(field).color });
    const tell = () => {
      const width = field.getBoundingClientRect().width;
      told.current(made.toData().map(({ points }) => points.map(({ x, y }) => [round(x / width), round(y / width)])));
    };
    made.addEventListener('endStroke', tell);
    pad.current = made;
    return () => made.off();
  }, []);
  return (
    <div className="signature-field">
      <canvas ref={canvas} width={450} height={150} aria-label="Sign here, with a finger or the mouse" role="img" />
      <Button
        variant="quiet"
        onClick={() => {
          pad.current?.clear();
          onStrokes([]);
        }}
      >
        draw it again
      </Button>
    </div>
  );
}
