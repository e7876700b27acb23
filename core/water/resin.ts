import { RESIN_FRONT, RESIN_FRONTS, RESIN_READING, ROTATE_AT } from '../assumptions.ts';
import { type Quantiles, weightedQuantile, weightedQuantiles } from '../statistics/summary.ts';
import { WATER_DEFAULTS } from './treatment.ts';

/** How two vessels are plumbed: one after the other, or each on half of the water, which is warned of. */
export const PLUMBINGS = ['series', 'side-by-side'] as const;
export type Plumbing = (typeof PLUMBINGS)[number];

/** A fill of resin as it stood when the stretches began. */
export interface Charge {
  /** litres of resin */
  litres: number;
  /** share of its capacity that was taken already */
  used: number;
}

/** Water through the vessels up to a reading. Conductivities in uS/cm; null where nobody read there. */
export interface Stretch {
  litres: number;
  before: number;
  between: number | null;
  after: number | null;
}

export interface ResinSetUp {
  lead: Charge;
  lag: Charge | null;
  plumbing: Plumbing;
  /** how many times its computed capacity a charge is taken to have: mean, and standard deviation of its logarithm */
  prior: { value: number; sd: number };
  /** mg/L; default 5 */
  carbonDioxide?: number | undefined;
  /** uS/cm of the final water at which the resin is changed */
  changeAt: number;
}

/** What is known of the vessels after some stretches. */
export interface ResinState {
  /** how many times its computed capacity a charge has, and the standard deviation of its logarithm */
  factor: Quantiles;
  factorSd: number;
  /** shares of their capacity that are taken */
  lead: Quantiles;
  lag: Quantiles | null;
  /** litres of the same water until the lead has to be exchanged */
  left: Quantiles;
  /** how many times likelier the readings are from vessels side by side than from vessels in series, a logarithm */
  sideBySide: number;
}

/** Share of the salts of its feed that a charge lets through once so much of its capacity is taken. @param front width (C16) */
export const leak = (used: number, front = RESIN_FRONT): number => 1 / (1 + Math.exp(-(used - 1) / front));

/** mg CaCO3 that a litre of water brings (C9): its salts, and carbon dioxide that no meter sees. */
export const loadOf = (conductivity: number, carbonDioxide: number): number =>
  0.5 * conductivity + 1.14 * carbonDioxide;

interface Vessels {
  lead: number;
  lag: number | null;
}

/** One of the ways that the vessels may be: which factor, how they are plumbed. */
class Run {
  readonly setUp: ResinSetUp;
  readonly factor: number;
  readonly front: number;
  readonly plumbing: Plumbing;
  now: Vessels;

  constructor(setUp: ResinSetUp, { factor, front }: { factor: number; front: number }, plumbing = setUp.plumbing) {
    this.setUp = setUp;
    this.factor = factor;
    this.front = front;
    this.plumbing = plumbing;
    this.now = { lead: setUp.lead.used, lag: setUp.lag?.used ?? null };
  }

  private capacity(charge: Charge): number {
    return charge.litres * WATER_DEFAULTS.resinCapacity * this.factor;
  }

  /** Sends water through, in pieces short against the front. */
  send(litres: number, before: number): void {
    const { lead, lag, carbonDioxide = WATER_DEFAULTS.carbonDioxide } = this.setUp;
    const load = loadOf(before, carbonDioxide);
    const [ofLead, ofLag] = [this.capacity(lead), lag === null ? 0 : this.capacity(lag)];
    const pieces = Math.max(1, Math.ceil((litres * load) / (0.01 * Math.min(ofLead, ofLag || ofLead))));
    const brought = (litres * load) / pieces;
    for (let piece = 0; piece < pieces; piece += 1) {
      const { now } = this;
      const half = lag !== null && this.plumbing === 'side-by-side' ? 0.5 : 1;
      const through = brought * half * leak(now.lead, this.front);
      const leadNow = now.lead + (brought * half - through) / ofLead;
      const fed = half === 1 ? through : brought * half;
      const lagNow = now.lag === null ? null : now.lag + (fed * (1 - leak(now.lag, this.front))) / ofLag;
      this.now = { lead: leadNow, lag: lagNow };
    }
  }

  /** uS/cm behind the lead, and behind both. */
  reads(before: number): { between: number; after: number } {
    const { lead, lag } = this.now;
    const between = before * leak(lead, this.front);
    if (lag === null) return { between, after: between };
    return this.plumbing === 'series'
      ? { between, after: between * leak(lag, this.front) }
      : { between, after: (between + before * leak(lag, this.front)) / 2 };
  }

  /** Whether the lead has to be exchanged. */
  isSpent(before: number): boolean {
    const { after } = this.reads(before);
    const { lag } = this.now;
    return after >= this.setUp.changeAt || (lag !== null && leak(this.now.lead, this.front) >= ROTATE_AT);
  }
}

