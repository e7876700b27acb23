import type { Effectiveness } from '../assumptions.ts';
import {
  CLEAN_GLASS,
  type LayeredDays,
  type LayeredParameters,
  type LayeredState,
  soilingByLayers,
} from '../soiling/layered.ts';

export interface LayeredScheduleInput {
  /** degrees */
  surfaceTilt: number;
  parameters: LayeredParameters;
  initial?: LayeredState | undefined;
  /** courses of ten years or so, each with its own weather: 365 days a year */
  courses: readonly LayeredDays[];
  /** what a loss of 1 costs on each of 365 days */
  dailyValue: ArrayLike<number>;
  effectiveness: Effectiveness;
  /** money for one cleaning */
  cleaningCost: number;
}

export interface LayeredSchedule {
  /** days of the year, from 0, the same every year */
  days: number[];
  /** a year, the mean over courses */
  lostValue: number;
  cost: number;
  total: number;
  /** lost a year in each course */
  spread: number[];
}

const DAYS = 365;
const STEPS_OF_DAYS = [45, 15, 5, 2];

/** What a yearly schedule loses and costs, over all courses. */
export function valueOfSchedule(input: LayeredScheduleInput, days: readonly number[]): LayeredSchedule {
  const spread = input.courses.map((course) => {
    const years = Math.round(course.rain.length / DAYS);
    const cleanings = Array.from({ length: years }, (_, year) =>
      days.map((day) => ({ day: year * DAYS + day, effectiveness: input.effectiveness })),
    ).flat();
    const { soilingRatio } = soilingByLayers({
      surfaceTilt: input.surfaceTilt,
      parameters: input.parameters,
      initial: input.initial ?? CLEAN_GLASS,
      days: course,
      cleanings,
    });
    let lost = 0;
    for (let at = 0; at < soilingRatio.length; at += 1)
      lost += (1 - (soilingRatio[at] ?? 0)) * (input.dailyValue[at % DAYS] ?? 0);
    return lost / years;
  });
  const lostValue = spread.reduce((sum, value) => sum + value, 0) / spread.length;
  const cost = days.length * input.cleaningCost;
  return { days: [...days].sort((a, b) => a - b), lostValue, cost, total: lostValue + cost, spread };
}

/**
 * The best schedule found for a number of cleanings a year. The layered model remembers more than the last cleaning, so
 * there is no exact search as for the rate model (C12): from even spacing each day is moved by ever smaller steps as long
 * as that loses less. The answer is therefore called "best found".
 * @param onStep told how far the search is, 0 to 1; returns false to give up
 */
export function bestFoundSchedule(
  input: LayeredScheduleInput,
  cleans: number,
  onStep: (share: number) => boolean = () => true,
): LayeredSchedule {
  const start = Array.from({ length: cleans }, (_, index) => Math.floor(((index + 0.5) * DAYS) / cleans));
  let best = valueOfSchedule(input, start);
  if (cleans === 0) return best;
  for (const [index, step] of STEPS_OF_DAYS.entries()) {
    for (let moved = true, round = 0; moved && round < 12; round += 1) {
      moved = false;
      if (!onStep((index + round / 12) / STEPS_OF_DAYS.length)) return best;
      for (let at = 0; at < cleans; at += 1) {
        for (const shift of [-step, step]) {
          const days = best.days.map((day, which) => (which === at ? (day + shift + DAYS) % DAYS : day));
          if (new Set(days).size < cleans) continue;
          const tried = valueOfSchedule(input, days);
          if (tried.lostValue < best.lostValue - 1e-9) {
            best = tried;
            moved = true;
          }
        }
      }
    }
  }
  return best;
}
