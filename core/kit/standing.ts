import type { Bare, Finding } from '../findings.ts';
import { withoutRetracted } from '../retracted.ts';
import { addedDays, daysBetween, monthsAfter } from '../time/dates.ts';
import { KIT, type KitState, type KitThing, USABLE } from './things.ts';

/** What happened to a thing of the register: kept as it was told, never changed. Dates are days of the calendar. */
export type KitEntry = { id: string; thing: string; at: string } & (
  | { kind: 'checked'; on: string; passed: boolean; note: string }
  /** @see KitThing.uncertainty */
  | { kind: 'calibrated'; on: string; uncertainty: number | null; note: string }
  | { kind: 'state'; state: KitState; note: string }
  | { kind: 'moved'; where: string }
  | { kind: 'retracted'; entry: string; reason: string }
);
export const KIT_ENTRY_KINDS = [
  'checked',
  'calibrated',
  'state',
  'moved',
  'retracted',
] as const satisfies readonly KitEntry['kind'][];

/** What is to be seen to at a thing. */
export type KitDue =
  | Finding<'kit-check-due', { on: string }>
  | Finding<'kit-check-overdue', { on: string; holdsPeople: boolean }>
  | Finding<'kit-never-checked', { holdsPeople: boolean }>
  | Bare<'kit-never-calibrated'>
  | Finding<'kit-calibration-due' | 'kit-calibration-overdue', { on: string }>
  | Finding<'kit-wear', { modules: number; after: number }>
  | Finding<'kit-state', { state: KitState; note: string }>;

export interface KitStanding extends KitThing {
  state: KitState;
  /** empty where nobody said */
  where: string;
  checkedOn: string | null;
  /** null where it is not checked at all */
  nextCheck: string | null;
  calibratedOn: string | null;
  nextCalibration: string | null;
  /** modules that were worked with it since it was bought, or came back from being worn */
  modules: number;
  /** share of its life by them; null where it does not wear by the module */
  wear: number | null;
  due: KitDue[];
  /** whether it may be taken along */
  usable: boolean;
}

/** Days before a check or a calibration falls due from which on it is said. */
const SAID_BEFORE = 30;
/** Share of its life from which on the wear of a thing is said. */
const WEAR_SAID = 0.8;

/** The day from which on an entry holds; told late on a day, it is the next already where the clocks of the world begin. */
const dayOf = (entry: KitEntry): string => ('on' in entry ? entry.on : addedDays(entry.at, -1));

/**
 * Where a thing stands on a day, folded from what happened to it.
 * @param entries of this thing
 * @param worked days on which modules were worked with it, and how many
 */
export function standingOfThing(
  thing: KitThing,
  entries: readonly KitEntry[],
  worked: readonly { on: string; modules: number }[],
  day: string,
): KitStanding {
  let state: KitState = 'good';
  let note = '';
  let where = '';
  let since = '';
  let checkedOn: string | null = null;
  let calibratedOn: string | null = null;
  let { uncertainty } = thing;
  const known = withoutRetracted(entries)
    .filter((entry) => dayOf(entry) <= day)
    .sort((one, other) => one.at.localeCompare(other.at));
  for (const entry of known) {
    if (entry.kind === 'moved') where = entry.where;
    if (entry.kind === 'state') {
      // A worn brush that is good again has new bristles.
      if (state === 'worn' && entry.state === 'good') since = entry.at.slice(0, 10);
      [state, note] = [entry.state, entry.note];
    }
    if (entry.kind === 'checked' && entry.on >= (checkedOn ?? '')) {
      checkedOn = entry.on;
      if (!entry.passed) [state, note] = ['broken', entry.note];
    }
    if (entry.kind === 'calibrated' && entry.on >= (calibratedOn ?? '')) {
      calibratedOn = entry.on;
      uncertainty = entry.uncertainty ?? thing.uncertainty;
    }
  }
  const { check, calibrate, wears } = KIT[thing.kind];
  const modules = worked.reduce((sum, one) => sum + (one.on >= since ? one.modules : 0), 0);
  const after = thing.wearsAfter ?? wears;
  const standing = {
    ...thing,
    uncertainty,
    state,
    where,
    checkedOn,
    nextCheck: nextOf(checkedOn ?? thing.boughtOn, thing.checkEvery ?? check),
    calibratedOn,
    nextCalibration: nextOf(calibratedOn ?? thing.boughtOn, thing.calibrateEvery ?? calibrate),
    modules,
    wear: after === null ? null : modules / after,
  };
  const due = dueOf(standing, { note, day, after, checks: check !== null || thing.checkEvery !== null });
  return { ...standing, due, usable: USABLE.includes(state) && (thing.boughtOn ?? '') <= day && !due.some(forbids) };
}

const nextOf = (last: string | null, months: number | null): string | null =>
  last === null || months === null ? null : monthsAfter(last, months);

/** Nobody goes up on what was not looked at when it was due. */
const forbids = ({ code, params }: KitDue): boolean =>
  (code === 'kit-check-overdue' || code === 'kit-never-checked') && params.holdsPeople;

function dueOf(
  thing: Omit<KitStanding, 'due' | 'usable'>,
  { note, day, after, checks }: { note: string; day: string; after: number | null; checks: boolean },
): KitDue[] {
  const { state, nextCheck, nextCalibration, wear, modules } = thing;
  if (state === 'retired' || state === 'lost') return [];
  const { holdsPeople = false, calibrate } = KIT[thing.kind];
  const found: KitDue[] = [];
  if (state !== 'good') found.push({ code: 'kit-state', params: { state, note } });
  if (nextCheck !== null && nextCheck < day)
    found.push({ code: 'kit-check-overdue', params: { on: nextCheck, holdsPeople } });
  else if (nextCheck !== null && daysBetween(day, nextCheck) <= SAID_BEFORE)
    found.push({ code: 'kit-check-due', params: { on: nextCheck } });
  else if (nextCheck === null && checks) found.push({ code: 'kit-never-checked', params: { holdsPeople } });
  const calibrated = calibrate !== null || thing.calibrateEvery !== null;
  if (nextCalibration !== null && nextCalibration < day)
    found.push({ code: 'kit-calibration-overdue', params: { on: nextCalibration } });
  else if (nextCalibration !== null && daysBetween(day, nextCalibration) <= SAID_BEFORE)
    found.push({ code: 'kit-calibration-due', params: { on: nextCalibration } });
  else if (nextCalibration === null && calibrated) found.push({ code: 'kit-never-calibrated', params: {} });
  if (wear !== null && after !== null && wear >= WEAR_SAID)
    found.push({ code: 'kit-wear', params: { modules, after } });
  return found;
}
