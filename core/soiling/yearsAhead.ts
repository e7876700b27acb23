import { type Effectiveness, LICHEN_SETTLES_YEARS } from '../assumptions.ts';
import type { Orientation } from '../inspections/marks.ts';
import type { Estimate } from '../inspections/soil.ts';
import { clearSkyYear, type EnergyDay, energyAtLoss, energyDays } from '../modules/energyYear.ts';
import { fourInFive, mean } from '../statistics/summary.ts';
import { climateOf, type Exposure, exposureDays, generateWeatherYears } from '../weather/index.ts';
import { type LayeredDays, type LayeredParameters, type LayeredState, soilingByLayers } from './layered.ts';
import { lowerEdgeLoss } from './lowerEdge.ts';
import type { YearsOfSite } from './yearsOfSite.ts';

/** An array and what settles on it, for many years to come. `years` is how many courses are drawn. */
export interface YearsAheadSetup extends YearsOfSite {
  exposure: Omit<Exposure, 'latitude'>;
  parameters: LayeredParameters;
  /** light on the back as a share of the front's; default 0 */
  rearFraction?: number | undefined;
  /** what lies on the glass at the start */
  initial: LayeredState;
  /** how many times what settles on the face settles along the lower frame */
  puddleFactor: number;
  /** how the modules lie and are cut: what a lower edge costs hangs on it */
  orientation: Orientation;
  cells: 'whole' | 'half';
  /** calendar day on which the first year begins, 0 to 364 */
  startDay: number;
  /** years to look ahead */
  horizon: number;
}

/** Cleanings of every year, or of every k-th: days from the start of the year ahead, 0 to 364. */
export interface Visits {
  days: readonly number[];
  everyYears: number;
  effectiveness: Effectiveness;
}

export const NO_VISITS: Visits = {
  days: [],
  everyYears: 1,
  effectiveness: { loose: 0, bonded: 0, droppings: 0, lichen: 0 },
};

export interface YearsAhead {
  /** mean loss of each month, from the first, over the courses */
  fan: Estimate[];
  /** kWh lost in each year */
  lost: Estimate[];
  /** the same as a share of the energy with clean glass */
  lostShare: Estimate[];
  /** kWh lost a year on the mean in each course, in their order: what compares setups drawn from the same seed */
  lostInCourse: number[];
  /** kWh with clean glass in a year, the mean */
  clean: number;
  /** share of the glass under lichen at the end */
  lichen: Estimate;
}

/** The weather, dust and clean energy of all courses, drawn once for whatever is tried on them. */
export interface PreparedCourses {
  setup: YearsAheadSetup;
  courses: LayeredDays[];
  energy: EnergyDay[][];
}

const DAYS = 365;
const MONTHS = 12;

const rolled = <T extends Float64Array | Uint8Array>(values: T, start: number, count: number): T =>
  values.slice(start, start + count) as T;

/** Draws the courses of a setup, the same for the same seed. Works with an end count from the day on which they begin. */
export function prepareCourses(setup: YearsAheadSetup): PreparedCourses {
  const climate = climateOf(setup.climate);
  const { latitude, horizon, startDay, seed } = setup;
  const sky = clearSkyYear({ ...setup, linkeTurbidity: climate.linkeTurbidity }, setup);
  const works = setup.exposure.works;
  const exposure: Exposure = {
    ...setup.exposure,
    latitude,
    works: works && { ...works, from: works.from + startDay, to: works.to + startDay },
  };
  const courses: LayeredDays[] = [];
  const energy: EnergyDay[][] = [];
  for (let course = 0; course < setup.years; course += 1) {
    const weather = generateWeatherYears(climate, latitude, horizon + 1, seed + 7 * course);
    const days = exposureDays(climate, exposure, weather, seed + course);
    const count = horizon * DAYS;
    courses.push({
      rain: rolled(days.rain, startDay, count),
      dew: rolled(days.dew, startDay, count),
      deposition: rolled(days.deposition, startDay, count),
      droppings: rolled(days.droppings, startDay, count),
    });
    const all = weather.flatMap((year) =>
      energyDays({ sky, climate, latitude, array: setup.array, rearFraction: setup.rearFraction ?? 0 }, year),
    );
    energy.push(all.slice(startDay, startDay + count));
  }
  return { setup, courses, energy };
}

/**
 * Years ahead under the layered model of C6, with cleanings or without: film, droppings, what stands along the lower
 * frame, and lichen, which settles in the third year without a cleaning and then grows until it covers.
 * @returns a band over the courses; energy through the limit, where dirt costs nothing
 */
