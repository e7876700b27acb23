import { CLEAR_DAY_SCATTER, GUESSED_TEMPERATURE } from '../assumptions.ts';
import { type Bare, bare, type Finding } from '../findings.ts';
import { leastSquares } from '../statistics/leastSquares.ts';
import { student95 } from '../statistics/normal.ts';
import { COMPARE_UNCERTAINTY, clearSkyRatioUncertainty } from './compare.ts';
import { CLEAR_DAYS_NEEDED } from './dailyEnergy.ts';
import { LOWEST_IRRADIANCE } from './warnings.ts';

export const PROOFS = ['same-visit', 'noon-two-days', 'control-row', 'three-readings', 'daily-energy'] as const;
export type ProofKey = (typeof PROOFS)[number];

export interface ProofPlanInput {
  /** relative, 1/K */
  temperatureCoefficient: number;
  /** loss that is expected to be there, fractions */
  expectedLoss: { low: number; mid: number; high: number };
  instruments: {
    /** in the plane of the array */
    sensor: boolean;
    /** on the back of a module */
    thermometer: boolean;
    /** an array, string or row that stays unwashed and can be read by itself */
    controlRow: boolean;
    /** daily energy of this array for weeks before and after */
    dailyEnergy: boolean;
  };
  wash: {
    /** W/m2 in the plane just before it and when the glass is dry and warm again */
    irradianceBefore: number;
    irradianceAfter: number;
    hoursApart: number;
    /** W/m2 in the plane around noon */
    irradianceNoon: number;
    /** whether the array is switched off while it is wet */
    isolated: boolean;
  };
  /** share of the noon power that inverter, battery or export lets through; 1 where nothing limits */
  limitAtNoon: number;
  /** and at the hours of the wash */
  limitAtWash: number;
  /** days watched on either side, and the share of them that are clear */
  daysEachSide: number;
  clearShare: number;
}

/** At which of the readings something stands against a proof. */
export type ProofHour = 'before-wash' | 'after-wash' | 'that-hour' | 'noon' | 'readings' | 'wash' | 'around-noon';

/** What stands against a proof, or what it needs. Irradiance W/m2, kelvin, minutes. */
export type ProofBecause =
  | Finding<'proof-dim', { irradiance: number; hour: ProofHour; least: number }>
  | Finding<'proof-limited', { hour: ProofHour }>
  | Finding<'proof-guessed-temperature', { error: number }>
  | Finding<'proof-no-sensor', { minutes: number }>
  | Finding<'proof-few-clear-days', { clear: number; needed: number }>
  | Finding<'proof-clear-days', { clear: number }>
  | Bare<
      | 'proof-read-dry'
      | 'proof-two-skies'
      | 'proof-read-at-noon'
      | 'proof-no-control'
      | 'proof-read-control'
      | 'proof-switched-off'
      | 'proof-three-states'
      | 'proof-no-daily-energy'
    >;

export interface ProofOption {
  key: ProofKey;
  /** least gain that would stand out of its own uncertainty here; null where this proof cannot be had */
  leastGain: number | null;
  /** whether the gain that is expected would show: over its whole range, in part of it, or not */
  shows: 'yes' | 'perhaps' | 'no';
  /** what stands against it, or what it needs */
  because: ProofBecause[];
}

export interface ProofPlan {
  options: ProofOption[];
  /** the soonest that shows the whole range, else the one that shows most of it; null where none shows any */
  choose: ProofKey | null;
  /** gain that the expected loss stands for */
  expectedGain: { low: number; mid: number; high: number };
}

const MINUTES_OF_THREE_READINGS = 0.1;
const MOST_HOURS_WITHOUT_SENSOR = 0.5;

const gainOf = (loss: number): number => 1 / (1 - Math.min(loss, 0.99)) - 1;
/** The least gain of which |ln ratio| is over twice its standard uncertainty. */
const least = (standard: number): number => Math.expm1(2 * standard);

/**
 * Which proof of a cleaning could show the gain that is expected, chosen before the day (C8). A wash in the cool hours
 * often leaves too little sun for a proof on the spot; then the proof is taken at another hour, by another array, or by
 * weeks of energy.
 */
export function planProof(input: ProofPlanInput): ProofPlan {
  const { low, mid, high } = input.expectedLoss;
  const expectedGain = { low: gainOf(low), mid: gainOf(mid), high: gainOf(high) };
  const proofs = [sameVisit(input), noonOfTwoDays(input), controlRow(input), threeReadings(input), dailyEnergy(input)];
  const options = proofs.map(({ key, leastGain, because }): ProofOption => {
    const shows =
      leastGain === null || leastGain > expectedGain.high ? 'no' : leastGain <= expectedGain.low ? 'yes' : 'perhaps';
    return { key, leastGain, shows, because };
  });
  const sure = SOONEST.find((key) => options.some((option) => option.key === key && option.shows === 'yes'));
  const perhaps = options
    .filter(({ shows }) => shows === 'perhaps')
    .sort((a, b) => (a.leastGain ?? 1) - (b.leastGain ?? 1))[0];
  return { options, choose: sure ?? perhaps?.key ?? null, expectedGain };
}

type Found = Omit<ProofOption, 'shows'>;

/** By when the customer knows. */
const SOONEST: ProofKey[] = ['same-visit', 'control-row', 'three-readings', 'noon-two-days', 'daily-energy'];

