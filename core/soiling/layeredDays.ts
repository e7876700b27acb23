import type { LayeredDays } from './layered.ts';

/** Some of the days of a course, from one up to another that is not of them; a day that is not there is 0. */
export function daysBetween({ rain, dew, deposition, droppings }: LayeredDays, from: number, to: number): LayeredDays {
  const of = (values: ArrayLike<number>) => between(values, from, to);
  return { rain: of(rain), dew: of(dew), deposition: of(deposition), droppings: of(droppings) };
}

// A loop: going over years of days by an iterator takes ten times as long.
function between(values: ArrayLike<number>, from: number, to: number): Float64Array {
  const some = new Float64Array(to - from);
  for (let day = 0; day < some.length; day += 1) some[day] = values[from + day] ?? 0;
  return some;
}

/** So many times each value. */
export function times(values: ArrayLike<number>, factor: number): Float64Array {
  const all = new Float64Array(values.length);
  for (let day = 0; day < all.length; day += 1) all[day] = (values[day] as number) * factor;
  return all;
}
