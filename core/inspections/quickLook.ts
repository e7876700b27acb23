import { type Birds, MODULE_MINUTES, RATE_SPREAD, type Surroundings } from '../assumptions.ts';
import { type Benefit, type PriceBook, priceVisit, type Verdict, verdict } from '../quotes/price.ts';
import type { Reason } from '../reasons.ts';
import { azimuthOf } from '../sites/assumed.ts';
import { RATE_DEFAULTS, soilingByRate } from '../soiling/rate.ts';
import { siteSoilingRate } from '../soiling/siteRate.ts';
import { yearAhead } from '../soiling/yearAhead.ts';
import { normalDraw, seededRandom } from '../statistics/random.ts';
import { fourInFive, type Spread } from '../statistics/summary.ts';
import { CLIMATES, type ClimateKey, generateWeatherYears } from '../weather/index.ts';
import { type Estimate, lossFromInspection, type Soil } from './soil.ts';

/** What a caller can see from the garden, in the caller's words. */
export const SEEN = ['nothing', 'dull', 'dirty', 'droppings', 'green', 'crusts'] as const;
export type SeenWord = (typeof SEEN)[number];

export interface QuickLookInput {
  modules: number;
  moduleWatts: number;
  /** degrees */
  surfaceTilt: number;
  storeys: number;
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
  /** calendar day, 0 to 364 */
  today: number;
  years: number;
  seed: number;
}

export interface QuickLook {
  /** loss by the calendar alone, and by what the caller sees; null where nothing was said of that */
  byCalendar: Estimate;
  byEye: Estimate | null;
  /** both together: from the lesser low to the greater high */
  lossNow: Estimate;
  /** kWh that one wash brings back until it has soiled again, and their worth in minor units */
  recoverable: Spread;
  worth: Benefit;
  /** one visit, tax included, minor units */
  price: number;
  verdict: Verdict;
  reasons: Record<'lossNow' | 'worth' | 'price', Reason>;
}

const DAYS = 365;
/** Before this nobody remembers, and the rain has had its say anyway. */
const LONGEST_DAYS = 3 * DAYS;
const DAYS_A_MONTH = 30.4;

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

/** Loss today after so many months, over made-up weather and the spread of the assumed rate. */
function lossByCalendar(input: QuickLookInput): Estimate {
  const { monthsSinceCleaned, years: count, today, latitude } = input;
  const days =
    monthsSinceCleaned === null ? LONGEST_DAYS : Math.min(LONGEST_DAYS, Math.round(monthsSinceCleaned * DAYS_A_MONTH));
  if (days === 0) return { low: 0, mid: 0, high: 0 };
  const usual = siteSoilingRate(input);
  const weather = generateWeatherYears(CLIMATES[input.climate], latitude, count + 3, input.seed);
  const random = seededRandom(input.seed ^ 0xca11);
  const losses = Array.from({ length: count }, (_, first) => {
    const factor = Math.exp(RATE_SPREAD * normalDraw(random));
    const rain: number[] = [];
    const rate: number[] = [];
    for (let back = days; back >= 1; back -= 1) {
      const at = today - back;
      const day = ((at % DAYS) + DAYS) % DAYS;
      rain.push(weather[first + 3 + Math.floor(at / DAYS)]?.rain[day] ?? 0);
      rate.push((usual[day] ?? 0) * factor);
    }
    return 1 - (soilingByRate({ rate, rain }).at(-1) ?? 1);
  });
  return fourInFive(losses);
}

/** Who sees nothing from the garden may still have a faint film. */
function filmUnseen(): Estimate {
  const faint = lossFromInspection([film('faint')]);
  return { low: 0, mid: faint.low / 2, high: faint.mid };
}

function lossByEye(seen: readonly SeenWord[]): Estimate | null {
  if (seen.length === 0) return null;
  const soils = soilsOfWords(seen);
  return soils.length > 0 ? lossFromInspection(soils) : filmUnseen();
}

/** Rain of the made-up weather may have taken everything off last week; nobody has seen that it did. */
function withRoomForFilm(byCalendar: Estimate): Estimate {
  const unseen = filmUnseen();
  return {
    low: byCalendar.low,
    mid: Math.max(byCalendar.mid, unseen.mid),
    high: Math.max(byCalendar.high, unseen.high),
  };
}