/** A proof with what stands against it; any objection takes its figure away. */
function found(
  key: ProofKey,
  standard: number,
  against: (ProofBecause | false)[],
  needs: (ProofBecause | false)[],
): Found {
  const objections = against.filter((one) => one !== false);
  return objections.length > 0
    ? { key, leastGain: null, because: objections }
    : { key, leastGain: least(standard), because: needs.filter((one) => one !== false) };
}

function readingUncertainty({ temperatureCoefficient, instruments }: ProofPlanInput): number {
  const temperature = instruments.thermometer ? COMPARE_UNCERTAINTY.temperature : GUESSED_TEMPERATURE;
  return COMPARE_UNCERTAINTY.repeatability ** 2 + (temperatureCoefficient * temperature) ** 2;
}

const dim = (irradiance: number, hour: ProofHour): ProofBecause | false =>
  irradiance < LOWEST_IRRADIANCE && { code: 'proof-dim', params: { irradiance, hour, least: LOWEST_IRRADIANCE } };
const limited = (share: number, hour: ProofHour): ProofBecause | false =>
  share < 1 && { code: 'proof-limited', params: { hour } };
const guessed = ({ instruments }: ProofPlanInput): ProofBecause | false =>
  !instruments.thermometer && { code: 'proof-guessed-temperature', params: { error: GUESSED_TEMPERATURE } };

function sameVisit(input: ProofPlanInput): Found {
  const { wash, instruments } = input;
  const ratio = instruments.sensor ? COMPARE_UNCERTAINTY.irradianceRatio : clearSkyRatioUncertainty(wash.hoursApart);
  return found(
    'same-visit',
    Math.sqrt(2 * readingUncertainty(input) + ratio ** 2),
    [
      dim(wash.irradianceBefore, 'before-wash'),
      dim(wash.irradianceAfter, 'after-wash'),
      limited(input.limitAtWash, 'that-hour'),
      !instruments.sensor &&
        wash.hoursApart > MOST_HOURS_WITHOUT_SENSOR && {
          code: 'proof-no-sensor',
          params: { minutes: MOST_HOURS_WITHOUT_SENSOR * 60 },
        },
    ],
    [bare('proof-read-dry'), guessed(input)],
  );
}

function noonOfTwoDays(input: ProofPlanInput): Found {
  const { instruments, wash } = input;
  return found(
    'noon-two-days',
    Math.sqrt(2 * readingUncertainty(input) + COMPARE_UNCERTAINTY.irradianceRatio ** 2),
    [
      dim(wash.irradianceNoon, 'noon'),
      limited(input.limitAtNoon, 'noon'),
      !instruments.sensor && bare('proof-two-skies'),
    ],
    [bare('proof-read-at-noon'), guessed(input)],
  );
}

function controlRow(input: ProofPlanInput): Found {
  const { instruments, wash } = input;
  return found(
    'control-row',
    Math.sqrt(4 * readingUncertainty(input)),
    [
      !instruments.controlRow && bare('proof-no-control'),
      limited(input.limitAtWash, 'that-hour'),
      dim(Math.min(wash.irradianceBefore, wash.irradianceAfter), 'readings'),
    ],
    [bare('proof-read-control'), guessed(input)],
  );
}

function threeReadings(input: ProofPlanInput): Found {
  const { wash, instruments } = input;
  const ratio = instruments.sensor
    ? COMPARE_UNCERTAINTY.irradianceRatio
    : clearSkyRatioUncertainty(MINUTES_OF_THREE_READINGS);
  return found(
    'three-readings',
    Math.sqrt(2 * COMPARE_UNCERTAINTY.repeatability ** 2 + ratio ** 2),
    [
      wash.isolated && bare('proof-switched-off'),
      dim(wash.irradianceBefore, 'wash'),
      limited(input.limitAtWash, 'that-hour'),
    ],
    [bare('proof-three-states')],
  );
}

function dailyEnergy(input: ProofPlanInput): Found {
  const { daysEachSide, clearShare, instruments } = input;
  const clear = Math.floor(daysEachSide * clearShare);
  return found(
    'daily-energy',
    clear >= CLEAR_DAYS_NEEDED ? stepUncertainty(daysEachSide, clear) : 1,
    [
      !instruments.dailyEnergy && bare('proof-no-daily-energy'),
      clear < CLEAR_DAYS_NEEDED && { code: 'proof-few-clear-days', params: { clear, needed: CLEAR_DAYS_NEEDED } },
      limited(input.limitAtNoon, 'around-noon'),
    ],
    [{ code: 'proof-clear-days', params: { clear } }],
  );
}

/** Half of a 95 % interval of the step in a trend with this many clear days, evenly spread, on each side. */
function stepUncertainty(days: number, clear: number): number {
  const times = Array.from({ length: clear }, (_, index) => ((index + 0.5) * days) / clear);
  const equations = [...times.map((time) => -time), ...times].map((time) => ({
    row: [1, time / days, time > 0 ? 1 : 0],
    value: 0,
    weight: 1,
  }));
  const variance = leastSquares(equations)?.unscaledCovariance[2]?.[2] ?? 1;
  return (student95(2 * clear - 3) * CLEAR_DAY_SCATTER * Math.sqrt(variance)) / 2;
}
