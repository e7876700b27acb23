import { type Effectiveness, LICHEN_SETTLES_YEARS } from '../assumptions.ts';
import { type EnergyDay, energyOfSite } from '../modules/energyYear.ts';
import { type LayeredDays, soilingByLayers } from '../soiling/layered.ts';
import { daysBetween, times } from '../soiling/layeredDays.ts';
import { lowerEdgeLoss } from '../soiling/lowerEdge.ts';
import { climateOf, type Exposure, exposureDays, generateWeatherYears } from '../weather/index.ts';
import { type CourseMember, type CourseSetup, lichenThere, parametersOf, type Visits } from './setup.ts';

/** The weather, dust and clean energy of all courses, drawn once for whatever is tried on them. */
export interface PreparedCourses {
  setup: CourseSetup;
  /** of each member, before its own factors are laid on what settles */
  days: LayeredDays[];
  energy: EnergyDay[][];
  /** what a lower edge costs for what it keeps out; null where nothing stands there */
  edgeCosts: ((kept: number) => number) | null;
}

export const DAYS_A_YEAR = 365;

const rolled = <T extends Float64Array | Uint8Array>(values: T, start: number, count: number): T =>
  values.slice(start, start + count) as T;

/**
 * Draws the courses of a setup, the same for the same seed; a longer horizon goes on where a shorter one ends. Works with
 * an end count from the day on which they begin.
 */
export function prepareCourses(setup: CourseSetup): PreparedCourses {
  const climate = climateOf(setup.climate);
  const { latitude, horizon, startDay, seed } = setup;
  const energyIn = energyOfSite(setup);
  const works = setup.exposure.works;
  const exposure: Exposure = {
    ...setup.exposure,
    latitude,
    works: works && { ...works, from: works.from + startDay, to: works.to + startDay },
  };
  const count = horizon * DAYS_A_YEAR;
  const days: LayeredDays[] = [];
  const energy: EnergyDay[][] = [];
  for (const { course } of setup.members) {
    const weather = generateWeatherYears(climate, latitude, horizon + 1, seed + 7 * course);
    const drawn = exposureDays(climate, exposure, weather, seed + course);
    days.push({
      rain: rolled(drawn.rain, startDay, count),
      dew: rolled(drawn.dew, startDay, count),
      deposition: rolled(drawn.deposition, startDay, count),
      droppings: rolled(drawn.droppings, startDay, count),
    });
    energy.push(weather.flatMap(energyIn).slice(startDay, startDay + count));
  }
  return {
    setup,
    days,
    energy,
    edgeCosts: setup.puddleFactor > 1 ? lowerEdgeLoss(setup.orientation, setup.cells) : null,
  };
}

/** What settles on one member. */
export function daysOfMember(days: LayeredDays, { dust, droppings }: CourseMember): LayeredDays {
  return {
    ...days,
    deposition: times(days.deposition, dust),
    droppings: times(days.droppings, droppings),
  };
}

/** A member's way through all its days: its loss at the end of each, and the lichen at its end. */
export interface Walked {
  loss: Float64Array;
  lichenCover: number;
}

/**
 * Sends each member through its course under the layered model of C6, with cleanings or without: film, droppings, what
 * stands along the lower frame, and lichen, which settles in the third year without a cleaning and then grows until it
 * covers.
 */
export const walk = (prepared: PreparedCourses, visits: Visits): Walked[] => {
  const days = ownDaysOf(prepared);
  return prepared.setup.members.map((member, at) => walkOf(prepared, member, days[at] as LayeredDays, visits));
};

/** What settles on each member, worked out once for however many visits are tried on them. */
const OWN_DAYS = new WeakMap<PreparedCourses, LayeredDays[]>();
function ownDaysOf(prepared: PreparedCourses): LayeredDays[] {
  const known = OWN_DAYS.get(prepared);
  if (known) return known;
  const own = prepared.setup.members.map((member, at) => daysOfMember(prepared.days[at] as LayeredDays, member));
  OWN_DAYS.set(prepared, own);
  return own;
}

function walkOf(
  { setup, edgeCosts }: PreparedCourses,
  member: CourseMember,
  days: LayeredDays,
  visits: Visits,
): Walked {
  const count = days.rain.length;
  const loss = new Float64Array(count);
  const cleanings = cleaningsOf(visits, setup.horizon);
  const given = parametersOf(setup, member);
  const there = lichenThere(member);
  const settles = settlingDay(cleanings, there);
  let lichenCover = 0;
  let [state, edge] = [member.initial, member.initial];
  for (const [from, to, grows] of [
    [0, Math.min(settles, count), false],
    [Math.min(settles, count), count, true],
  ] as const) {
    if (to <= from) continue;
    const part = daysBetween(days, from, to);
    const own = cleanings
      .filter(({ day }) => day >= from && day < to)
      .map((cleaning) => ({ ...cleaning, day: cleaning.day - from }));
    const parameters = grows && !there ? { ...given, lichenDensity: setup.lichenDensity } : given;
    const initial = grows && !there ? { ...state, lichenRadius: 0 } : state;
    const face = soilingByLayers({ surfaceTilt: setup.surfaceTilt, parameters, initial, days: part, cleanings: own });
    state = face.end;
    const rim =
      edgeCosts &&
      soilingByLayers({
        surfaceTilt: setup.surfaceTilt,
        parameters: { ...parameters, lichenDensity: 0 },
        initial: edge,
        days: { ...part, deposition: times(part.deposition, setup.puddleFactor) },
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

/** Every cleaning of a horizon, by the day from its start. */
function cleaningsOf({ days, everyYears, effectiveness, others }: Visits, horizon: number) {
  const ofYear = [
    ...days.map((day) => ({ day, effectiveness })),
    ...(others?.days ?? []).map((day) => ({ day, effectiveness: others?.effectiveness ?? effectiveness })),
  ].sort((a, b) => a.day - b.day);
  const found: { day: number; effectiveness: Effectiveness }[] = [];
  for (let year = 0; year < horizon; year += everyYears)
    for (const one of ofYear) found.push({ ...one, day: year * DAYS_A_YEAR + one.day });
  return found;
}

/** The first day on which lichen grows: the third year after the last cleaning, or at once where it is there already. */
function settlingDay(cleanings: readonly { day: number }[], there: boolean): number {
  if (there) return 0;
  const bare = (LICHEN_SETTLES_YEARS - 1) * DAYS_A_YEAR;
  let last = 0;
  for (const { day } of cleanings) {
    // A wash on the day itself comes in time.
    if (day - last > bare) return last + bare;
    last = day;
  }
  return last + bare;
}
