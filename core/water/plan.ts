import { type Finish, RESIDUE_LIMIT } from '../assumptions.ts';
import { type Bare, bare, type Finding, type Written } from '../findings.ts';
import { residue, treatWater, WATER_DEFAULTS, type WaterTreatment } from './treatment.ts';

/** Where the water of a site comes from; none is brought. */
export const WATER_SOURCES = ['tap', 'borehole', 'rain-tank', 'none'] as const;

/** Of which water a reading is: hauled is what is bought and brought. */
export const READ_SOURCES = ['tap', 'borehole', 'rain-tank', 'hauled'] as const;
export type ReadSource = (typeof READ_SOURCES)[number];

export const WATER_WAYS = ['as-is', 'resin', 'osmosis-resin', 'bought'] as const;
export type WaterWay = (typeof WATER_WAYS)[number];

/** What a way of treating water runs through, and what it asks of the kit and of warnings. */
export interface WaterTraits {
  /** runs through resin: a charge is used up */
  resin: boolean;
  /** runs through a membrane before */
  membrane: boolean;
  /** comes with us in a tank, so that it is there where the site has none */
  brought: boolean;
  /** leaves on the glass what the water holds */
  raw: boolean;
}

export const WATER_TRAITS: Record<WaterWay, WaterTraits> = {
  'as-is': { resin: false, membrane: false, brought: false, raw: true },
  resin: { resin: true, membrane: false, brought: false, raw: false },
  'osmosis-resin': { resin: true, membrane: true, brought: false, raw: false },
  bought: { resin: false, membrane: false, brought: true, raw: false },
};

export type WaterBecause = Bare<`water-${WaterWay}`> | Written;
/** Why a way is recommended. */
export type WaterChosen = Bare<'water-none-on-site' | 'water-cheapest' | 'water-least-residue'> | Written;
export type WaterWarning =
  | Finding<'water-many-charges', { charges: number }>
  | Bare<'water-carbon-dioxide' | 'water-chlorine' | 'water-high-recovery' | 'water-hard'>
  /** mg/L, as a strip showed them: of lime, of free chlorine */
  | Finding<'water-hard-read' | 'water-hard-feed', { hardness: number }>
  | Finding<'water-chlorine-read', { chlorine: number }>
  | Written;

export interface WaterPlanInput {
  /** on the glass for one visit (C9) */
  litres: number;
  /** there is no water on site: it is bought and brought */
  none?: boolean;
  finish: Finish;
  /** of the source, uS/cm */
  conductivity: number;
  /** Celsius */
  waterTemperature: number;
  /** mg/L */
  carbonDioxide: number;
  /** mg/L of lime, and of free chlorine, as a strip showed them; left out where nobody looked */
  hardness?: number | undefined;
  chlorine?: number | undefined;
  /** uS/cm of bought water */
  boughtConductivity: number;
  /** capacity in mg CaCO3 a litre of resin; the usual one where it is left out */
  resin: { litres: number; utilisation: number; capacity?: number };
  osmosis: { rejection: number; recovery: number; permeateFlow25: number };
  /** mm of water left to dry: 0.1 drip-dry where it is left out, 0.02 squeegeed */
  filmThickness?: number | undefined;
  /** the meter reading at which the resin is changed, uS/cm */
  changeAt: number;
  /** minor units */
  prices: { sourcePer1000: number; boughtPer1000: number; resinPerLitre: number; osmosisPer1000: number };
}

export interface WaterOption {
  way: WaterWay;
  /** uS/cm on the glass at worst */
  conductivity: number;
  /** mg/m2 left when it dries */
  residue: number;
  meetsFinish: boolean;
  /** minor units for this job */
  cost: number;
  /** litres drawn from the source */
  drawn: number;
  /** share of a charge of resin that the job uses up; null without resin */
  chargeUsed: number | null;
  because: WaterBecause;
}

export interface WaterPlan {
  /** litres on the glass */
  litres: number;
  /** uS/cm under which the finish is kept */
  conductivityLimit: number;
  residueLimit: number;
  treatment: WaterTreatment;
  options: WaterOption[];
  recommended: WaterWay;
  recommendedBecause: WaterChosen;
  warnings: WaterWarning[];
}

