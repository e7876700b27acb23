import { EVIDENCE_SIGMA, PATCH_FACTOR, UNSEEN } from '../assumptions.ts';
import type { Estimate } from '../inspections/soil.ts';
import { filmLoss } from '../modules/filmLoss.ts';
import type { LayeredParameters } from '../soiling/layered.ts';
import { mean, quantile } from '../statistics/summary.ts';
import { MEASUREMENTS, type Measurement } from './evidence.ts';
import { FACTORS } from './factors.ts';
import type { EvidenceItem } from './heard.ts';
import { type HistoryOfArray, historyOf } from './history.ts';
import { type Reading, spreadAfter, spreadWithout } from './narrowing.ts';
import type { Observation } from './observed.ts';
import { type Assimilation, assimilateOver, DEGREES_OF_FREEDOM, type Member, type Posterior } from './posterior.ts';
import { comparable, predictor, scaleOf } from './predict.ts';
import type { ArrayRecords } from './records.ts';
import { type Taught, taughtBy } from './taught.ts';

/** A piece of evidence with what it says alone and what it does to the answer. */
export interface AppraisedEvidence extends EvidenceItem {
  /** loss on its last day by it alone, four in five; null of what is not heard */
  says: Estimate | null;
  /** share of the spread of the loss, in logarithms, that there would be without it and that it takes away, 0 to 1; null of what is not heard */
  weight: number | null;
  /** how far it lies from what all others predict, in standard deviations of both together */
  surprise: number | null;
}

/** What could be measured next, and what it would leave. */
export interface Narrowing {
  measurement: Measurement;
  /** standard deviation of the loss after it, a fraction */
  sd: number;
  minutes: number;
}

export interface Known {
  /** the house's expectation, before any piece of evidence */
  expected: Posterior['loss'];
  loss: Posterior['loss'];
  parameters: Posterior['parameters'];
  /** the house's figures on which the factors of the members work */
  house: LayeredParameters;
  members: Member[];
  evidence: AppraisedEvidence[];
  /** what it teaches of figures that the house assumes */
  taught: Taught[];
  /** the best first; what would narrow nothing is left out */
  narrowing: Narrowing[];
  /** from the last wash, or the first day on record, to the last day */
  course: { day: number; p10: number; p50: number; p90: number }[];
  /** of day 0, `YYYY-MM-DD` */
  from: string;
  days: number;
  /** days whose rain was observed */
  observed: number;
  washDays: number[];
  effective: number;
}

/** Places of a course that are kept. */
const COURSE_POINTS = 90;
/** Half the width of an interval that holds four in five, in standard deviations. */
const FOUR_IN_FIVE = 1.2816;
/** Readings of one piece of evidence that are weighed: more of energy say the same, and each of these counts for its share. */
const WEIGHED = 24;

/** Minutes that each measurement takes, house figures, and clear days that an import of energy would bring. */
const MINUTES: Record<Measurement, number> = {
  look: 10,
  cloth: 3,
  marks: 15,
  reading: 10,
  'test-patch': 25,
  energy: 10,
};
const ENERGY_AGO = [2, 10, 20, 40, 60, 90, 120, 150, 180];
/** Narrowing by less than this share is none. */
const WORTH_IT = 0.05;

/**
 * All that is known of an array (C17): the loss now with its members, what each piece of evidence has to do with it, its course since
 * the last wash, and what would narrow it.
 *
 * @param onStep told the share of the work that is done; may throw to give up
 */
export function whatIsKnown(records: ArrayRecords, onStep?: (share: number) => void): Known {
  const history = historyOf(records);
  const posterior = assimilateOver(history.inputs, (share) => onStep?.(0.8 * share));
  const unseen = history.inputs.map((input) => ({ ...input, observations: [], members: 1 }));
  const expected = assimilateOver(unseen, (share) => onStep?.(0.8 + 0.1 * share)).loss;
  const doubt = Math.log(inLogs(expected.p90) / inLogs(expected.p10)) / (2 * FOUR_IN_FIVE);
  const run = runner(history.inputs, posterior.members);
  const losses = posterior.members.map(({ loss }) => loss);
  return {
    expected,
    loss: posterior.loss,
    parameters: posterior.parameters,
    house: history.inputs[0]?.parameters ?? { lichenDensity: 0, mismatch: PATCH_FACTOR.mid },
    members: posterior.members,
    evidence: history.evidence.map((item) => heardOf(item, history, posterior, doubt, run)),
    taught: taughtBy(records, history, posterior),
    narrowing: whatNarrows(history, losses, run),
    course: courseOf(history, run),
    from: history.from,
    days: history.days,
    observed: history.observed,
    washDays: history.washDays,
    effective: posterior.effective,
  };
}

