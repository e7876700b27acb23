import { bisect } from '../numerics/search.ts';
import { flowsFrom, type HoledPipe, headLoss, LPM_PER_M3_A_SECOND, type SprayLineInput } from './line.ts';

/** One pipe with holes along the top of a row: how many holes, and m from the water up to it. */
export interface SprayRow {
  orifices: number;
  lift: number;
}

export interface SprayRowsInput extends Omit<SprayLineInput, 'orifices' | 'lift'> {
  /** one, or two that the same riser feeds */
  rows: readonly SprayRow[];
}

/** A hole: m along the pipe from the riser, m of water behind it, L/min out of it. */
export interface SprayHole {
  distance: number;
  head: number;
  lpm: number;
}

export interface RowFlow {
  holes: SprayHole[];
  totalLpm: number;
}

/** How rows run: with the valve full open, or balanced. */
export interface RowsRunning {
  rows: RowFlow[];
  totalLpm: number;
  /** least over greatest of all holes of all rows */
  uniformity: number;
}

export interface SprayRows {
  open: RowsRunning;
  /** every row gives as much at its far end; as open where there is only one */
  balanced: RowsRunning;
  /** the row whose valve is closed for it, and m of water that it takes off; null where none has to be */
  valve: { row: number; head: number } | null;
}

const pipeOf = (input: SprayRowsInput, { orifices }: SprayRow): HoledPipe => ({ ...input, orifices });

/** A row as it runs with a head at its far end, m. */
function rowAt(input: SprayRowsInput, row: SprayRow, endHead: number): RowFlow {
  const holes: SprayHole[] = [];
  const { total } = flowsFrom(pipeOf(input, row), endHead, (index, head, flow) =>
    holes.push({ distance: (row.orifices - 1 - index) * input.spacing, head, lpm: flow * LPM_PER_M3_A_SECOND }),
  );
  return { holes: holes.reverse(), totalLpm: total * LPM_PER_M3_A_SECOND };
}

function running(rows: RowFlow[]): RowsRunning {
  const all = rows.flatMap(({ holes }) => holes.map(({ lpm }) => lpm));
  const greatest = Math.max(...all);
  return {
    rows,
    totalLpm: rows.reduce((sum, row) => sum + row.totalLpm, 0),
    uniformity: greatest > 0 ? Math.min(...all) / greatest : 0,
  };
}

/**
 * Rows on one pump (C13, a pipe for each row): how they run with the valve open, and how much head a balancing valve has to
 * take off the row that lies lower. Two rows are balanced when their far holes have the same head behind them.
 * @returns null where the pump cannot lift the water to the highest row
 */
export function sprayRows(input: SprayRowsInput): SprayRows | null {
  const { pump, riser, rows, roughness = 1.5e-6 } = input;
  const highest = Math.max(...rows.map(({ lift }) => lift));
  if (pump.shutOffHead <= highest) return null;
  /** head that pump and riser leave at the end of the riser above the water, m. @param lpm in all */
  const given = (lpm: number) =>
    pump.shutOffHead * (1 - (lpm / pump.maxFlow) ** 2) -
    headLoss(lpm / LPM_PER_M3_A_SECOND, riser.length, riser.diameter, roughness);
  const flows = (row: SprayRow, endHead: number) => flowsFrom(pipeOf(input, row), endHead);
  const totalAt = (ends: readonly number[]) =>
    rows.reduce((sum, row, at) => sum + flows(row, ends[at] ?? 0).total, 0) * LPM_PER_M3_A_SECOND;

  // Balanced: the same head at every far end, and whatever is too much taken off before the row.
  const needed = (end: number) => Math.max(...rows.map((row) => row.lift + flows(row, end).inletHead));
  const end = bisect(0, pump.shutOffHead - highest, (head) => given(totalAt(rows.map(() => head))) > needed(head), 200);
  const spare = rows.map((row) => needed(end) - row.lift - flows(row, end).inletHead);
  const most = Math.max(...spare);
  const balanced = running(rows.map((row) => rowAt(input, row, end)));

  // Open: one head at the end of the riser, and each row takes what it can.
  const endOf = (row: SprayRow, head: number): number =>
    head <= row.lift ? 0 : bisect(0, head - row.lift, (one) => flows(row, one).inletHead < head - row.lift, 60);
  const atRiser = bisect(0, pump.shutOffHead, (head) => given(totalAt(rows.map((row) => endOf(row, head)))) > head, 60);
  const open = running(rows.map((row) => rowAt(input, row, endOf(row, atRiser))));
  return {
    open,
    balanced,
    valve: rows.length > 1 && most > NOTHING ? { row: spare.indexOf(most), head: most } : null,
  };
}

/** Head under which no valve is turned for it, m. */
const NOTHING = 0.01;
