import { calibrate, type Figure } from '../assimilation/calibration.ts';
import { RESIN_BETWEEN, RESIN_READING, RESIN_SPREAD, SIDE_BY_SIDE_FROM } from '../assumptions.ts';
import { type Bare, bare, type Finding } from '../findings.ts';
import { withoutRetracted } from '../retracted.ts';
import type { Quantiles } from '../statistics/summary.ts';
import { expectedReading, type Plumbing, type ResinSetUp, resinState, type Stretch } from './resin.ts';

export interface Vessel {
  id: string;
  name: string;
  /** litres of resin that it holds */
  litres: number;
}

/** Resin that was put into a vessel. */
export interface Fill {
  vessel: string;
  /** as it stands on the sack */
  media: string;
  /** minor units; null where nobody said, or whoever asks may not see it */
  price: number | null;
}

/** What is kept of the vessels, in the order in which it happened; the log is its entries. */
export type ResinEntry = { id: string; at: string } & (
  | { kind: 'set-up'; lead: Fill; lag: Fill | null; plumbing: Plumbing }
  /** litres since the entry before; uS/cm, Celsius */
  | {
      kind: 'reading';
      litres: number;
      before: number;
      between: number | null;
      after: number | null;
      temperature: number | null;
      counter?: number | null;
    }
  /** the lead was emptied and filled, and is the lag from now on */
  | { kind: 'rotated'; fill: Omit<Fill, 'vessel'> }
  /** an entry that was wrong, and why */
  | { kind: 'retracted'; entry: string; reason: string }
);
export const RESIN_ENTRY_KINDS = [
  'set-up',
  'reading',
  'rotated',
  'retracted',
] as const satisfies readonly ResinEntry['kind'][];

/** A fill from the day on which it came in until it was thrown out. */
export interface ChargeOnRecord extends Fill {
  litres: number;
  since: string;
  until: string | null;
  /** litres of water that went through the vessels while it was the lead */
  asLead: number;
  /** litres that it was computed to take as the lead, of the water that it had (C9), and how many times that it had in it */
  computed: number | null;
  factor: (Figure & { low: number; high: number }) | null;
}

export type ResinFinding =
  | Bare<'resin-side-by-side' | 'resin-plumbed-side-by-side' | 'resin-single' | 'resin-spent'>
  /** uS/cm: what the final water reads, and at which the resin is changed */
  | Finding<'resin-final-over', { after: number; changeAt: number }>
  /** litres until the exchange */
  | Finding<'resin-rotate-soon', { low: number; high: number }>;

export interface ResinStanding {
  lead: ChargeOnRecord;
  lag: ChargeOnRecord | null;
  plumbing: Plumbing;
  /** every charge there was, the newest first */
  charges: ChargeOnRecord[];
  readings: number;
  /** uS/cm of the source as it was read last; null before the first reading */
  before: number | null;
  /** shares of their capacity that are taken */
  leadUsed: Quantiles;
  lagUsed: Quantiles | null;
  /** litres of the same water until the lead is exchanged */
  left: Quantiles;
  findings: ResinFinding[];
}

export interface ResinContext {
  vessels: readonly Vessel[];
  /** uS/cm: of the source where nobody has read it, and of the final water at which the resin is changed */
  usualBefore: number;
  changeAt: number;
}

interface Folded {
  setUp: ResinSetUp;
  stretches: Stretch[];
  lead: ChargeOnRecord;
  lag: ChargeOnRecord | null;
  done: ChargeOnRecord[];
  readings: number;
  before: number | null;
}

/** The entries that still stand, in the order in which they happened. */
export function standingOf(entries: readonly ResinEntry[]): ResinEntry[] {
  return withoutRetracted(entries).sort((one, other) => one.at.localeCompare(other.at));
}

/** What a charge is taken to have in it beforehand: as computed, or as the charges before it had (C18). */
function priorOf(done: readonly ChargeOnRecord[]): ResinSetUp['prior'] {
  const data = done.flatMap(({ factor }) => (factor === null ? [] : [factor]));
  const { value, sd, between } = calibrate({
    scale: 'log',
    house: { value: 1, sd: RESIN_SPREAD },
    between: RESIN_BETWEEN,
    data,
  });
  return { value, sd: data.length === 0 ? RESIN_SPREAD : Math.hypot(sd, between) };
}

function fold(entries: readonly ResinEntry[], context: ResinContext): Folded | null {
  const litresOf = (id: string) => context.vessels.find((vessel) => vessel.id === id)?.litres ?? 0;
  const newCharge = (fill: Fill, since: string): ChargeOnRecord => ({
    ...fill,
    litres: litresOf(fill.vessel),
    since,
    until: null,
    asLead: 0,
    computed: null,
    factor: null,
  });
  let now: Folded | null = null;
  for (const entry of standingOf(entries)) {
    if (entry.kind === 'set-up') {
      const done: ChargeOnRecord[] =
        now === null ? [] : [...now.done, ended(now, entry.at, context), ...lagOf(now, entry.at)];
      const [lead, lag] = [newCharge(entry.lead, entry.at), entry.lag && newCharge(entry.lag, entry.at)];
      now = begun(lead, lag, entry.plumbing, { lead: 0, lag: 0 }, done, context, now);
    } else if (now !== null && entry.kind === 'reading') {
      now.stretches.push(entry);
      now.lead = { ...now.lead, asLead: now.lead.asLead + entry.litres };
      now.readings += 1;
      now.before = entry.before;
    } else if (now !== null && entry.kind === 'rotated') {
      const state = resinState(now.setUp, now.stretches, now.before ?? context.usualBefore);
      const done: ChargeOnRecord[] = [...now.done, ended(now, entry.at, context)];
      const fresh = newCharge({ ...entry.fill, vessel: now.lead.vessel }, entry.at);
      const { plumbing }: ResinSetUp = now.setUp;
      now =
        now.lag === null
          ? begun(fresh, null, plumbing, { lead: 0, lag: 0 }, done, context, now)
          : begun(now.lag, fresh, plumbing, { lead: state.lag?.mean ?? 0, lag: 0 }, done, context, now);
    }
  }
  return now;
}

