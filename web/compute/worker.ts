import { expose } from 'comlink';
import { whatIsKnown } from '../../core/assimilation/known.ts';
import type { Effectiveness } from '../../core/assumptions.ts';
import { USUAL_GAMMA_PDC } from '../../core/assumptions.ts';
import { type DailyEnergyInput, gainFromDailyEnergy } from '../../core/comparisons/dailyEnergy.ts';
import { type PreparedCourses, prepareCourses } from '../../core/courses/courses.ts';
import { compareRemedies, type RemedyInput } from '../../core/courses/remedies.ts';
import type { CourseSetup, Visits } from '../../core/courses/setup.ts';
import { type YearsAhead, yearsAhead } from '../../core/courses/yearsAhead.ts';
import { frequencyInput, type HowOften, type HowOftenSetup, howOften } from '../../core/frequency/howOften.ts';
import type { FrequencyOption } from '../../core/frequency/optimalDays.ts';
import { bestVisits } from '../../core/frequency/visits.ts';
import type { Mark } from '../../core/inspections/marks.ts';
import type { Estimate } from '../../core/inspections/soil.ts';
import { onHalfCells } from '../../core/modules/cellLayout.ts';
import { hourlyYear } from '../../core/modules/hourlyYear.ts';
import { type StringInput, stringCurve, stringPower } from '../../core/modules/string.ts';
import { type FittingAsked, type FittingPlace, type FittingPlanned, planFitting } from '../../core/planning/fitting.ts';
import { type OftenAsked, type OftenBeside, oftenBeside } from '../../core/planning/oftenBeside.ts';
import { changedSituations, type SituationChange } from '../../core/planning/situations.ts';
import type { PlanInput } from '../../core/planning/visit.ts';
import { compareWays, type WaysCompared } from '../../core/planning/ways.ts';
import { recordsOf } from '../../core/reckoning/asked.ts';
import type { ReckonInput } from '../../core/reckoning/reckoning.ts';
import type { MethodRules } from '../../core/rules/rules.ts';
import { CLEAN_GLASS } from '../../core/soiling/layered.ts';
import {
  type LayeredYearSetup,
  layeredYear,
  type PreparedYears,
  prepareYears,
} from '../../core/soiling/layeredYear.ts';
import { type MarkedLoss, markedLoss, type WiredArray } from '../../core/soiling/markedLoss.ts';
import { type SprayAsWay, type SprayAsWayInput, sprayAsWay } from '../../core/spray/asWay.ts';
import { EpwError, type EpwFault, type EpwFile, parseEpw } from '../../core/weather/epw.ts';
import type { FileYearAnswer, FileYearInput } from './fileYear.ts';

let prepared: { key: string; years: PreparedYears } | null = null;

/** The years of a setup, drawn once and kept as long as only the visits move. */
function yearsOf(setup: LayeredYearSetup): PreparedYears {
  const key = JSON.stringify(setup);
  if (prepared?.key !== key) prepared = { key, years: prepareYears(setup) };
  return prepared.years;
}

let courses: { key: string; prepared: PreparedCourses } | null = null;

function coursesOf(setup: CourseSetup): PreparedCourses {
  const key = JSON.stringify(setup);
  if (courses?.key !== key) courses = { key, prepared: prepareCourses(setup) };
  return courses.prepared;
}

let weather: { name: string; file: EpwFile } | null = null;

/** The same glass with half-cut cells. */
const halfCut = (input: StringInput): StringInput => ({
  ...input,
  module: { ...input.module, cells: 2 * input.module.cells, halfCut: true },
  patches: onHalfCells(input.module, input.patches),
});