/** What each member says that observations would have shown: one row for each observation. */
type Run = (observations: readonly Omit<Observation, 'value'>[]) => number[][];

function runner(inputs: readonly Assimilation[], members: readonly Member[]): Run {
  return (asked) => {
    const observations = asked.map((one) => ({ ...one, value: 1 }));
    const predict = inputs.map((input) => predictor({ ...input, observations }));
    const shown = members.map(({ history, factors }) => {
      const logs = FACTORS.map((name) => Math.log(factors[name]));
      return predict[history]?.(logs).observations ?? new Float64Array(asked.length);
    });
    return asked.map((_, at) => shown.map((one) => one[at] as number));
  };
}

/** Of many readings some, evenly. */
function some(observations: readonly Observation[]): Observation[] {
  const step = Math.max(1, Math.ceil(observations.length / WEIGHED));
  return observations.filter((_, at) => (observations.length - 1 - at) % step === 0);
}

/** Of an error of Student's t that lies so far out, in its own scale: the sigma of a normal one that says as much. */
const asNormal = (relative: number): number =>
  Math.max(Math.sqrt(7 / 5), Math.sqrt((DEGREES_OF_FREEDOM + relative * relative) / (DEGREES_OF_FREEDOM + 1)));

/** A loss that has a logarithm: doubt is relative, for a point of a small loss is more than one of a large. */
const inLogs = (loss: number): number => Math.max(1e-4, loss);

/** @param unheard spread of the logarithm of the loss where nobody has spoken: without a piece of evidence no less is known */
function heardOf(
  item: EvidenceItem,
  { inputs }: HistoryOfArray,
  posterior: Posterior,
  unheard: number,
  run: Run,
): AppraisedEvidence {
  if (item.unheard !== null) return { ...item, says: null, weight: null, surprise: null };
  const [input] = inputs as [Assimilation];
  const own = item.observations.map((at) => input.observations[at] as Observation);
  const losses = posterior.members.map(({ loss }) => Math.log(inLogs(loss)));
  const kept = some(own);
  // Each is as much surer as it stands for others.
  const share = Math.sqrt(kept.length / Math.max(1, own.length));
  const shown = run(kept);
  const readings = kept.map((one, at): Reading => {
    const members = shown[at] as number[];
    const scale = scaleOf(one);
    return { shown: members, sigma: share * scale * asNormal((comparable(one) - mean(members)) / scale) };
  });
  const without = Math.min(unheard, spreadWithout(losses, readings));
  const middle = mean(losses);
  const all = Math.sqrt(losses.reduce((sum, loss) => sum + (loss - middle) ** 2, 0) / losses.length);
  return {
    ...item,
    says: saidAlone(own, input, posterior),
    weight: Math.max(0, 1 - all / without),
    surprise: surpriseOf(item, input, posterior),
  };
}

/** Of few readings the one that stands out most; of a series how far it lies off as a whole. */
function surpriseOf({ kind, observations }: EvidenceItem, input: Assimilation, { surprises }: Posterior): number {
  // That no droppings were seen where the house lets some expect is no quarrel: nobody counted them.
  const told = observations.filter((at) => input.observations[at]?.value !== UNSEEN.cover);
  const z = told.map((at) => surprises[at]?.z ?? 0);
  if (kind === 'energy') return z.reduce((sum, one) => sum + one, 0) / Math.max(1, z.length);
  return z.reduce((most, one) => (Math.abs(one) > Math.abs(most) ? one : most), 0);
}