const lagOf = ({ lag }: Folded, until: string): ChargeOnRecord[] => (lag === null ? [] : [{ ...lag, until }]);

function begun(
  lead: ChargeOnRecord,
  lag: ChargeOnRecord | null,
  plumbing: Plumbing,
  used: { lead: number; lag: number },
  done: ChargeOnRecord[],
  { changeAt }: ResinContext,
  before: Folded | null,
): Folded {
  return {
    setUp: {
      lead: { litres: lead.litres, used: used.lead },
      lag: lag && { litres: lag.litres, used: used.lag },
      plumbing,
      prior: priorOf(done),
      changeAt,
    },
    stretches: [],
    lead,
    lag,
    done,
    readings: before?.readings ?? 0,
    before: before?.before ?? null,
  };
}

/** The lead's charge as it is thrown out: what it was computed to take, and what it had in it by the readings. */
function ended(now: Folded, until: string, { usualBefore }: ResinContext): ChargeOnRecord {
  const { setUp, stretches, lead } = now;
  const litres = stretches.reduce((sum, one) => sum + one.litres, 0);
  if (litres === 0) return { ...lead, until };
  const before = stretches.reduce((sum, one) => sum + one.before * one.litres, 0) / litres || usualBefore;
  const state = resinState(setUp, stretches, before);
  // What was computed: a charge that has just what C9 gives it, from the state in which it became the lead.
  const computed = resinState({ ...setUp, prior: { value: 1, sd: 1e-6 } }, [], before).left.mean;
  const { p10: low, p50: value, p90: high } = state.factor;
  return { ...lead, until, computed, factor: { value, sd: state.factorSd, low, high } };
}

/** Where the vessels stand by their log; null before they are set up. */
export function resinStanding(entries: readonly ResinEntry[], context: ResinContext): ResinStanding | null {
  const now = fold(entries, context);
  if (now === null) return null;
  const before = now.before ?? context.usualBefore;
  const state = resinState(now.setUp, now.stretches, before);
  const charges = [now.lead, ...(now.lag ? [now.lag] : []), ...[...now.done].reverse()];
  return {
    lead: now.lead,
    lag: now.lag,
    plumbing: now.setUp.plumbing,
    charges,
    readings: now.readings,
    before: now.before,
    leadUsed: state.lead,
    lagUsed: state.lag,
    left: state.left,
    findings: findingsOf(now, state.left, state.sideBySide, context),
  };
}

function findingsOf(now: Folded, left: Quantiles, sideBySide: number, { changeAt }: ResinContext): ResinFinding[] {
  const findings: ResinFinding[] = [];
  const after = now.stretches.at(-1)?.after ?? null;
  if (now.lag === null) findings.push(bare('resin-single'));
  if (now.setUp.plumbing === 'side-by-side') findings.push(bare('resin-plumbed-side-by-side'));
  if (sideBySide > SIDE_BY_SIDE_FROM) findings.push(bare('resin-side-by-side'));
  if (after !== null && after >= changeAt) findings.push({ code: 'resin-final-over', params: { after, changeAt } });
  const whole = now.lead.asLead + left.p50;
  if (left.p90 < SPENT * whole) findings.push(bare('resin-spent'));
  else if (left.p10 < SOON * whole)
    findings.push({ code: 'resin-rotate-soon', params: { low: left.p10, high: left.p90 } });
  return findings;
}

/** Shares of a charge under which its exchange is said to be near, and to be due. */
const SOON = 0.1;
const SPENT = 0.01;

/** A reading that lies off what all the ones before let expect; uS/cm. */
export type ReadingDoubt = Finding<
  'resin-off-curve',
  { where: 'between' | 'after'; read: number; low: number; high: number }
>;

/** What of a reading is to be asked about before it is kept; nothing before the vessels are set up. */
export function doubtsOf(
  entries: readonly ResinEntry[],
  reading: Pick<Extract<ResinEntry, { kind: 'reading' }>, 'litres' | 'before' | 'between' | 'after'>,
  context: ResinContext,
): ReadingDoubt[] {
  const now = fold(entries, context);
  if (now === null) return [];
  const expected = expectedReading(now.setUp, now.stretches, reading);
  return (['between', 'after'] as const).flatMap((where): ReadingDoubt[] => {
    const read = reading[where];
    const { low, high } = expected[where];
    if (read === null) return [];
    // Under its floor a meter tells nothing.
    const told = Math.max(read, RESIN_READING.floor);
    if (told <= high && told >= Math.min(low, reading.before)) return [];
    return [{ code: 'resin-off-curve', params: { where, read, low, high } }];
  });
}

/** A job that draws water made with resin, in the order of their days. */
export interface JobAhead {
  id: string;
  litres: number;
}

/** The job in which the lead has to be exchanged: surely by the low end of what is left, likely by its middle; null where none is. */
export function runsOutAt(
  left: Quantiles,
  jobs: readonly JobAhead[],
): { likely: string | null; earliest: string | null } {
  let drawn = 0;
  let [likely, earliest]: [string | null, string | null] = [null, null];
  for (const { id, litres } of jobs) {
    drawn += litres;
    if (earliest === null && drawn >= left.p10) earliest = id;
    if (likely === null && drawn >= left.p50) likely = id;
  }
  return { likely, earliest };
}