/**
 * A range for the telephone: what the dirt takes by the calendar and by what the caller sees, what one wash would bring
 * back, and what it would cost. Wide on purpose: somebody has to look before anything is offered.
 */
export function quickLook(input: QuickLookInput): QuickLook {
  const byCalendar = lossByCalendar(input);
  const byEye = lossByEye(input.seen);
  const lossNow =
    byEye === null
      ? input.monthsSinceCleaned === 0
        ? byCalendar
        : withRoomForFilm(byCalendar)
      : {
          low: Math.min(byCalendar.low, byEye.low),
          mid: (byCalendar.mid + byEye.mid) / 2,
          high: Math.max(byCalendar.high, byEye.high),
        };
  const year = yearAhead({
    latitude: input.latitude,
    longitude: input.longitude,
    altitude: input.altitude,
    climate: input.climate,
    surfaceTilt: input.surfaceTilt,
    // Nobody knows on the telephone which way it looks.
    surfaceAzimuth: azimuthOf(input.latitude),
    array: { pdc0: input.modules * input.moduleWatts, gammaPdc: -0.0035 },
    rate: siteSoilingRate(input),
    threshold: RATE_DEFAULTS.threshold,
    gracePeriod: RATE_DEFAULTS.gracePeriod,
    maxLoss: RATE_DEFAULTS.maxLoss,
    lossNow,
    startDay: input.today,
    years: input.years,
    seed: input.seed,
  });
  const { recoverable } = year;
  const worthOf = (energy: number) => Math.round(energy * input.valuePerKWh);
  const worth = { p10: worthOf(recoverable.p10), p50: worthOf(recoverable.p50), p90: worthOf(recoverable.p90) };
  const priced = priceVisit(
    {
      modules: input.modules,
      minutesPerModule: MODULE_MINUTES,
      storeys: input.storeys,
      travelKm: input.travelKm,
      travelMinutes: input.travelMinutes,
      waterCost: 0,
      accessEquipment: false,
    },
    input.prices,
  );
  const months = input.monthsSinceCleaned;
  return {
    byCalendar,
    byEye,
    lossNow,
    recoverable,
    worth,
    price: priced.gross,
    verdict: verdict(worth, priced.gross),
    reasons: {
      lossNow: {
        what: 'Share of clean output that the dirt may take now',
        kind: 'fraction',
        value: lossNow.mid,
        low: lossNow.low,
        high: lossNow.high,
        formula:
          'From the lesser of two estimates to the greater: the soiling rate over the months since the last wash in made-up weather, and what the caller’s words usually stand for. Where nothing was said of the glass, room is left for a film that nobody sees from the garden.',
        source: 'Kimber et al. 2006 for the months; the words are a house assumption',
        assumption: true,
        inputs: [
          { name: 'Months since washed', value: months === null ? 'never' : months, kind: 'count' },
          { name: 'By the months', value: byCalendar.mid, kind: 'fraction' },
          { name: 'By what is seen', value: byEye?.mid ?? 'nothing said', kind: 'fraction' },
        ],
        drivers: [],
      },
      worth: {
        what: 'Worth of what one wash brings back before it has soiled again',
        kind: 'money',
        value: worth.p50,
        low: worth.p10,
        high: worth.p90,
        formula: 'Energy that one wash today brings back in the year ahead × what a kWh is worth.',
        source: 'As in Reckon, with an array towards the noon sun and no limit',
        assumption: true,
        inputs: [
          { name: 'Energy', value: recoverable.p50, kind: 'energy' },
          { name: 'A kWh', value: input.valuePerKWh, kind: 'money' },
        ],
        drivers: [],
      },
      price: {
        what: 'One visit at your own prices, tax included',
        kind: 'money',
        value: priced.gross,
        formula:
          'Labour by the module, set-up and road, kilometres, consumables and tax; water and access are not in it.',
        source: 'Your prices under Company',
        assumption: true,
        inputs: priced.lines.map(({ label, amount }) => ({ name: label, value: amount, kind: 'money' as const })),
        drivers: [],
      },
    },
  };
}
