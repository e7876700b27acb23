import type { ImportedSite } from '../contract/imports/endpoints.ts';
import {
  DROPPINGS,
  DUST_DAY_SPREAD,
  EFFECTIVENESS,
  type Effectiveness,
  FILM_GRADE,
  PATCH_FACTOR,
} from '../core/assumptions.ts';
import { expectedOutput } from '../core/comparisons/expected.ts';
import { expectedOfReading } from '../core/comparisons/powerReading.ts';
import type { Mark } from '../core/inspections/marks.ts';
import { isFilm, joinLosses, lossFromInspection, lossOfSoil, type Soil } from '../core/inspections/soil.ts';
import { clearSkyDay } from '../core/modules/clearSkyDay.ts';
import { filmLoss } from '../core/modules/filmLoss.ts';
import { CLEAN_GLASS, LayeredGlass } from '../core/soiling/layered.ts';
import { markedLoss, wiringOf } from '../core/soiling/markedLoss.ts';
import { normalDraw, type Random, seededRandom } from '../core/statistics/random.ts';
import { addedDays, ageOn, dayOfYear, daysBetween } from '../core/time/dates.ts';
import { monthOfDay } from '../core/time/year.ts';
import { CLIMATES, climateMonth, generateWeatherYears, usualDeposition } from '../core/weather/index.ts';

/** How it really is at a site of the demo: nothing of this is imported, only what follows from it. */
export interface Truth {
  /** how many times what the house assumes settles */
  dust: number;
  /** whose eye looks there */
  by: 'owner' | 'estimator';
  /** whether strips were washed and read against a dirty neighbour */
  strips?: boolean;
}

/** The owner sees what lies there; the estimator sees more than half as much again. */
const EYE: Record<Truth['by'], number> = { owner: 1, estimator: 1.6 };
/** How far one look is out beside that, of the logarithm. */
const EYE_SCATTER = 0.15;
/** The fed pole of this company takes less off a bonded film than the house's figure. */
const POLE = { ...EFFECTIVENESS['fed-pole'], bonded: 0.6 };
const NOTHING = { loose: 0, bonded: 0, droppings: 0, lichen: 0 };
const DAYS = 730;
const CLIMATE = CLIMATES['winter-rain'];
/** Modules give a little less than their plate. */
const LEVEL = 0.98;

type Arrays = ImportedSite['arrays'];
type Round = ImportedSite['rounds'][number];

/** One array as it went through its days: the share of output left at the end of each, the film, and the same before a wash. */
interface Course {
  ratio: number[];
  film: number[];
  bonded: number[];
  droppings: number[];
  /** share of the output that lichen, algae and moss take */
  standing: number[];
  before: Map<number, number>;
}

