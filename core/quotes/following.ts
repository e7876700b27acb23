import { addedDays, daysBetween } from '../time/dates.ts';

/** Days after an offer went out on which somebody asks whether it was read, and before its last day on which at the latest. */
export const FOLLOW_UP = { after: 5, beforeEnd: 3 } as const;
/** Days before its last within which an offer expires soon. */
export const EXPIRES_SOON = 7;

/**
 * The day on which an offer is followed up first: some days after it went out, before it expires, and not before the next day.
 * @param sentOn `YYYY-MM-DD` @param validUntil last day of the offer; null where it has none
 */
export function firstFollowUp(sentOn: string, validUntil: string | null): string {
  const usual = addedDays(sentOn, FOLLOW_UP.after);
  const latest = validUntil === null ? usual : addedDays(validUntil, -FOLLOW_UP.beforeEnd);
  const day = usual < latest ? usual : latest;
  return day > sentOn ? day : addedDays(sentOn, 1);
}

/** Whether an offer that waits runs out within days. */
export const expiresSoon = (validUntil: string | null, today: string): boolean =>
  validUntil !== null && validUntil >= today && daysBetween(today, validUntil) <= EXPIRES_SOON;
