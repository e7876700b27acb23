import { z } from 'zod';

export const id = z.uuid();
export const idParams = z.object({ id });
export const version = z.number().int().min(1).max(2_000_000_000);
export const text = (most = 200) => z.string().trim().min(1, 'must not be empty').max(most);
/** Free text that may be empty; left out, it says nothing, and so changes nothing. */
export const words = (most = 4000) => z.string().trim().max(most);
/** Free text that may be empty; left out, it is empty. */
export const note = (most = 4000) => words(most).default('');
export const reason = text(500);
export const fraction = z.number().min(0).max(1);
/** Integer minor units of the company's currency. */
export const money = z.number().int().min(-1_000_000_000_000).max(1_000_000_000_000);
export const price = money.min(0);
const inOurTime = (value: string): boolean => value >= '1900' && value < '2200';
export const date = z
  .string()
  .regex(/^\d{4}-\d{2}-\d{2}$/, 'must be a date such as 2026-11-24')
  .refine((value) => {
    const time = Date.parse(`${value}T00:00:00Z`);
    return !Number.isNaN(time) && new Date(time).toISOString().startsWith(value);
  }, 'must be a date of the calendar')
  .refine(inOurTime, 'must lie between 1900 and 2199');
/** An instant with an offset, as text. */
export const moment = z.iso.datetime({ offset: true }).refine(inOurTime, 'must lie between 1900 and 2199');
/** A time zone by its name. */
export const zone = text(60).refine((name) => {
  if (KNOWN_ZONES.has(name)) return true;
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    KNOWN_ZONES.add(name);
    return true;
  } catch {
    return false;
  }
}, 'must be a time zone such as Africa/Johannesburg');
/** Zones that were found once: asking anew takes longer than all else that is asked of a site. */
const KNOWN_ZONES = new Set<string>();
export const email = z.email().max(200).toLowerCase();

/** Who did what a device sends, and on which: it is taken only from that person. Left out, it is whoever is signed in. */
export const doneBy = { by: id.optional(), device: z.string().max(60).default('') };

/** A question in the address of a list. */
export const YES_NO = ['yes', 'no'] as const;
export type YesNo = (typeof YES_NO)[number];
export const yesNo = z.enum(YES_NO);

export const pageQuery = z.object({
  cursor: z.string().max(200).optional(),
  limit: z.coerce.number().int().min(1).max(100).default(50),
});
export const pageOf = <T extends z.ZodType>(item: T) => z.object({ items: z.array(item), next: z.string().nullable() });

/** A figure or choice that somebody set by hand, with the reason that stays in sight. */
export const overruled = <T extends z.ZodType>(value: T) => z.object({ value, reason });

/** A value whose shape is that of a core function's result. */
export const computed = <T>() => z.custom<T>((value) => typeof value === 'object' && value !== null);

/** RFC 9457, with the fields of bad input named. */
export const problem = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number().int(),
  detail: z.string(),
  instance: z.string().optional(),
  issues: z.array(z.object({ path: z.string(), message: z.string() })).optional(),
  /** seconds after which it is worth trying again, at 429 and 503 */
  retryAfter: z.number().int().optional(),
  /** what was found to ask about before this is kept, as the words room says it */
  doubts: z.array(z.object({ code: z.string(), params: z.record(z.string(), z.unknown()) })).optional(),
  /** at 409: the state that stands now, and what was asked */
  current: z.unknown().optional(),
  asked: z.unknown().optional(),
});
export type Problem = z.infer<typeof problem>;