/** A site with two years of rain and energy, and with what was seen and read there as it would have been. */
export function asItWas(site: ImportedSite, today: string, truth: Truth, seed: number): ImportedSite {
  const random = seededRandom(seed);
  const normal = () => normalDraw(random);
  const first = addedDays(today, -DAYS);
  const dates = Array.from({ length: DAYS }, (_, at) => addedDays(first, at));
  const { latitude, surroundings } = site.site;
  const years = generateWeatherYears(CLIMATE, latitude, 4, seed);
  const weather = dates.map((date) => {
    const day = dayOfYear(date);
    const year = years[Number(date.slice(0, 4)) % 4];
    return {
      date,
      day,
      rain: Math.round((year?.rain[day] ?? 0) * 10) / 10,
      clearSkyIndex: year?.clearSkyIndex[day] ?? 1,
      dew: random() < climateMonth(CLIMATE.dew, monthOfDay(day), latitude) ? 1 : 0,
      tempAir: climateMonth(CLIMATE.tempAir, monthOfDay(day), latitude),
    };
  });
  const at = (date: string) => daysBetween(first, date.slice(0, 10));
  const courses = new Map(
    site.arrays.map((array): [string, Course] => {
      const birds = array.birds ?? 'few';
      const washes = new Map(site.rounds.flatMap((round) => washesOf(round, array, at)));
      const standingLoss = standingOf(site.rounds, array, washes);
      const parameters = { lichenDensity: 0, mismatch: PATCH_FACTOR.mid, standingLoss };
      const glass = new LayeredGlass(array.tilt, parameters, CLEAN_GLASS);
      const course: Course = { ratio: [], film: [], bonded: [], droppings: [], standing: [], before: new Map() };
      weather.forEach(({ day, rain, dew }, index) => {
        const share = washes.get(index);
        if (share !== undefined) {
          course.before.set(index, glass.soilingRatio());
          glass.clean(POLE, share);
        }
        const usual = usualDeposition({ surroundings, birds, latitude }, day);
        const scatter = Math.exp(DUST_DAY_SPREAD * normal() - DUST_DAY_SPREAD ** 2 / 2);
        glass.pass(rain, dew, usual * truth.dust * scatter, DROPPINGS[birds]);
        course.ratio.push(glass.soilingRatio());
        course.film.push(glass.loose + glass.bonded);
        course.bonded.push(glass.bonded);
        course.droppings.push(glass.droppings);
        course.standing.push(standingLoss * glass.standingLeft);
      });
      return [array.id, course];
    }),
  );
  return {
    ...site,
    rain: weather.map(({ date, rain }) => ({ date, rain })),
    energy: site.arrays.map((array) => ({
      arrayId: array.id,
      days: weather.map(({ date, clearSkyIndex, rain, tempAir }, index) => {
        // Most dry days are as clear as the clear sky allows; the others lose what their clouds take.
        const sky = rain < 0.2 && random() < 0.65 ? 1 : Math.min(0.95, clearSkyIndex * (0.7 + 0.3 * random()));
        const clear = clearDayOf(site, array, date, tempAir);
        const ratio = courses.get(array.id)?.ratio[index] ?? 1;
        return { date, energy: Math.round(clear * sky * ratio * Math.exp(0.01 * normal()) * 10) / 10 };
      }),
    })),
    rounds: site.rounds.map((round) => asSeen(round, site.arrays, courses, at, truth, random)),
  };
}

function clearDayOf({ site }: ImportedSite, array: Arrays[number], date: string, tempAir: number): number {
  const modules = array.rows * array.columns - array.missing.length;
  const aged = (1 - 0.005) ** ageOn(array.installedOn, date);
  return clearSkyDay(
    { ...site, linkeTurbidity: CLIMATE.linkeTurbidity },
    { surfaceTilt: array.tilt, surfaceAzimuth: array.azimuth },
    {
      pdc0: modules * array.moduleWatts * LEVEL * aged,
      gammaPdc: array.gammaPdc,
      ...(array.inverterLimit ? { pacRated: array.inverterLimit } : {}),
    },
    date,
    tempAir,
    1,
  ).energy;
}

/** Days on which an array was washed, with the share of its modules. */
function washesOf({ job }: Round, array: Arrays[number], at: (date: string) => number): [number, number][] {
  const modules = array.rows * array.columns - array.missing.length;
  const worked = (job?.entries ?? []).flatMap((entry) =>
    entry.kind === 'mark' && entry.array === array.id && entry.mark !== 'not-reached'
      ? [{ day: at(entry.at), count: entry.modules.length }]
      : [],
  );
  const [first] = worked;
  if (!first || first.day < 0) return [];
  return [[first.day, Math.min(1, worked.reduce((sum, { count }) => sum + count, 0) / modules)]];
}

/** What lichen, algae and moss cost from the first day on, so that after the washes it is what the last look wrote down. */
function standingOf(rounds: readonly Round[], array: Arrays[number], washes: ReadonlyMap<number, number>): number {
  const looks = rounds.flatMap(({ inspections }) => inspections).filter(({ arrayId }) => arrayId === array.id);
  const { soils = [], marks = [] } = (looks.at(-1) ?? {}) as { soils?: Soil[]; marks?: Mark[] };
  const stands = <K extends { kind: string }>(some: readonly K[]) => some.filter(({ kind }) => kind !== 'droppings');
  const seen =
    marks.length > 0
      ? markedLoss(wiringOf(array), stands(marks)).powerLoss.mid
      : joinLosses(stands(soils.filter(({ kind }) => !isFilm(kind))).map(lossOfSoil)).mid;
  const left = [...washes.values()].reduce((all, share) => all * (1 - share * POLE.lichen), 1);
  return Math.min(0.9, seen / left);
}