const POINTS = 41;
const WIDE = 3;

/** Factors that are tried, evenly on their logarithm, each with fronts of some widths, and how likely they are beforehand. */
function tried({ value, sd }: ResinSetUp['prior']): { factor: number; front: number; log: number }[] {
  return Array.from({ length: POINTS }, (_, at) => {
    const z = WIDE * ((2 * at) / (POINTS - 1) - 1);
    return RESIN_FRONTS.map((front) => ({ factor: value * Math.exp(z * sd), front, log: (-z * z) / 2 }));
  }).flat();
}

/** A reading as the meter shows it: what is under its floor is that. */
const shown = (conductivity: number): number => Math.log(Math.max(conductivity, RESIN_READING.floor));
const likely = (read: number | null, expected: number): number =>
  read === null ? 0 : -0.5 * ((shown(read) - shown(expected)) / RESIN_READING.sd) ** 2;

interface Known {
  runs: Run[];
  weights: number[];
  /** logarithm of how likely the readings are together */
  evidence: number;
}

function knownBy(setUp: ResinSetUp, stretches: readonly Stretch[], plumbing = setUp.plumbing): Known {
  const logs: number[] = [];
  const runs = tried(setUp.prior).map(({ log, ...way }) => {
    const run = new Run(setUp, way, plumbing);
    let sum = log;
    for (const { litres, before, between, after } of stretches) {
      run.send(litres, before);
      const expected = run.reads(before);
      sum += likely(between, expected.between) + likely(after, expected.after);
    }
    logs.push(sum);
    return run;
  });
  const most = Math.max(...logs);
  const weights = logs.map((log) => Math.exp(log - most));
  return { runs, weights, evidence: most + Math.log(weights.reduce((sum, weight) => sum + weight, 0)) };
}

/** Litres of a water until a run's lead has to be exchanged. */
function litresLeft(run: Run, before: number): number {
  const ahead = new Run(run.setUp, run, run.plumbing);
  ahead.now = { ...run.now };
  const { carbonDioxide = WATER_DEFAULTS.carbonDioxide, lead } = run.setUp;
  const whole = (lead.litres * WATER_DEFAULTS.resinCapacity * run.factor) / loadOf(before, carbonDioxide);
  const step = whole / 200;
  let litres = 0;
  while (!ahead.isSpent(before) && litres < 3 * whole) {
    ahead.send(step, before);
    litres += step;
  }
  return litres;
}

/**
 * What is left in the vessels, by the water that went through and what was read before, between and after them. Unknown is
 * how much of its computed capacity (C9) a charge has; a front of breakthrough (C16) ties that to the readings.
 * @param stretches since the charges were as they are given, in order; none: what is expected beforehand
 * @param before uS/cm of the water to come
 */
export function resinState(setUp: ResinSetUp, stretches: readonly Stretch[], before: number): ResinState {
  const known = knownBy(setUp, stretches);
  const { runs, weights } = known;
  const of = (value: (run: Run) => number): Quantiles => weightedQuantiles(runs.map(value), weights);
  const logs = runs.map(({ factor }) => Math.log(factor));
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const mean = logs.reduce((sum, log, at) => sum + log * (weights[at] ?? 0), 0) / total;
  const variance = logs.reduce((sum, log, at) => sum + (log - mean) ** 2 * (weights[at] ?? 0), 0) / total;
  const otherwise =
    setUp.lag === null || setUp.plumbing !== 'series' ? null : knownBy(setUp, stretches, 'side-by-side');
  return {
    factor: of(({ factor }) => factor),
    factorSd: Math.sqrt(variance),
    lead: of(({ now }) => now.lead),
    lag: setUp.lag === null ? null : of(({ now }) => now.lag ?? 0),
    left: of((run) => litresLeft(run, before)),
    sideBySide: otherwise === null ? 0 : otherwise.evidence - known.evidence,
  };
}

/** Between what a reading would lie after some more litres, in 95 of 100 cases; uS/cm. */
export interface Expected {
  between: { low: number; high: number };
  after: { low: number; high: number };
}

/** What is expected of the next reading, by all that went before. */
export function expectedReading(
  setUp: ResinSetUp,
  stretches: readonly Stretch[],
  next: Pick<Stretch, 'litres' | 'before'>,
): Expected {
  const { runs, weights } = knownBy(setUp, stretches);
  const reads = runs.map((run) => {
    const ahead = new Run(setUp, run);
    ahead.now = { ...run.now };
    ahead.send(next.litres, next.before);
    return ahead.reads(next.before);
  });
  const range = (values: number[]) => {
    const at = (p: number) => weightedQuantile(values.map(shown), weights, p);
    const out = 2 * RESIN_READING.sd;
    return { low: Math.exp(at(0.025) - out), high: Math.exp(at(0.975) + out) };
  };
  return { between: range(reads.map(({ between }) => between)), after: range(reads.map(({ after }) => after)) };
}
