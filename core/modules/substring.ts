import type { Point, RunCurve } from './runCurve.ts';

/** The cells under one bypass diode: a run, or, in a half-cut module, two halves in parallel. */
export type Substring = readonly [RunCurve] | readonly [RunCurve, RunCurve];

/** Of a current, A, as a share of 1 A or of the current itself where that is more. */
const SETTLED = 1e-9;
const MOST_STEPS = 100;

/**
 * Two halves in parallel at the current that both carry together: the split at which their voltages agree. Their
 * difference falls steadily with the share of the first, so the split is held in a bracket that Newton's method, or a
 * halving where that leaves it, closes.
 */
function pairAt(first: RunCurve, second: RunCurve, current: number): Point {
  let own = current / 2;
  let low = Number.NEGATIVE_INFINITY;
  let high = Number.POSITIVE_INFINITY;
  let reach = Math.max(1, Math.abs(current)) / 4;
  for (let step = 0; ; step += 1) {
    const a = first.at(own);
    const b = second.at(current - own);
    const difference = a.voltage - b.voltage;
    const change = difference / (a.slope + b.slope);
    if (difference > 0) low = own;
    else high = own;
    if (Math.abs(change) < SETTLED * Math.max(1, Math.abs(current)) || step === MOST_STEPS)
      return { voltage: (a.voltage + b.voltage) / 2, slope: 1 / (1 / a.slope + 1 / b.slope) };
    const newton = own - change;
    if (newton > low && newton < high && (step % 4 !== 3 || !Number.isFinite(high - low))) {
      // As long as the split lies open on one side, no step goes further than the reach allows.
      own = Number.isFinite(high - low) ? newton : own + Math.max(-reach, Math.min(reach, newton - own));
      reach *= 2;
    } else {
      own = (low + high) / 2;
    }
  }
}

/** Voltage of a substring at a current, as if its bypass diode were not there. @param current A */
export function substringAt(substring: Substring, current: number): Point {
  const [first, second] = substring;
  if (second === undefined) return first.at(current);
  if (first !== second) return pairAt(first, second, current);
  const half = first.at(current / 2);
  return { voltage: half.voltage, slope: half.slope / 2 };
}

/**
 * The current at which the bypass diode takes over, A: there the substring's own voltage has fallen to -bypassDrop.
 * @param lightCurrent A, of one cell in full light
 */
export function bypassCurrent(substring: Substring, lightCurrent: number, bypassDrop: number): number {
  const weakest = Math.max(...substring.map((run) => run.weakest));
  let current = lightCurrent * weakest * substring.length;
  for (let step = 0; step < MOST_STEPS; step += 1) {
    const { voltage, slope } = substringAt(substring, current);
    const change = (voltage + bypassDrop) / slope;
    current -= change;
    if (Math.abs(change) < SETTLED * lightCurrent) break;
  }
  return Math.max(0, current);
}
