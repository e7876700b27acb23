import { layFactors } from '../assimilation/factors.ts';
import type { Member } from '../assimilation/posterior.ts';
import { LICHEN_DENSITY, LICHEN_WHERE_SEEN, type LichenClimate, PUDDLE_FACTOR, type Puddles } from '../assumptions.ts';
import type { CellCut, Orientation } from '../inspections/marks.ts';
import { joinLosses, lossOfSoil, SOIL_TRAITS, type Soil, type SoilTraits } from '../inspections/soil.ts';
import { filmLoss, filmMassOf, MOST_FILM_LOSS } from '../modules/filmLoss.ts';
import { LAYERED_DEFAULTS, type LayeredParameters, type LayeredState } from '../soiling/layered.ts';
import type { YearsOfSite } from '../soiling/yearsOfSite.ts';
import { MILLISECONDS_PER_DAY } from '../time/utc.ts';
import type { Exposure } from '../weather/index.ts';
import type { CourseMember, CourseSetup } from './setup.ts';

/** What a person may set otherwise: rain's school, water at the frame, lichen, and works with an end. */
export interface AheadChoices {
  /** share of the loose film that a dew day bonds: 0, rain cleans; high, it never does; null as it is found here */
  bondingPerDew: number | null;
  puddles: Puddles;
  lichen: LichenClimate;
  works: Exposure['works'];
}

/** What is known of an array when years ahead are asked for. */
export interface ArrayAhead extends Omit<YearsOfSite, 'years'> {
  rearFraction: number;
  exposure: Omit<Exposure, 'latitude'>;
  orientation: Orientation;
  cells: CellCut;
  startDay: number;
  /** equally likely (C17), with the house's figures on which their factors work */
  members: readonly Pick<Member, 'state' | 'factors'>[];
  parameters: LayeredParameters;
  /** of the last look */
  soils: readonly Soil[];
  /** set by hand in place of what is found: the loss now, and how many times what the house assumes settles */
  lossByHand?: number | undefined;
  dustByHand?: number | undefined;
}

/**
 * Works next door that began already and end on a date, in days from today on; undefined where they are over by then.
 * @param until the last day of the works @param today `YYYY-MM-DD`
 */
export function worksUntil(until: string | undefined, today: string): AheadChoices['works'] {
  if (until === undefined) return undefined;
  const to = Math.round((Date.parse(until) - Date.parse(today.slice(0, 10))) / MILLISECONDS_PER_DAY) + 1;
  return to > 0 ? { from: 0, to, surroundings: 'dusty' } : undefined;
}

/** Whether something was seen along the lower frame. */
const atTheEdge = (soils: readonly Soil[]): boolean =>
  soils.some(({ where, share }) => where === 'lower-edge' && share > 0);

/** What the choices are until somebody sets them. */
export function usualChoices({
  soils,
  climate,
  surfaceTilt,
}: Pick<ArrayAhead, 'soils' | 'climate' | 'surfaceTilt'>): AheadChoices {
  const edge = atTheEdge(soils);
  return {
    bondingPerDew: null,
    puddles: edge ? (surfaceTilt < 10 ? 'plain' : 'some') : 'none',
    lichen: climate === 'desert' ? 'dry' : 'temperate',
    works: undefined,
  };
}

/** Years ahead of an array from what is known of it now. @param horizon years */
export function courseSetup(known: ArrayAhead, choices: AheadChoices, horizon: number): CourseSetup {
  const { members, parameters, soils, lossByHand, dustByHand, exposure, ...place } = known;
  const growing = shareThatGrows(soils);
  return {
    ...place,
    exposure: { ...exposure, works: choices.works },
    bondingPerDew: choices.bondingPerDew,
    lichenDensity: LICHEN_DENSITY[choices.lichen],
    members: members.map(({ state, factors }, course): CourseMember => {
      const own = layFactors(parameters, factors);
      const seen = growing > 0 && own.standingLoss > 0;
      const figures = { ...own, lichenDensity: seen ? LICHEN_WHERE_SEEN : 0 };
      const [initial, grown] = withLichen(state, figures, growing);
      const member = {
        course,
        parameters: grown,
        initial,
        dust: dustByHand ?? factors.deposition,
        droppings: factors.droppings,
      };
      return lossByHand === undefined ? member : atLoss(member, lossByHand);
    }),
    puddleFactor: PUDDLE_FACTOR[choices.puddles],
    horizon,
  };
}