export function yearsAhead({ setup, courses, energy }: PreparedCourses, visits: Visits = NO_VISITS): YearsAhead {
  const { horizon } = setup;
  const edgeCosts = setup.puddleFactor > 1 ? lowerEdgeLoss(setup.orientation, setup.cells) : null;
  const monthly = courses.map(() => [] as number[]);
  const yearly = courses.map(() => [] as number[]);
  const lichen: number[] = [];
  let clean = 0;
  courses.forEach((days, course) => {
    const { loss, lichenCover } = courseOf(setup, days, visits, edgeCosts);
    lichen.push(lichenCover);
    let lost = 0;
    let month = 0;
    let counted = 0;
    energy[course]?.forEach((day, index) => {
      const share = loss[index] ?? 0;
      const whole = energyAtLoss(day, 0, setup.array.pacRated);
      clean += whole;
      lost += whole - energyAtLoss(day, share, setup.array.pacRated);
      month += share;
      counted += 1;
      const within = (index % DAYS) + 1;
      if (within === Math.round(((monthly[course]?.length ?? 0) % MONTHS) * (DAYS / MONTHS) + DAYS / MONTHS)) {
        monthly[course]?.push(month / counted);
        [month, counted] = [0, 0];
      }
      if (within === DAYS) {
        yearly[course]?.push(lost / 1000);
        lost = 0;
      }
    });
  });
  const across = (series: readonly number[][], count: number) =>
    Array.from({ length: count }, (_, at) => fourInFive(series.map((own) => own[at] ?? 0)));
  const cleanYear = clean / 1000 / horizon / courses.length;
  const lost = across(yearly, horizon);
  const share = (energy: number) => (cleanYear > 0 ? energy / cleanYear : 0);
  return {
    fan: across(monthly, horizon * MONTHS),
    lost,
    lostShare: lost.map(({ low, mid, high }) => ({ low: share(low), mid: share(mid), high: share(high) })),
    lostInCourse: yearly.map(mean),
    clean: cleanYear,
    lichen: fourInFive(lichen),
  };
}

/** One course of days: its loss on each, and the lichen at its end. */
function courseOf(
  setup: YearsAheadSetup,
  days: LayeredDays,
  visits: Visits,
  edgeCosts: ((kept: number) => number) | null,
): { loss: Float64Array; lichenCover: number } {
  const count = days.rain.length;
  const loss = new Float64Array(count);
  const cleanings = cleaningsOf(visits, setup.horizon);
  const settles = settlingDay(cleanings, setup.initial.lichenRadius > 0);
  let lichenCover = 0;
  let [state, edge] = [setup.initial, setup.initial];
  for (const [from, to, grows] of [
    [0, Math.min(settles, count), false],
    [Math.min(settles, count), count, true],
  ] as const) {
    if (to <= from) continue;
    const part = slice(days, from, to);
    const own = cleanings
      .filter(({ day }) => day >= from && day < to)
      .map((cleaning) => ({ ...cleaning, day: cleaning.day - from }));
    const parameters = grows ? setup.parameters : { ...setup.parameters, lichenDensity: 0 };
    const initial = grows && setup.initial.lichenRadius === 0 ? { ...state, lichenRadius: 0 } : state;
    const face = soilingByLayers({ surfaceTilt: setup.surfaceTilt, parameters, initial, days: part, cleanings: own });
    state = face.end;
    const rim =
      edgeCosts &&
      soilingByLayers({
        surfaceTilt: setup.surfaceTilt,
        parameters: { ...parameters, lichenDensity: 0 },
        initial: edge,
        days: { ...part, deposition: Float64Array.from(part.deposition, (mass) => mass * setup.puddleFactor) },
        cleanings: own,
      });
    if (rim) edge = rim.end;
    for (let day = 0; day < to - from; day += 1) {
      const ratio = face.soilingRatio[day] ?? 1;
      const film = face.filmLoss[day] ?? 0;
      const kept = rim ? 1 - (1 - (rim.filmLoss[day] ?? 0)) / (1 - film) : 0;
      loss[from + day] = 1 - ratio * (1 - (edgeCosts?.(kept) ?? 0));
    }
    lichenCover = face.lichenCover[to - from - 1] ?? 0;
  }
  return { loss, lichenCover };
}

const slice = ({ rain, dew, deposition, droppings }: LayeredDays, from: number, to: number): LayeredDays => {
  const part = (values: ArrayLike<number>) =>
    Float64Array.from({ length: to - from }, (_, day) => values[from + day] ?? 0);
  return { rain: part(rain), dew: part(dew), deposition: part(deposition), droppings: part(droppings) };
};

/** Every cleaning of a horizon, by the day from its start. */
function cleaningsOf({ days, everyYears, effectiveness }: Visits, horizon: number) {
  const found: { day: number; effectiveness: Effectiveness }[] = [];
  for (let year = 0; year < horizon; year += everyYears)
    for (const day of [...days].sort((a, b) => a - b)) found.push({ day: year * DAYS + day, effectiveness });
  return found;
}

/** The first day on which lichen grows: the third year after the last cleaning, or at once where it is there already. */
function settlingDay(cleanings: readonly { day: number }[], there: boolean): number {
  if (there) return 0;
  const bare = (LICHEN_SETTLES_YEARS - 1) * DAYS;
  let last = 0;
  for (const { day } of cleanings) {
    if (day - last >= bare) return last + bare;
    last = day;
  }
  return last + bare;
}
