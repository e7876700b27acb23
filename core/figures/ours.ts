import { type Calibration, calibrate, type Figure, type Scale } from '../assimilation/calibration.ts';
import { type Eye, HOUSE, type HouseFigures, USUAL_EYE } from '../assimilation/house.ts';
import {
  BONDED_FACTOR_SPREAD,
  CLEANING_METHODS,
  type CleaningMethod,
  FITTED_LEFT,
  RESIN_BETWEEN,
  RESIN_SPREAD,
  SET_UP_MINUTES,
  SURROUNDINGS,
  type Surroundings,
} from '../assumptions.ts';
import type { FittedKind } from '../fittings/kinds.ts';
import { SEASONS, type Season } from '../weather/index.ts';

/** What a figure is of, before the name of whom or what it is of: `eye:ID of a person`, `bonded:fed-pole`, `dust:farmland`. */
export const FIGURE_KINDS = [
  'eye',
  'dust',
  'season',
  'bonded',
  'droppings',
  'lichen',
  'fitted',
  'pace',
  'litres',
  'set-up',
  'resin',
] as const;
export type FigureKind = (typeof FIGURE_KINDS)[number];

/** Whose figure counts, and the records that figures are learned from. */
export const FIGURE_USES = ['house', 'ours'] as const;
export const TEACHING_RECORDS = ['job', 'array', 'charge'] as const;

/** One thing that was learned on one job or at one site. */
export interface Datum extends Figure {
  /** the figure that it speaks of, `kind:of` */
  key: string;
  /** where it comes from: a job, an array, or a charge of resin */
  from: { record: (typeof TEACHING_RECORDS)[number]; id: string; name: string; date: string };
}

/** A figure as the house has it, and as the contractor's own records have it. */
export interface OwnFigure {
  key: string;
  kind: FigureKind;
  /** whom or what it is of: a person's id, a way, surroundings */
  of: string;
  house: number;
  /** the house figure where there is nothing to learn from yet */
  ours: number;
  /** four in five of it, by what it is known to */
  low: number;
  high: number;
  /** how far out one look of an eye is, the standard deviation of its logarithm; null of all others */
  spread: number | null;
  n: number;
  /** what each record said by itself: its value, and its standard deviation on the scale */
  from: (Datum['from'] & Figure)[];
}

interface KindOfFigure {
  scale: Scale;
  /** how far the house figure may be out, and jobs differ at least, on the scale */
  sd: number;
  between: number;
}

/** House figures of how sure the house is of its figures, and of how far jobs differ. */
const KINDS: Record<FigureKind, KindOfFigure> = {
  // logarithm of the film seen against what lay there
  eye: { scale: 'identity', sd: 0.3, between: 0.3 },
  dust: { scale: 'log', sd: HOUSE.dust.farmland.sd, between: 0.3 },
  season: { scale: 'log', sd: 0.4, between: 0.2 },
  fitted: { scale: 'log', sd: 0.7, between: 0.4 },
  bonded: { scale: 'logit', sd: BONDED_FACTOR_SPREAD, between: 0.3 },
  droppings: { scale: 'logit', sd: 0.7, between: 0.4 },
  lichen: { scale: 'logit', sd: 1, between: 0.5 },
  // factors on the house's minutes and litres a module
  pace: { scale: 'log', sd: 0.35, between: 0.15 },
  litres: { scale: 'log', sd: 0.4, between: 0.2 },
  'set-up': { scale: 'log', sd: 0.4, between: 0.2 },
  // how many times its computed capacity a charge of resin has
  resin: { scale: 'log', sd: RESIN_SPREAD, between: RESIN_BETWEEN },
};
/** Looks after which a person's own scatter counts as much as the house's. */
const LOOKS_OF_THE_HOUSE = 4;
const FOUR_IN_FIVE = 1.2816;

/** Layers of which it is learned what a way takes off; loose film hardly differs. */
const LAYERS = ['bonded', 'droppings', 'lichen'] as const;
type Layer = (typeof LAYERS)[number];
const LEAST_SHARE = 0.01;

const kindOf = (key: string): FigureKind => key.slice(0, key.indexOf(':')) as FigureKind;
const nameOf = (key: string): string => key.slice(key.indexOf(':') + 1);

/** The house's figure under a key. */
export function houseFigure(key: string, house: HouseFigures = HOUSE): number {
  const of = nameOf(key);
  switch (kindOf(key)) {
    case 'eye':
      return 0;
    case 'bonded':
    case 'droppings':
    case 'lichen':
      // None at all has no odds.
      return Math.max(LEAST_SHARE, house.effectiveness[of as CleaningMethod][kindOf(key) as Layer]);
    case 'set-up':
      return SET_UP_MINUTES;
    case 'fitted':
      return FITTED_LEFT[of as FittedKind];
    case 'dust':
    case 'season':
    case 'pace':
    case 'litres':
    case 'resin':
      return 1;
  }
}

const BACK: Record<Scale, (value: number, by: number) => number> = {
  identity: (value, by) => value + by,
  log: (value, by) => value * Math.exp(by),
  logit: (value, by) => {
    const on = Math.log(value / (1 - value)) + by;
    return 1 / (1 + Math.exp(-on));
  },
};