/** The same years ahead with other choices. */
export const withChoices = (setup: CourseSetup, choices: AheadChoices): CourseSetup => ({
  ...setup,
  exposure: { ...setup.exposure, works: choices.works },
  bondingPerDew: choices.bondingPerDew,
  lichenDensity: LICHEN_DENSITY[choices.lichen],
  puddleFactor: Math.max(1, PUDDLE_FACTOR[choices.puddles] * (setup.puddlesDrained ?? 1)),
});

/** Share of what stands on the glass that is lichen, and so goes on growing, by what each costs. */
function shareThatGrows(soils: readonly Soil[]): number {
  const left = (layer: SoilTraits['layer']) => {
    const lie = soils.filter(({ kind }) => SOIL_TRAITS[kind].layer === layer);
    return -Math.log(1 - Math.min(0.99, joinLosses(lie.map(lossOfSoil)).mid));
  };
  const colonies = left('colonies');
  const all = colonies + left('clinging');
  return all > 0 ? colonies / all : 0;
}

const MOST_COVER = 0.9;

/** What stands there as lichen becomes colonies of the radius at which they cost the same today; the rest goes on standing. */
function withLichen(
  state: Required<LayeredState>,
  parameters: Required<LayeredParameters>,
  growing: number,
): [LayeredState, LayeredParameters] {
  const standing = Math.min(0.95, parameters.standingLoss * state.standingLeft);
  if (growing === 0 || standing === 0) return [state, parameters];
  const lichen = 1 - (1 - standing) ** growing;
  const cover = Math.min(MOST_COVER, lichen / parameters.mismatch);
  const rest = 1 - (1 - standing) ** (1 - growing);
  return [
    {
      ...state,
      standingLeft: 1,
      lichenRadius: Math.sqrt(-Math.log(1 - cover) / (parameters.lichenDensity * Math.PI)),
    },
    { ...parameters, standingLoss: rest },
  ];
}

/** As much as a film is asked to cost where a loss is set by hand: short of the curve's limit. */
const MOST_FILM = MOST_FILM_LOSS * 0.96;
/** What is taken to be there of each where nothing was found and a loss is set by hand. */
const NOTHING = 1e-9;

/** A member that loses what was set by hand: film and droppings as they were to each other, what stands there only where it has to give. */
export function atLoss(member: CourseMember, loss: number): CourseMember {
  const { initial, parameters } = member;
  const { standingLoss = 0 } = parameters;
  const lichen =
    parameters.lichenDensity > 0 ? 1 - Math.exp(-parameters.lichenDensity * Math.PI * initial.lichenRadius ** 2) : 0;
  const stays =
    (1 - Math.min(1, parameters.mismatch * lichen)) * (1 - Math.min(0.95, standingLoss * (initial.standingLeft ?? 1)));
  const wanted = Math.min(0.999, loss);
  if (1 - wanted >= stays)
    return {
      ...member,
      parameters: { ...parameters, standingLoss: wanted },
      initial: { ...initial, loose: 0, bonded: 0, droppings: 0, lichenRadius: 0, standingLeft: 1 },
    };
  const needed = Math.log((1 - wanted) / stays);
  const mass = initial.loose + initial.bonded;
  const film = Math.min(-NOTHING, Math.log(1 - filmLoss(mass)));
  const patches = Math.log(1 - Math.min(0.999, parameters.mismatch * initial.droppings));
  const filmNow = Math.max(Math.log(1 - MOST_FILM), (needed * film) / (film + patches));
  const wantedMass = filmMassOf(1 - Math.exp(filmNow)) ?? mass;
  const bonded = mass > 0 ? initial.bonded / mass : LAYERED_DEFAULTS.bondingPerDew;
  return {
    ...member,
    initial: {
      ...initial,
      loose: wantedMass * (1 - bonded),
      bonded: wantedMass * bonded,
      droppings: (1 - Math.exp(needed - filmNow)) / parameters.mismatch,
    },
  };
}
