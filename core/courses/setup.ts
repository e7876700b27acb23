import type { Effectiveness } from '../assumptions.ts';
import type { CellCut, Orientation } from '../inspections/marks.ts';
import type { LayeredParameters, LayeredState } from '../soiling/layered.ts';
import type { YearsOfSite } from '../soiling/yearsOfSite.ts';
import { evenly } from '../statistics/summary.ts';
import type { Exposure } from '../weather/index.ts';

/** One way that an array may be and may go: a member of what is known of it (C17), and the weather that it is sent through. */
export interface CourseMember {
  /** which of the courses of weather, from 0: the same one for the same seed, however many others are drawn */
  course: number;
  parameters: LayeredParameters;
  initial: LayeredState;
  /** how many times what the house assumes for the surroundings settles, of dust and of droppings */
  dust: number;
  droppings: number;
}

/** An array and what settles on it, for years to come: one course for each member. */
export interface CourseSetup extends Omit<YearsOfSite, 'years'> {
  exposure: Omit<Exposure, 'latitude'>;
  /** light on the back as a share of the front's; default 0 */
  rearFraction?: number | undefined;
  members: readonly CourseMember[];
  /** share of the loose film that a dew day bonds, set by hand; null: as each member has it */
  bondingPerDew: number | null;
  /** colonies per m2 that settle in time where none are there yet */
  lichenDensity: number;
  /** how many times what settles on the face settles along the lower frame */
  puddleFactor: number;
  /** share of that which fittings have left since it was seen, where there are any; it is in `puddleFactor` already */
  puddlesDrained?: number | undefined;
  /** how the modules lie and are cut: what a lower edge costs hangs on it */
  orientation: Orientation;
  cells: CellCut;
  /** calendar day on which the first year begins, 0 to 364 */
  startDay: number;
  /** years to look ahead */
  horizon: number;
}

/** Cleanings of every year, or of every k-th: days from the start of the year ahead, 0 to 364. */
export interface Visits {
  days: readonly number[];
  everyYears: number;
  effectiveness: Effectiveness;
  /** further cleanings of the same years in another way; a day that has both gets the one after the other */
  others?: { days: readonly number[]; effectiveness: Effectiveness } | undefined;
}

export const NO_VISITS: Visits = {
  days: [],
  everyYears: 1,
  effectiveness: { loose: 0, bonded: 0, droppings: 0, lichen: 0 },
};

/** A wash that leaves nothing, which no way does. */
export const ALL_OF_IT: Effectiveness = { loose: 1, bonded: 1, droppings: 1, lichen: 1 };

/** Whether lichen is there already: a radius alone is that of colonies of which there are none. */
export const lichenThere = ({ parameters, initial }: Pick<CourseMember, 'parameters' | 'initial'>): boolean =>
  initial.lichenRadius > 0 && parameters.lichenDensity > 0;

/** The parameters that a member goes by today: its own, but for what was set by hand, and no lichen where none is there. */
export const parametersOf = (
  { bondingPerDew }: Pick<CourseSetup, 'bondingPerDew'>,
  member: Pick<CourseMember, 'parameters' | 'initial'>,
): LayeredParameters => ({
  ...member.parameters,
  ...(bondingPerDew === null ? {} : { bondingPerDew }),
  lichenDensity: lichenThere(member) ? member.parameters.lichenDensity : 0,
});

/** Some of the members, evenly from all of them, each in the weather that it had: for searches. */
export const withFewer = (setup: CourseSetup, count: number): CourseSetup => ({
  ...setup,
  members: evenly(setup.members, count),
});

/** The same with something changed in the parameters of every member. */
export const withParameters = (
  setup: CourseSetup,
  change: (parameters: LayeredParameters) => LayeredParameters,
): CourseSetup => ({
  ...setup,
  members: setup.members.map((member) => ({ ...member, parameters: change(member.parameters) })),
});
