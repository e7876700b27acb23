import {
  type Birds,
  BONDED_FACTOR_SPREAD,
  CLEANING_METHODS,
  type CleaningMethod,
  EFFECTIVENESS,
  type Effectiveness,
  EVIDENCE_SIGMA,
  FITTED_LEFT,
  SET_UP_MINUTES,
  SURROUNDINGS,
  type Surroundings,
} from '../assumptions.ts';
import type { FittedKind } from '../fittings/kinds.ts';
import type { Exposure, Season } from '../weather/index.ts';
import { PRIOR_SPREAD } from './factors.ts';

/** How far out somebody's eye is: the mean and the spread of the logarithm of the film seen against what lay there. */
export interface Eye {
  bias: number;
  sigma: number;
}

/** What is taken to be so before anything is seen: the house's figures, where the contractor's own (C18) do not stand in their place. */
export interface HouseFigures {
  /** which figures these are; 0: the house's alone */
  version: number;
  effectiveness: Record<CleaningMethod, Effectiveness>;
  /** how far what a way takes off the bonded film may be out at one array, of its odds' logarithm */
  bondedSpread: Record<CleaningMethod, number>;
  /** of the logarithm of what settles against what the surroundings let expect */
  dust: Record<Surroundings, { mean: number; sd: number }>;
  /** how many times what is usual settles in a season of some surroundings; 1 where it is not named */
  seasons: Partial<Record<Surroundings, Partial<Record<Season, number>>>>;
  /** share of what a fitting works against that it leaves */
  fitted: Record<FittedKind, number>;
  /** by the id of the person */
  eyes: Readonly<Record<string, Eye>>;
  /** factors on the house's minutes and litres a module, by way */
  pace: Partial<Record<CleaningMethod, number>>;
  litres: Partial<Record<CleaningMethod, number>>;
  setUpMinutes: number;
  /** how many times its computed capacity a charge of resin has; left out in figures from before it was learned */
  resin?: number;
}

export const HOUSE: HouseFigures = {
  version: 0,
  effectiveness: EFFECTIVENESS,
  bondedSpread: Object.fromEntries(
    CLEANING_METHODS.map((way) => [way, BONDED_FACTOR_SPREAD]),
  ) as HouseFigures['bondedSpread'],
  dust: Object.fromEntries(
    SURROUNDINGS.map((around) => [around, { mean: 0, sd: PRIOR_SPREAD.deposition }]),
  ) as HouseFigures['dust'],
  seasons: {},
  fitted: FITTED_LEFT,
  eyes: {},
  pace: {},
  litres: {},
  setUpMinutes: SET_UP_MINUTES,
  resin: 1,
};

export const USUAL_EYE: Eye = { bias: 0, sigma: EVIDENCE_SIGMA.film };

/** What settles at a site by the figures in use, without what lies on its latitude. */
export const exposureOf = (
  surroundings: Surroundings,
  birds: Birds,
  { seasons }: Pick<HouseFigures, 'seasons'>,
): Omit<Exposure, 'latitude'> => {
  const own = seasons[surroundings];
  return { surroundings, birds, ...(own === undefined ? {} : { seasons: own }) };
};