/**
 * Every figure of which something was learned, as the house and as the contractor's own records have it (C18), in the order
 * of the kinds. The house's counts on: few jobs move it little.
 */
export function ownFigures(data: readonly Datum[], before: HouseFigures = HOUSE): OwnFigure[] {
  const byKey = new Map<string, Datum[]>();
  for (const one of data) byKey.set(one.key, [...(byKey.get(one.key) ?? []), one]);
  return [...byKey]
    .map(([key, own]): OwnFigure => {
      const kind = kindOf(key);
      const { scale, sd, between } = KINDS[kind];
      const house = houseFigure(key, before);
      const found = calibrate({ scale, house: { value: house, sd }, between, data: own });
      return {
        key,
        kind,
        of: nameOf(key),
        house,
        ours: found.value,
        low: BACK[scale](found.value, -FOUR_IN_FIVE * found.sd),
        high: BACK[scale](found.value, FOUR_IN_FIVE * found.sd),
        spread: kind === 'eye' ? spreadOfEye(found) : null,
        n: found.n,
        from: own.map(({ from, value, sd: own }) => ({ ...from, value, sd: own })),
      };
    })
    .sort((a, b) => FIGURE_KINDS.indexOf(a.kind) - FIGURE_KINDS.indexOf(b.kind) || inOrder(a.of, b.of));
}

/** By name; seasons in the order of the year. */
function inOrder(one: string, other: string): number {
  const place = (name: string) => SEASONS.findIndex((season) => name.endsWith(`/${season}`));
  const of = (name: string) => name.split('/')[0] ?? name;
  return of(one).localeCompare(of(other)) || place(one) - place(other);
}

/** How far out one look is: the person's own scatter, with the house's for as long as there are few looks. */
const spreadOfEye = ({ n, between, sd }: Calibration): number =>
  Math.sqrt((LOOKS_OF_THE_HOUSE * USUAL_EYE.sigma ** 2 + n * (between ** 2 + sd ** 2)) / (LOOKS_OF_THE_HOUSE + n));

/** A figure that somebody chose to use in place of the house's. */
export type UsedFigure = Pick<OwnFigure, 'key' | 'ours' | 'low' | 'high' | 'spread'>;

/** The house's figures with the contractor's own in the places that somebody chose. @param version which choice it is */
export function figuresInUse(version: number, used: readonly UsedFigure[], before: HouseFigures = HOUSE): HouseFigures {
  const of = (kind: FigureKind) => used.filter(({ key }) => kindOf(key) === kind);
  const byName = (kind: FigureKind) => Object.fromEntries(of(kind).map(({ key, ours }) => [nameOf(key), ours]));
  const effectiveness = Object.fromEntries(
    CLEANING_METHODS.map((way) => {
      const own = LAYERS.flatMap((layer) => used.filter(({ key }) => key === `${layer}:${way}`));
      const ours = Object.fromEntries(own.map((one) => [kindOf(one.key), one.ours]));
      const house = before.effectiveness[way];
      return [way, own.length > 0 ? { ...house, ...ours } : house];
    }),
  ) as HouseFigures['effectiveness'];
  const bondedSpread = Object.fromEntries(
    CLEANING_METHODS.map((way) => {
      const own = used.find(({ key }) => key === `bonded:${way}`);
      return [way, own ? spreadAt(own, 'bonded', oddsOf) : HOUSE.bondedSpread[way]];
    }),
  ) as HouseFigures['bondedSpread'];
  const dust = Object.fromEntries(
    SURROUNDINGS.map((around: Surroundings) => {
      const own = used.find(({ key }) => key === `dust:${around}`);
      return [around, own ? dustOf(own) : HOUSE.dust[around]];
    }),
  ) as HouseFigures['dust'];
  const seasons: HouseFigures['seasons'] = {};
  for (const [name, factor] of Object.entries(byName('season'))) {
    const [around, season] = name.split('/') as [Surroundings, Season];
    seasons[around] = { ...seasons[around], [season]: factor };
  }
  const eyes: Record<string, Eye> = Object.fromEntries(
    of('eye').map(({ key, ours, spread }) => [nameOf(key), { bias: ours, sigma: spread ?? USUAL_EYE.sigma }]),
  );
  return {
    version,
    effectiveness,
    bondedSpread,
    dust,
    seasons,
    fitted: { ...HOUSE.fitted, ...byName('fitted') },
    eyes,
    pace: byName('pace'),
    litres: byName('litres'),
    setUpMinutes: of('set-up')[0]?.ours ?? HOUSE.setUpMinutes,
    resin: of('resin')[0]?.ours ?? 1,
  };
}

const oddsOf = (share: number): number => Math.log(share / (1 - share));

/** How far one array may lie from a figure of ours: the figure is not known for certain, and arrays differ all the same. */
const spreadAt = ({ low, high }: UsedFigure, kind: 'bonded' | 'dust', scale: (value: number) => number): number =>
  Math.hypot((scale(high) - scale(low)) / (2 * FOUR_IN_FIVE), KINDS[kind].between);

const dustOf = (own: UsedFigure) => ({ mean: Math.log(own.ours), sd: spreadAt(own, 'dust', Math.log) });
