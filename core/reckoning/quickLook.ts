import { exposureOf, type HouseFigures } from '../assimilation/house.ts';
import { whatIsKnown } from '../assimilation/known.ts';
import type { ArrayRecords } from '../assimilation/records.ts';
import {
  type Birds,
  CALL_PACE,
  MODULE_MINUTES,
  type Surroundings,
  USUAL_GAMMA_PDC,
  WASH_UNTOLD,
} from '../assumptions.ts';
import { prepareCourses } from '../courses/courses.ts';
import { type ArrayAhead, courseSetup, usualChoices } from '../courses/ofArray.ts';
import { yearAhead } from '../courses/yearAhead.ts';
import { bare } from '../findings.ts';
import type { Estimate, Soil } from '../inspections/soil.ts';
import type { PriceBook } from '../quotes/book.ts';
import { priceVisit } from '../quotes/price.ts';
import { type Benefit, type Verdict, verdict } from '../quotes/verdict.ts';
import { worthOf } from '../quotes/worth.ts';
import type { Reason } from '../reasons.ts';
import { azimuthOf } from '../sites/assumed.ts';
import { evenly, type Quantiles } from '../statistics/summary.ts';
import { addedDays, dayOfYear } from '../time/dates.ts';
import type { ClimateKey } from '../weather/index.ts';

/** What a caller can see from the garden, in the caller's words. */
export const SEEN = ['nothing', 'dull', 'dirty', 'droppings', 'green', 'crusts'] as const;
export type SeenWord = (typeof SEEN)[number];

/** How a caller says that the panels can be come by. */
export const CALL_ACCESS = ['ground', 'roof', 'lift'] as const;
export type CallAccess = (typeof CALL_ACCESS)[number];

export interface QuickLookInput {
  modules: number;
  moduleWatts: number;
  /** degrees */
  surfaceTilt: number;
  storeys: number;
  /** left out by calls of before it was asked, when no lift was priced */
  access?: CallAccess;
  /** since somebody washed it; null where nobody ever has */
  monthsSinceCleaned: number | null;
  seen: readonly SeenWord[];
  surroundings: Surroundings;
  birds: Birds;
  climate: ClimateKey;
  latitude: number;
  longitude: number;
  /** the site that stands in for a place that nobody has given */
  near?: string;
  altitude: number;
  /** minor units */
  valuePerKWh: number;
  /** kilometres and minutes there and back */
  travelKm: number;
  travelMinutes: number;
  prices: PriceBook;
  /** `YYYY-MM-DD` */
  today: string;
  house: HouseFigures;
  seed: number;
}

export interface QuickLook {
  /** loss by what the house expects since the last wash, and by what the caller sees; null where nothing was said of that */
  byCalendar: Estimate;
  byEye: Estimate | null;
  /** both together, four in five */
  lossNow: Estimate;
  /** kWh that one wash brings back until it has soiled again, and their worth in minor units */
  recoverable: Quantiles;
  worth: Benefit;
  /** one visit, tax included, minor units: as the caller tells it, and from the lightest to the heaviest that it may turn out */
  price: number;
  prices: Estimate;
  verdict: Verdict;
  reasons: Record<'lossNow' | 'worth' | 'price', Reason>;
}

const DAYS_A_MONTH = 30.4;
/** Ways of the weather and members that are drawn for a call. */
const COURSES = 30;

const film = (grade: Soil['grade']): Soil => ({ kind: 'dust', where: 'whole-face', grade, share: 1, bond: 'wet' });

/** What a caller's words stand for as soils of an inspection (house assumption), to be put right on the roof. */
export function soilsOfWords(seen: readonly SeenWord[]): Soil[] {
  const words = new Set(seen);
  const soils: Soil[] = [];
  if (words.has('dirty')) soils.push(film('plain'));
  else if (words.has('dull')) soils.push(film('faint'));
  if (words.has('droppings'))
    soils.push({ kind: 'droppings', where: 'spots', grade: 'plain', share: 0.005, bond: 'soak' });
  if (words.has('green')) soils.push({ kind: 'algae', where: 'lower-edge', grade: 'plain', share: 0.01, bond: 'soak' });
  if (words.has('crusts')) soils.push({ kind: 'lichen', where: 'spots', grade: 'plain', share: 0.01, bond: 'blade' });
  return soils;
}

/** What is on record of an array that nobody has seen: a place, the wash that the caller remembers, and the caller's words. */
function recordsOfCall(input: QuickLookInput): ArrayRecords {
  const { latitude, climate, surroundings, birds, surfaceTilt, today, seen, monthsSinceCleaned, seed } = input;
  const washed = monthsSinceCleaned === null ? null : addedDays(today, -Math.round(monthsSinceCleaned * DAYS_A_MONTH));
  return {
    place: { latitude, climate, surroundings, birds, surfaceTilt, installedOn: null },
    until: today,
    rain: {},
    looks:
      seen.length === 0
        ? []
        : [
            {
              id: 'call',
              by: null,
              // Whoever calls after a wash of the same day has seen the glass after it.
              date: today,
              soils: soilsOfWords(seen),
              marked: null,
              wipeTest: 'not-done',
              reading: null,
              patch: null,
            },
          ],
    washes: washed === null ? [] : [{ date: washed, jobId: null, parts: [{ way: WASH_UNTOLD, share: 1 }] }],
    pairs: [],
    energy: [],
    leftOut: [],
    house: input.house,
    seed,
  };
}

