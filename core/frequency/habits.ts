/** Ways of cleaning that look at the calendar alone. */
export const HABITS = ['none', 'spring', 'spring-and-autumn', 'seasons', 'months'] as const;
export type Habit = (typeof HABITS)[number];

/** First day of the months and, south of the equator, of the seasons, from 0. */
const MONTHS = [0, 31, 59, 90, 120, 151, 181, 212, 243, 273, 304, 334];
const SPRING = { south: 243, north: 59 };
const AUTUMN = { south: 59, north: 243 };

/** The days of a habit. @param latitude degrees: its sign says when spring is */
export function daysOfHabit(habit: Habit, latitude: number): number[] {
  const side = latitude < 0 ? 'south' : 'north';
  if (habit === 'none') return [];
  if (habit === 'spring') return [SPRING[side]];
  if (habit === 'spring-and-autumn') return [SPRING[side], AUTUMN[side]].sort((a, b) => a - b);
  return habit === 'seasons' ? [59, 151, 243, 334] : [...MONTHS];
}
