import type { JobState } from '../jobs/states.ts';

/** What was made of an agreement: it runs until its last visit, or somebody ends it before. */
export const AGREEMENT_STATES = ['running', 'cancelled'] as const;
export type AgreementState = (typeof AGREEMENT_STATES)[number];

/** Where a visit stands: to be booked, on a day, washed, or left out. */
export const VISIT_STATES = ['due', 'booked', 'done', 'skipped'] as const;
export type VisitState = (typeof VISIT_STATES)[number];

/** A visit as it is kept: whether somebody left it out, and the job it is done as. */
export interface KeptVisit {
  skipped: boolean;
  /** where its job stands; null where none is booked */
  job: JobState | null;
}

/** Where a visit stands. Work that was begun counts, also on a visit that somebody left out meanwhile. */
export function visitState({ skipped, job }: KeptVisit): VisitState {
  if (job === 'washed' || job === 'reported') return 'done';
  if (job === 'in-hand' || job === 'paused') return 'booked';
  if (skipped) return 'skipped';
  return job === 'scheduled' ? 'booked' : 'due';
}

/** Where an agreement stands as a whole: `kept` is one whose every visit was washed or left out. */
export const STANDINGS = ['running', 'kept', 'cancelled'] as const;
export type AgreementStanding = (typeof STANDINGS)[number];

export function agreementStanding(state: AgreementState, visits: readonly { state: VisitState }[]): AgreementStanding {
  if (state === 'cancelled') return 'cancelled';
  return visits.some(isLeft) ? 'running' : 'kept';
}

/** The visit that was agreed first, with which is paid what is paid once, wherever it was moved since; undefined of none. */
export const firstAgreed = <V extends { number: number }>(visits: readonly V[]): V | undefined =>
  visits.find(({ number }) => number === 1);

const isLeft = ({ state }: { state: VisitState }): boolean => state === 'due' || state === 'booked';

/** What of an agreement is left: visits, and minor units for them with their tax. */
export function leftOf(visits: readonly { state: VisitState; price: number }[]): { visits: number; gross: number } {
  const left = visits.filter(isLeft);
  return { visits: left.length, gross: left.reduce((sum, { price }) => sum + price, 0) };
}
