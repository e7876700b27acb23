import { KIT, type KitKind } from './things.ts';

/** When a checklist is gone through. */
export const CHECKLIST_WHEN = ['set-up', 'take-down'] as const;
export type ChecklistWhen = (typeof CHECKLIST_WHEN)[number];

/** A step of a checklist: something to do, or a stop: a question that holds the job until it is answered yes. */
export interface ChecklistStep {
  text: string;
  /** what to do where the answer is no; null: it is no question, and is done */
  otherwise: string | null;
  /** a small picture as a data address; null where there is none */
  picture: string | null;
}

export interface Checklist {
  /** of the list through all its versions */
  id: string;
  /** 0: as it came with the product */
  version: number;
  name: string;
  when: ChecklistWhen;
  /** kinds of kit that it is gone through for */
  kinds: readonly KitKind[];
  /** false where the contractor does without it */
  inUse: boolean;
  steps: readonly ChecklistStep[];
}

/** A check of a job: frozen as its list had it when the job was booked. */
export interface JobCheck {
  /** under which it is answered */
  key: string;
  text: string;
  otherwise: string | null;
  /** where its picture is found: the version of the list, and the place of the step; left out where there is none */
  picture?: { list: string; version: number; step: number };
}

/** Kinds for which there is something to set up and to take down. */
export const SET_UP_KINDS: readonly KitKind[] = (Object.keys(KIT) as KitKind[]).filter(
  (kind) => KIT[kind].oneJobADay === true || kind === 'rotary-head' || kind === 'spray-line' || kind === 'membrane',
);

/** The checks of a job that takes along some kinds of kit, list after list. */
export function checksFor(lists: readonly Checklist[], when: ChecklistWhen, kinds: readonly KitKind[]): JobCheck[] {
  const ours = lists.filter(
    (list) => list.inUse && list.when === when && list.kinds.some((kind) => kinds.includes(kind)),
  );
  return ours.flatMap(({ id, version, steps }, at) =>
    steps.map(
      ({ text, otherwise, picture }, step): JobCheck => ({
        key: `${when}-${at + 1}.${step + 1}`,
        text,
        otherwise,
        ...(picture === null ? {} : { picture: { list: id, version, step } }),
      }),
    ),
  );
}