/** Whether it pays where the price itself is a range: surely only at its upper end, surely not only at its lower one. */
function verdictOnRange(worth: Benefit, prices: Estimate): Verdict {
  if (verdict(worth, prices.high) === 'pays') return 'pays';
  return verdict(worth, prices.low) === 'does-not-pay' ? 'does-not-pay' : 'may-pay';
}

/**
 * A range for the telephone: what the dirt takes by what the house expects and by what the caller sees, put together as
 * Reckon does, what one wash would bring back, and what it would cost. Wide on purpose: somebody has to look before
 * anything is offered.
 */
export function quickLook(input: QuickLookInput): QuickLook {
  const records = recordsOfCall(input);
  const known = whatIsKnown(records);
  const estimate = ({ p10, p50, p90 }: { p10: number; p50: number; p90: number }) => ({
    low: p10,
    mid: p50,
    high: p90,
  });
  const byCalendar = estimate(known.expected);
  const byEye = known.evidence[0]?.says ?? null;
  const lossNow = estimate(known.loss);
  const ahead: ArrayAhead = {
    latitude: input.latitude,
    longitude: input.longitude,
    altitude: input.altitude,
    climate: input.climate,
    surfaceTilt: input.surfaceTilt,
    // Nobody knows on the telephone which way it looks.
    surfaceAzimuth: azimuthOf(input.latitude),
    array: { pdc0: input.modules * input.moduleWatts, gammaPdc: USUAL_GAMMA_PDC },
    rearFraction: 0,
    exposure: exposureOf(input.surroundings, input.birds, input.house),
    orientation: 'portrait',
    cells: 'whole',
    startDay: dayOfYear(input.today),
    seed: input.seed,
    members: evenly(known.members, COURSES),
    parameters: known.house,
    soils: soilsOfWords(input.seen),
  };
  const { recoverable } = yearAhead(prepareCourses(courseSetup(ahead, usualChoices(ahead), 1)));
  const worth = {
    p10: worthOf(recoverable.p10, input.valuePerKWh),
    p50: worthOf(recoverable.p50, input.valuePerKWh),
    p90: worthOf(recoverable.p90, input.valuePerKWh),
  };
  const pace = Math.max(...input.seen.map((word) => CALL_PACE.seen[word]), input.seen.length === 0 ? 1 : 0);
  const height = input.storeys > 1 ? CALL_PACE.high : 1;
  const pricedAt = (times: number) =>
    priceVisit(
      {
        modules: input.modules,
        minutesPerModule: MODULE_MINUTES * height * times,
        storeys: input.storeys,
        travelKm: input.travelKm,
        travelMinutes: input.travelMinutes,
        waterCost: 0,
        accessEquipment: input.access === 'lift',
        kilowatts: (input.modules * input.moduleWatts) / 1000,
        heavyModules: times > 1 ? input.modules : 0,
      },
      input.prices,
    );
  const priced = pricedAt(pace);
  const [least, most] = [pricedAt(Math.min(pace, CALL_PACE.low)).gross, pricedAt(pace * CALL_PACE.more).gross];
  const prices = { low: Math.min(least, priced.gross), mid: priced.gross, high: Math.max(most, priced.gross) };
  const months = input.monthsSinceCleaned;
  return {
    byCalendar,
    byEye,
    lossNow,
    recoverable,
    worth,
    price: priced.gross,
    prices,
    verdict: verdictOnRange(worth, prices),
    reasons: {
      lossNow: {
        what: bare('what-quick-loss'),
        kind: 'fraction',
        value: lossNow.mid,
        low: lossNow.low,
        high: lossNow.high,
        formula: bare('how-quick-loss'),
        source: bare('source-call'),
        assumption: true,
        inputs: [
          { name: bare('input-months-since-washed'), value: months === null ? bare('never') : months, kind: 'count' },
          { name: bare('input-by-months'), value: byCalendar.mid, kind: 'fraction' },
          { name: bare('input-by-seen'), value: byEye?.mid ?? bare('nothing-said'), kind: 'fraction' },
        ],
        drivers: [],
      },
      worth: {
        what: bare('what-quick-worth'),
        kind: 'money',
        value: worth.p50,
        low: worth.p10,
        high: worth.p90,
        formula: bare('how-quick-worth'),
        source: bare('source-call-worth'),
        assumption: true,
        inputs: [
          { name: bare('input-energy'), value: recoverable.p50, kind: 'energy' },
          { name: bare('input-a-kwh'), value: input.valuePerKWh, kind: 'money' },
        ],
        drivers: [],
      },
      price: {
        what: bare('what-quick-price'),
        kind: 'money',
        value: priced.gross,
        low: prices.low,
        high: prices.high,
        formula: bare('how-quick-price'),
        source: bare('source-own-prices'),
        assumption: true,
        inputs: priced.lines.map(({ label, amount }) => ({ name: label, value: amount, kind: 'money' as const })),
        drivers: [],
      },
    },
  };
}