/** What the page computes off its own thread. */
const tasks = {
  /** what the marks of a face cost, string by string */
  marked: (wiring: WiredArray, marks: readonly Mark[]): MarkedLoss => markedLoss(wiring, marks),
  patch: (input: StringInput) => ({ whole: stringPower(input), half: stringPower(halfCut(input)) }),
  curves: (input: StringInput) => ({
    clean: stringCurve({ ...input, film: 1, patches: [] }),
    soiled: stringCurve(input),
  }),
  /** Reads a weather file and keeps it. @returns what is wrong with it, with its line, or null */
  keepWeather: (name: string, text: string): { line: number; fault: EpwFault } | null => {
    try {
      weather = { name, file: parseEpw(text) };
      return null;
    } catch (error) {
      if (error instanceof EpwError) return { line: error.line, fault: error.fault };
      throw error;
    }
  },
  fileYear: (input: FileYearInput): FileYearAnswer | null => {
    if (weather === null || weather.name !== input.file) return null;
    const { file } = weather;
    const year = (soilingRatio: number) =>
      hourlyYear({
        place: file.place,
        surface: input,
        array: {
          pdc0: input.pdc0,
          gammaPdc: USUAL_GAMMA_PDC,
          ...(input.pacRated === null ? {} : { pacRated: input.pacRated }),
        },
        hours: file.hours,
        soilingRatio,
        rear: { fraction: input.rear, soilingRatio: 1 },
        outlet: {
          load: input.load,
          ...(input.exportLimit === null ? {} : { exportLimit: input.exportLimit }),
          ...(input.battery > 0 ? { battery: { capacity: input.battery, power: input.battery / 2 } } : {}),
        },
      });
    return { place: file.place.name, clean: year(1), soiled: year(1 - input.loss) };
  },
  energy: (input: DailyEnergyInput) => gainFromDailyEnergy(input),
  /** years ahead, the courses kept as long as only the visits move */
  ahead: (setup: CourseSetup, visits: Visits): YearsAhead => yearsAhead(coursesOf(setup), visits),
  remedies: (input: RemedyInput) => compareRemedies(input),
  /** fittings on one face, each by itself */
  fittings: (wanted: readonly { asked: FittingAsked; place: FittingPlace }[]): FittingPlanned[] =>
    wanted.map(({ asked, place }) => planFitting(asked, place)),
  /** the loss now if one piece of evidence had not spoken */
  without: (input: ReckonInput, key: string): Estimate => {
    const { loss } = whatIsKnown(recordsOf({ ...input, leftOut: [...input.leftOut, key] }));
    return { low: loss.p10, mid: loss.p50, high: loss.p90 };
  },
  /** all ways of cleaning one face of a plan */
  ways: (input: PlanInput, arrayId: string): WaysCompared => compareWays(input, arrayId),
  /** how often beside other ways of deciding it */
  oftenBeside: (asked: OftenAsked): OftenBeside => oftenBeside(asked),
  /** in which made-up situations other rules decide otherwise */
  changedSituations: (before: MethodRules, after: MethodRules): SituationChange[] => changedSituations(before, after),
  /** a spray line over a face beside visits */
  sprayAsWay: (input: SprayAsWayInput): SprayAsWay => sprayAsWay(input),
  often: (setup: HowOftenSetup): HowOften => howOften(setup),
  /** the case as `./pail compute frequency` takes it */
  oftenCase: (setup: HowOftenSetup): string => JSON.stringify(frequencyInput(setup)),
  year: (setup: LayeredYearSetup, visits: number[], effectiveness: Effectiveness) => {
    const years = yearsOf(setup);
    return { year: layeredYear(years, visits, effectiveness), usualEnergy: years.usualEnergy };
  },
  bestDays: (
    setup: LayeredYearSetup,
    cleans: number,
    effectiveness: Effectiveness,
    onProgress: (share: number) => void,
  ): number[] => {
    const years = yearsOf(setup);
    const { surfaceTilt, parameters } = setup;
    const { options } = bestVisits(
      {
        surfaceTilt,
        courses: years.courses.map((days) => ({ parameters, initial: CLEAN_GLASS, days })),
        dailyValue: years.usualEnergy,
        effectiveness,
        cleaningCost: 0,
        maxCleans: cleans,
      },
      onProgress,
    );
    const { days } = options[cleans] as FrequencyOption;
    return days;
  },
};

export type Tasks = typeof tasks;
expose(tasks);
