import { exposureOf } from '../assimilation/house.ts';
import { type Known, whatIsKnown } from '../assimilation/known.ts';
import { looksOf } from '../assimilation/looks.ts';
import type { ArrayRecords } from '../assimilation/records.ts';
import type { Taught } from '../assimilation/taught.ts';
import { DEGRADATION_PER_YEAR, type Effectiveness } from '../assumptions.ts';
import { clearDaysOf } from '../comparisons/dailyEnergy.ts';
import { expectedOutput } from '../comparisons/expected.ts';
import { expectedOfReading, type ReadArray, warningsOfReading } from '../comparisons/powerReading.ts';
import { prepareCourses } from '../courses/courses.ts';
import { type AheadChoices, type ArrayAhead, courseSetup, usualChoices, worksUntil } from '../courses/ofArray.ts';
import { type CourseSetup, withFewer } from '../courses/setup.ts';
import { firstDayThatPays } from '../courses/washPays.ts';
import { recoveredBy, yearAhead } from '../courses/yearAhead.ts';
import { fittingsSeen } from '../inspections/fittings.ts';
import { acLimit } from '../modules/acLimit.ts';
import { outputAtAge } from '../modules/ageing.ts';
import { valueOfEnergy } from '../quotes/worth.ts';
import { type MarkedLoss, markedLoss } from '../soiling/markedLoss.ts';
import { takenOff } from '../soiling/takenOff.ts';
import { evenly, type Spread } from '../statistics/summary.ts';
import { addedDays, ageOn, dayOfYear } from '../time/dates.ts';
import { learnedFrom } from './learned.ts';
import { meterReason, reckoningReasons } from './reasons.ts';
import type { MarkedReckoning, ReckonInput, ReckoningOutput } from './reckoning.ts';
import { washNow, worthMeasuring } from './worthMeasuring.ts';

/** Members that go on into the years ahead: the last decision about how many courses of weather there are. */
export const COURSES = 40;
/** Courses on which the first day is searched for on which a wash pays. */
const SEARCHED = 8;

/** The last look of all. */
const lastLook = ({ looks }: ReckonInput) => [...looks].sort((a, b) => a.date.localeCompare(b.date)).at(-1);

/** The records of an array as the one estimate takes them (C17). */
export function recordsOf(input: ReckonInput): ArrayRecords {
  const { site, array, looks, washes, pairs, energy, rain, leftOut, house, today, seed } = input;
  return {
    place: {
      latitude: site.latitude,
      climate: site.climate,
      surroundings: site.surroundings,
      birds: array.birds,
      surfaceTilt: array.tilt,
      installedOn: array.installedOn,
    },
    until: today,
    rain,
    looks: looksOf({ ...array, ownUse: site.ownUse }, looks),
    washes,
    pairs,
    energy: energy ? clearDaysOf(energy) : [],
    leftOut,
    house,
    seed,
  };
}

/** What somebody set for the years ahead, and what follows from the last look where nobody did. */
export function choicesOf(
  input: Pick<ReckonInput, 'outlook' | 'today'>,
  array: Parameters<typeof usualChoices>[0],
): AheadChoices {
  const { outlook, today } = input;
  const usual = usualChoices(array);
  return {
    bondingPerDew: outlook.bondingPerDew ?? usual.bondingPerDew,
    puddles: outlook.puddles ?? usual.puddles,
    lichen: outlook.lichen ?? usual.lichen,
    works: worksUntil(outlook.worksUntil, today),
  };
}

/** The array with its members as years ahead begin with them. */
export function arrayAhead(input: ReckonInput, known: Known): ArrayAhead {
  const { site, array, overrides, house, today, seed } = input;
  const aged = outputAtAge(ageOn(array.installedOn, today), DEGRADATION_PER_YEAR);
  const limit = acLimit(array, site.ownUse);
  return {
    latitude: site.latitude,
    longitude: site.longitude,
    altitude: site.altitude,
    climate: site.climate,
    surfaceTilt: array.tilt,
    surfaceAzimuth: array.azimuth,
    array: {
      pdc0: array.modules * array.moduleWatts * aged,
      gammaPdc: array.gammaPdc,
      ...(limit === undefined ? {} : { pacRated: limit }),
    },
    rearFraction: array.rearFraction,
    exposure: exposureOf(site.surroundings, array.birds, house),
    orientation: array.wiring.orientation,
    cells: array.wiring.cells,
    startDay: dayOfYear(today),
    seed,
    members: evenly(known.members, COURSES),
    parameters: known.house,
    soils: lastLook(input)?.soils ?? [],
    lossByHand: overrides.lossNow,
    dustByHand: overrides.dust,
  };
}

/**
 * The loss of an array now by everything on record (C17), and the year that follows from it, with the reasons of every
 * figure.
 * @param onStep told the share of the work that is done; may throw to give up
 */
export function reckon(input: ReckonInput, onStep?: (share: number) => void): ReckoningOutput {
  const known = whatIsKnown(recordsOf(input), (share) => onStep?.(0.7 * share));
  const ahead = arrayAhead(input, known);
  const setup = courseSetup(ahead, choicesOf(input, ahead), 1);
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

/** The last reading of all against what was to be expected then. */
function meterOf(input: ReckonInput): Pick<ReckoningOutput, 'expectation' | 'meterReason' | 'warnings'> {
  const look = [...input.looks]
    .sort((a, b) => a.date.localeCompare(b.date))
    .findLast(({ reading }) => reading !== null);
  if (!look?.reading) return { expectation: null, meterReason: null, warnings: [] };
  const read: ReadArray = { ...input.array, ageYears: ageOn(input.array.installedOn, look.date) };
  const measured = expectedOfReading(read, look.reading);
  return {
    expectation: expectedOutput(measured),
    meterReason: meterReason(measured),
    warnings: warningsOfReading(read, input.site.ownUse, look.reading),
  };
}

/** What the marks of the last look cost. */
function markedOf(input: ReckonInput): MarkedLoss | null {
  const marks = lastLook(input)?.marks ?? [];
  return marks.length === 0 ? null : markedLoss(input.array.wiring, marks);
}

const withoutInputs = ({ strings, ...rest }: MarkedLoss, input: ReckonInput): MarkedReckoning => ({
  ...rest,
  strings: strings.map(({ input: _, ...string }) => string),
  wiring: input.array.wiring,
  marks: lastLook(input)?.marks ?? [],
});

/** The first day on which a visit like the last one that was offered is expected to pay: whoever plans may find another way. */
function lookOn(
  setup: CourseSetup,
  visit: Effectiveness,
  { visitPrice, today }: ReckonInput,
  valuePerKWh: number,
): string | null {
  const prepared = prepareCourses({ ...withFewer(setup, SEARCHED), horizon: 2 });
  const day = firstDayThatPays(prepared, visit, { valuePerKWh, price: visitPrice });
  return day === null ? null : addedDays(today, day);
}

/** A spread of energy as one of money. */
export const scale = (values: Spread, factor: number): Spread => ({
  p10: values.p10 * factor,
  p50: values.p50 * factor,
  p90: values.p90 * factor,
  mean: values.mean * factor,
});