/** A round with its looks as the eye that looked would have had them, and its readings as the glass would have given them. */
function asSeen(
  round: Round,
  arrays: Arrays,
  courses: Map<string, Course>,
  at: (date: string) => number,
  truth: Truth,
  random: Random,
): Round {
  const written = new Map(
    round.inspections.map(({ arrayId, soils }) => [arrayId, lossFromInspection(soils as Soil[]).mid]),
  );
  return {
    ...round,
    inspections: round.inspections.map((inspection) => {
      const course = courses.get(inspection.arrayId);
      const array = arrays.find(({ id }) => id === inspection.arrayId);
      const day = Math.min(DAYS - 1, at(inspection.inspectedAt));
      if (!course || !array || day < 0) return inspection;
      const mass = (course.film[day] ?? 0) * EYE[truth.by] * Math.exp(EYE_SCATTER * normalDraw(random));
      const { reading } = inspection;
      return {
        ...inspection,
        soils: withFilm(inspection.soils as Soil[], mass),
        ...(truth.strips ? { testPatch: stripsOf(course, day, random) } : {}),
        reading: reading && {
          ...reading,
          power: Math.round(
            expectedOutput(
              expectedOfReading(
                {
                  ...array,
                  modules: array.rows * array.columns - array.missing.length,
                  ageYears: ageOn(array.installedOn, inspection.inspectedAt),
                },
                reading,
              ),
            ).expected *
              LEVEL *
              (course.ratio[day] ?? 1) *
              Math.exp(0.02 * normalDraw(random)),
          ),
        },
      };
    }),
    ...(round.job
      ? {
          job: {
            ...round.job,
            entries: round.job.entries.map((entry) => {
              const course = entry.kind === 'reading' ? courses.get(entry.array) : undefined;
              if (entry.kind !== 'reading' || !course) return entry;
              const day = at(entry.at);
              const ratio = entry.when === 'before' ? (course.before.get(day) ?? course.ratio[day]) : course.ratio[day];
              const told = entry.when === 'before' ? 1 - (written.get(entry.array) ?? 0) : 0.99;
              if (day < 0 || ratio === undefined) return entry;
              return {
                ...entry,
                reading: { ...entry.reading, value: Math.round((entry.reading.value / told) * ratio) },
              };
            }),
          },
        }
      : {}),
  };
}

/** The soils of a look with its films in place of one that costs as much as a film of a mass would, in the grade that it looks like. */
function withFilm(soils: readonly Soil[], mass: number): Soil[] {
  const film = soils.find(({ kind }) => isFilm(kind));
  const rest = soils.filter(({ kind }) => !isFilm(kind));
  if (!film) return [...soils];
  const wanted = filmLoss(mass);
  const grades = ['faint', 'plain', 'thick'] as const;
  const grade = grades.find((one) => filmLoss(FILM_GRADE[one]) >= wanted) ?? 'thick';
  const share = Math.min(1, Math.round((wanted / filmLoss(FILM_GRADE[grade])) * 100) / 100);
  return [{ ...film, grade, share: Math.max(0.01, share) }, ...rest];
}

/** Strips rinsed, brushed and bladed, read in W against a dirty neighbour in one minute each. */
function stripsOf(course: Course, day: number, random: Random) {
  const [all, fast, spots, grown] = (['film', 'bonded', 'droppings', 'standing'] as const).map(
    (layer) => course[layer][day] ?? 0,
  ) as [number, number, number, number];
  const ways = { rinse: EFFECTIVENESS.hose, brush: POLE, blade: EFFECTIVENESS['wet-blade'] };
  const read = (takes: Effectiveness) => {
    const mass = (all - fast) * (1 - takes.loose) + fast * (1 - takes.bonded);
    const bare = (1 - PATCH_FACTOR.mid * spots * (1 - takes.droppings)) * (1 - grown * (1 - takes.lichen));
    return {
      value: Math.round(390 * (1 - filmLoss(mass)) * bare * Math.exp(0.002 * normalDraw(random)) * 10) / 10,
      tempModule: Math.round((41 + random()) * 10) / 10,
    };
  };
  return {
    quantity: 'power' as const,
    representative: true,
    strips: (['rinse', 'brush', 'blade'] as const).map((way) => ({
      way,
      modules: 1,
      minutes: { rinse: 0.6, brush: 1.5, blade: 3 }[way],
      before: { strip: read(NOTHING), neighbour: read(NOTHING) },
      after: { strip: read(ways[way]), neighbour: read(NOTHING) },
    })),
  };
}
