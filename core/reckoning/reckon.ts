import { whatIsKnown } from '../assimilation/known.ts';
import type { Taught } from '../assimilation/taught.ts';
import { prepareCourses } from '../courses/courses.ts';
import { courseSetup } from '../courses/ofArray.ts';
import { underFittings } from '../courses/underFittings.ts';
import { recoveredBy, yearAhead } from '../courses/yearAhead.ts';
import { fittingsSeen } from '../fittings/seen.ts';
import { valueOfEnergy } from '../quotes/worth.ts';
import { takenOff } from '../soiling/takenOff.ts';
import { evenly, type Quantiles } from '../statistics/summary.ts';
import { arrayAhead, COURSES, choicesOf, lastLook, recordsOf } from './asked.ts';
import { learnedFrom } from './learned.ts';
import { lookOn } from './lookOn.ts';
import { markedOf, withoutInputs } from './marked.ts';
import { meterOf } from './meter.ts';
import { reckoningReasons } from './reasons.ts';
import type { ReckonInput, ReckoningOutput } from './reckoning.ts';
import { washNow, worthMeasuring } from './worthMeasuring.ts';

/**
 * The loss of an array now by everything on record (C17), and the year that follows from it, with the reasons of every
 * figure.
 * @param onStep told the share of the work that is done; may throw to give up
 */
export function reckon(input: ReckonInput, onStep?: (share: number) => void): ReckoningOutput {
  const known = whatIsKnown(recordsOf(input), (share) => onStep?.(0.7 * share));
  const ahead = arrayAhead(input, known);
  const { modules, fitted } = input.array;
  const fittedNow = { modules, fitted, today: input.today, lastLook: lastLook(input)?.date ?? null };
  const setup = underFittings(courseSetup(ahead, choicesOf(input, ahead), 1), fittedNow, input.house.fitted);
  const prepared = prepareCourses(setup);
  const year = yearAhead(prepared);
  onStep?.(0.9);
  const valuePerKWh = valueOfEnergy(input.site);
  const { lossNow: byHand } = input.overrides;
  const found = { low: known.loss.p10, mid: known.loss.p50, high: known.loss.p90 };
  const lossNow = byHand === undefined ? found : { low: byHand, mid: byHand, high: byHand };
  const marked = markedOf(input);
  const { members, narrowing, ...onRecord } = known;
  const visit = takenOff(input.visitWays, input.house.effectiveness);
  const worths = recoveredBy(prepared, visit).map((energy) => energy * valuePerKWh);
  const now = washNow(
    evenly(members, COURSES).map(({ loss }) => loss),
    worths,
    input.visitPrice,
  );
  return {
    lossNow,
    known: { ...onRecord, taught: [...onRecord.taught, ...taughtByFittings(input)] },
    courses: setup,
    year,
    lostValue: scale(year.lostEnergy, valuePerKWh),
    valuePerKWh,
    ...meterOf(input),
    marked: marked && withoutInputs(marked, input),
    narrowing: worthMeasuring(narrowing, known.loss.sd, now, input.minutePrice),
    learned: learnedFrom(input.pairs, input.expected, known.parameters),
    lookOn: lookOn(setup, visit, input, valuePerKWh),
    reasons: reckoningReasons(input, { known, lossNow, marked, prepared, year, valuePerKWh }),
    recommended: { lossNow: found, dust: Math.exp(known.parameters.deposition.mean) },
  };
}

/** What fittings were seen to leave, beside the modules without them. */
const taughtByFittings = ({ array, looks, washes }: ReckonInput): Taught[] =>
  fittingsSeen(
    array.fitted,
    looks,
    array.modules,
    washes.map(({ date }) => date),
  ).map(({ kind, left, sd, date }) => ({ key: `fitted:${kind}`, value: left, sd, recordId: null, date }));

/** A spread of energy as one of money. */
export const scale = (values: Quantiles, factor: number): Quantiles => ({
  p10: values.p10 * factor,
  p50: values.p50 * factor,
  p90: values.p90 * factor,
  mean: values.mean * factor,
});
