import { MILLISECONDS_PER_DAY } from '../../core/time/utc.ts';

/** When tests begin: a fixed hour of a fixed day, so that no test hangs on the day on which it runs. */
export const TESTS_BEGIN = Date.parse('2026-11-30T09:00:00Z');

/** A clock that stands at an instant when it is made and goes on from there. @param instant ms */
export function clockFrom(instant: number): () => Date {
  const began = performance.now();
  return () => new Date(instant + performance.now() - began);
}

/** The clock of the servers that tests start, and of the tests themselves. */
export const testNow = clockFrom(TESTS_BEGIN);

/** The same as ms, so many ms on. */
export const testTime = (ahead = 0): number => testNow().getTime() + ahead;

/** The instant so many ms on from now. */
export const testInstant = (ahead = 0): string => new Date(testTime(ahead)).toISOString();

/** The day, by UTC, so many days on from now. */
export const testDay = (ahead = 0): string => testInstant(ahead * MILLISECONDS_PER_DAY).slice(0, 10);