/** The cheapest water that keeps the residue under the chosen finish, beside the other ways (C9). */
export function planWater(input: WaterPlanInput): WaterPlan {
  const { litres } = input;
  const film = input.filmThickness ?? WATER_DEFAULTS.filmThickness;
  const residueLimit = RESIDUE_LIMIT[input.finish];
  const conductivityLimit = residueLimit / (0.65 * film);
  const target = Math.min(input.changeAt, conductivityLimit);
  const treatment = treatWater({
    conductivity: input.conductivity,
    targetConductivity: target,
    carbonDioxide: input.carbonDioxide,
    waterTemperature: input.waterTemperature,
    filmThickness: film,
    resin: input.resin,
    osmosis: input.osmosis,
  });
  const offered = waterOptions(input, treatment, litres, target).filter(
    ({ way }) => !input.none || WATER_TRAITS[way].brought,
  );
  const options = offered.map((option) => {
    const left = residue(option.conductivity, film);
    return { ...option, residue: left, meetsFinish: left <= residueLimit };
  });
  const fitting = options.filter((option) => option.meetsFinish);
  const pool = fitting.length > 0 ? fitting : [...options].sort((a, b) => a.residue - b.residue).slice(0, 1);
  const chosen = pool.reduce((least, option) => (option.cost < least.cost ? option : least));
  return {
    litres,
    conductivityLimit,
    residueLimit,
    treatment,
    options,
    recommended: chosen.way,
    recommendedBecause: input.none
      ? bare('water-none-on-site')
      : bare(fitting.length > 0 ? 'water-cheapest' : 'water-least-residue'),
    warnings: waterWarnings(input, chosen.way, chosen.chargeUsed),
  };
}

type Unjudged = Omit<WaterOption, 'residue' | 'meetsFinish'>;

function waterOptions(input: WaterPlanInput, treatment: WaterTreatment, litres: number, target: number): Unjudged[] {
  const { prices } = input;
  const per1000 = (price: number, volume: number) => (price * volume) / 1000;
  const chargePrice = prices.resinPerLitre * input.resin.litres;
  const share = (perCharge: number | null | undefined) => (perCharge ? litres / perCharge : null);
  const osmosis = treatment.osmosis;
  const resinShare = share(treatment.resinOnly?.litresPerCharge);
  const polishShare = share(osmosis?.litresPerCharge);
  const drawn = litres * (1 + (osmosis?.rejectPerLitre ?? 0));
  return [
    {
      way: 'as-is',
      conductivity: input.conductivity,
      cost: Math.round(per1000(prices.sourcePer1000, litres)),
      drawn: litres,
      chargeUsed: null,
      because: bare('water-as-is'),
    },
    {
      way: 'resin',
      conductivity: Math.min(target, input.conductivity),
      cost: Math.round(per1000(prices.sourcePer1000, litres) + chargePrice * (resinShare ?? 0)),
      drawn: litres,
      chargeUsed: resinShare,
      because: bare('water-resin'),
    },
    {
      way: 'osmosis-resin',
      conductivity: Math.min(target, osmosis?.permeateConductivity ?? target),
      cost: Math.round(
        per1000(prices.sourcePer1000, drawn) +
          per1000(prices.osmosisPer1000, litres) +
          chargePrice * (polishShare ?? 0),
      ),
      drawn,
      chargeUsed: polishShare,
      because: bare('water-osmosis-resin'),
    },
    {
      way: 'bought',
      conductivity: input.boughtConductivity,
      cost: Math.round(per1000(prices.boughtPer1000, litres)),
      drawn: 0,
      chargeUsed: null,
      because: bare('water-bought'),
    },
  ];
}

function waterWarnings(input: WaterPlanInput, way: WaterWay, chargeUsed: number | null): WaterWarning[] {
  const warnings: WaterWarning[] = [];
  if (chargeUsed !== null && chargeUsed > 1)
    warnings.push({ code: 'water-many-charges', params: { charges: chargeUsed } });
  const { resin, membrane, raw } = WATER_TRAITS[way];
  if (resin) warnings.push(bare('water-carbon-dioxide'));
  if (membrane) warnings.push(...membraneWarnings(input));
  if (raw) warnings.push(...scaleWarnings(input));
  return warnings;
}

/** mg/L of free chlorine over which a membrane is eaten, and of lime over which one scales. */
const CHLORINE_EATS = 0.1;
const HARD_FEED = 180;
/** mg/L of lime over which water dries to scale on the glass, and uS/cm where nobody has tried a strip. */
const DRIES_TO_SCALE = 120;
const USUALLY_HARD = 300;

function membraneWarnings({ chlorine, hardness = 0, osmosis }: WaterPlanInput): WaterWarning[] {
  const found: (WaterWarning | false)[] = [
    chlorine === undefined && bare('water-chlorine'),
    chlorine !== undefined && chlorine > CHLORINE_EATS && { code: 'water-chlorine-read', params: { chlorine } },
    hardness > HARD_FEED
      ? { code: 'water-hard-feed', params: { hardness } }
      : osmosis.recovery > 0.5 && bare('water-high-recovery'),
  ];
  return found.filter((one) => one !== false);
}

function scaleWarnings({ hardness, conductivity }: WaterPlanInput): WaterWarning[] {
  if (hardness === undefined) return conductivity > USUALLY_HARD ? [bare('water-hard')] : [];
  return hardness > DRIES_TO_SCALE ? [{ code: 'water-hard-read', params: { hardness } }] : [];
}
