import { MARK_COVER } from '../../core/assumptions.ts';
import { cellsAsTheyLie, type MarkKind, type MarkPattern, type Severity } from '../../core/inspections/marks.ts';
import type { CellGrid } from '../../core/modules/cellLayout.ts';

const COLOURS: Record<MarkKind, { fill: string; stroke: string }> = {
  droppings: { fill: 'var(--card)', stroke: 'var(--droppings-edge)' },
  lichen: { fill: 'var(--lichen)', stroke: 'var(--lichen-edge)' },
  algae: { fill: 'var(--algae)', stroke: 'var(--algae-edge)' },
  moss: { fill: 'var(--moss)', stroke: 'var(--moss-edge)' },
  sap: { fill: 'var(--sap)', stroke: 'var(--sap-edge)' },
  scale: { fill: 'var(--shade-deep)', stroke: 'var(--scale-edge)' },
  soot: { fill: 'var(--soot)', stroke: 'var(--soot-edge)' },
  pollen: { fill: 'var(--pollen)', stroke: 'var(--pollen-edge)' },
  puddling: { fill: 'var(--puddling)', stroke: 'var(--droppings-edge)' },
};

export interface LaidMark {
  kind: MarkKind;
  pattern: MarkPattern;
  severity: Severity;
  /** with the pattern `cells` */
  cells?: readonly number[] | undefined;
}

const WHOLE_UPRIGHT = cellsAsTheyLie('whole', 'portrait');

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
  grid = WHOLE_UPRIGHT,
}: {
  mark: LaidMark;
  seed: number;
  width: number;
  height: number;
  /** cells of the module as it lies */
  grid?: CellGrid | undefined;
}) {
  const colour = { ...COLOURS[mark.kind], strokeWidth: 0.025 };
  if (mark.pattern === 'spots') {
    const radius = Math.min(width, height) * 0.07;
    const dot = `m${-radius} 0a${radius} ${radius} 0 1 0 ${2 * radius} 0a${radius} ${radius} 0 1 0 ${-2 * radius} 0`;
    const spots = spotsAt(seed, MARK_COVER.spots[mark.severity], width, height);
    return <path d={spots.map(({ x, y }) => `M${x.toFixed(2)} ${y.toFixed(2)}${dot}`).join('')} {...colour} />;
  }
  if (mark.pattern === 'cells')
    return <Cells mark={mark} grid={grid} width={width} height={height} colour={COLOURS[mark.kind]} />;
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

/** Single cells where they lie, each covered as far as its card says. */
function Cells({
  mark: { cells = [], severity },
  grid: { rows, columns },
  width,
  height,
  colour,
}: {
  mark: LaidMark;
  grid: CellGrid;
  width: number;
  height: number;
  colour: { fill: string; stroke: string };
}) {
  const [across, down] = [width / columns, height / rows];
  const share = Math.sqrt(MARK_COVER.cells[severity]);
  return cells.map((cell) => (
    <rect
      key={cell}
      x={(cell % columns) * across + (across * (1 - share)) / 2}
      y={Math.floor(cell / columns) * down + (down * (1 - share)) / 2}
      width={across * share}
      height={down * share}
      {...colour}
      strokeWidth={0.012}
    />
  ));
}