/** The loss that one observation says by itself, so many of its sigmas off; null where it is only a part of one, or none. */
function lossAlone({ kind, value, sigma }: Observation, width: number, { parameters }: Posterior): number | null {
  switch (kind) {
    case 'loss':
      return value + width * sigma;
    case 'gain':
      return 1 - 1 / (value * Math.exp(width * sigma));
    case 'energy':
      return (
        1 - Math.exp(value - parameters.level.mean - width * Math.hypot(parameters.level.sd, EVIDENCE_SIGMA.energy))
      );
    case 'film':
    case 'cover':
    case 'bonded':
      return null;
  }
}

/** The loss by one piece of evidence alone: of the last of what it saw, with its own error. */
function saidAlone(own: readonly Observation[], input: Assimilation, posterior: Posterior): Estimate {
  const whole = own.findLast((one) => lossAlone(one, 0, posterior) !== null);
  const at = (width: number): number => {
    const said = whole && lossAlone(whole, width, posterior);
    if (said !== undefined && said !== null) return said;
    const of = (kind: Observation['kind']) => own.findLast((one) => one.kind === kind);
    const film = of('film');
    const cover = of('cover');
    const mass = film ? film.value * Math.exp(width * film.sigma) : 0;
    const covered = cover ? cover.value * Math.exp(width * cover.sigma) : 0;
    const { mismatch = PATCH_FACTOR.mid, standingLoss = 0 } = input.parameters;
    return 1 - (1 - filmLoss(mass)) * (1 - Math.min(1, mismatch * covered)) * (1 - standingLoss);
  };
  return { low: at(-FOUR_IN_FIVE), mid: at(0), high: at(FOUR_IN_FIVE) };
}

/** A wash of the last days hides how it came to where it stands: the course then begins at the one before. */
const FRESH_WASH = 14;

function courseOf({ inputs, days, washDays }: HistoryOfArray, run: Run): Known['course'] {
  const first = Math.max(0, ...washDays.filter((day) => day < days - FRESH_WASH));
  const count = Math.min(COURSE_POINTS, days - first);
  const wanted = Array.from({ length: count }, (_, at) =>
    count === 1 ? days - 1 : first + Math.round((at * (days - 1 - first)) / (count - 1)),
  );
  if (inputs.length === 0) return [];
  const shown = run(wanted.map((day) => ({ kind: 'loss', day, sigma: 1 })));
  return wanted.map((day, at) => {
    const losses = shown[at] as number[];
    return { day, p10: quantile(losses, 0.1), p50: quantile(losses, 0.5), p90: quantile(losses, 0.9) };
  });
}

/** Each possible measurement of the last day, with the spread that it would leave. */
function whatNarrows({ days, evidence }: HistoryOfArray, losses: readonly number[], run: Run): Narrowing[] {
  const day = days - 1;
  const on = (kind: Observation['kind'], sigma: number) => ({ kind, day, sigma });
  const has = (kind: EvidenceItem['kind']) => evidence.some((one) => one.kind === kind && one.unheard === null);
  const possible: Partial<Record<Measurement, Omit<Observation, 'value'>[]>> = {
    look: [on('film', EVIDENCE_SIGMA.film), on('cover', EVIDENCE_SIGMA.coverByEye)],
    cloth: [on('bonded', EVIDENCE_SIGMA.bondedByCloth)],
    marks: [on('cover', EVIDENCE_SIGMA.coverByMarks)],
    reading: [on('loss', EVIDENCE_SIGMA.reading)],
    'test-patch': [on('loss', 0.01), on('bonded', EVIDENCE_SIGMA.bondedByPatch)],
    ...(has('energy')
      ? {}
      : {
          energy: ENERGY_AGO.filter((ago) => ago <= day).map((ago) => ({
            kind: 'energy' as const,
            day: day - ago,
            // each stands for ten clear days or so
            sigma: EVIDENCE_SIGMA.energy / Math.sqrt(5),
          })),
        }),
  };
  const before = spreadAfter(losses, []);
  return MEASUREMENTS.flatMap((measurement): Narrowing[] => {
    const asked = possible[measurement];
    if (asked === undefined || asked.length === 0) return [];
    const shown = run(asked);
    const sd = spreadAfter(
      losses,
      asked.map(({ sigma }, at) => ({ shown: shown[at] as number[], sigma })),
    );
    return sd < (1 - WORTH_IT) * before ? [{ measurement, sd, minutes: MINUTES[measurement] }] : [];
  }).sort((a, b) => a.sd - b.sd);
}
