import { MARK_COVER } from '../../core/assumptions.ts';
import type { MarkPattern, Severity } from '../../core/inspections/marks.ts';
import type { PatchKind } from '../../core/inspections/soil.ts';

const COLOURS: Record<PatchKind, { fill: string; stroke: string }> = {
  droppings: { fill: '#fffdf2', stroke: '#4a3a1c' },
  lichen: { fill: '#b9a13c', stroke: '#54470f' },
  algae: { fill: '#5d8a4a', stroke: '#26401c' },
  moss: { fill: '#33602b', stroke: '#16300f' },
  sap: { fill: '#b8762a', stroke: '#5a3508' },
};

export interface LaidMark {
  kind: PatchKind;
  pattern: MarkPattern;
  severity: Severity;
}

/** Places of spots on a module, the same for the same module each time. */
function spotsAt(seed: number, count: number, width: number, height: number) {
  return Array.from({ length: count }, (_, index) => {
    const a = Math.abs(Math.sin((seed + 1) * 12.9898 + index * 78.233) * 43758.5453) % 1;
    const b = Math.abs(Math.sin((seed + 1) * 39.3467 + index * 11.135) * 24634.6345) % 1;
    return { x: 0.12 + a * (width - 0.24), y: 0.12 + b * (height - 0.24) };
  });
}

/** A mark drawn on one module as it lies: where it was put, and as deep as its card says. */
export function MarkPatch({
  mark,
  seed,
  width,
  height,
}: {
  mark: LaidMark;
  seed: number;
  width: number;
  height: number;
}) {
  const colour = { ...COLOURS[mark.kind], strokeWidth: 0.025 };
  if (mark.pattern === 'spots') {
    const radius = Math.min(width, height) * 0.07;
    const dot = `m${-radius} 0a${radius} ${radius} 0 1 0 ${2 * radius} 0a${radius} ${radius} 0 1 0 ${-2 * radius} 0`;
    const spots = spotsAt(seed, MARK_COVER.spots[mark.severity], width, height);
    return <path d={spots.map(({ x, y }) => `M${x.toFixed(2)} ${y.toFixed(2)}${dot}`).join('')} {...colour} />;
  }
  const cover = MARK_COVER[mark.pattern][mark.severity];
  if (mark.pattern === 'all-over')
    return <rect x="0.02" y="0.02" width={width - 0.04} height={height - 0.04} {...colour} opacity={0.25 + cover} />;
  if (mark.pattern === 'lower-edge') {
    const depth = 0.05 + (cover * height) / 6;
    return <rect x="0.02" y={height - depth - 0.02} width={width - 0.04} height={depth} {...colour} />;
  }
  const depth = 0.03 + (cover * width) / 8;
  return (
    <>
      <rect x="0.02" y="0.02" width={depth} height={height - 0.04} {...colour} />
      <rect x={width - depth - 0.02} y="0.02" width={depth} height={height - 0.04} {...colour} />
    </>
  );
}
