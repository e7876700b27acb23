import { type Finish, RESIDUE_LIMIT } from '../assumptions.ts';
import { residue, treatWater, WATER_DEFAULTS, type WaterTreatment } from './treatment.ts';

export type WaterWay = 'as-is' | 'resin' | 'osmosis-resin' | 'bought';

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
  /** uS/cm of bought water */
  boughtConductivity: number;
  resin: { litres: number; utilisation: number };
  osmosis: { rejection: number; recovery: number; permeateFlow25: number };
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
  because: string;
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
  recommendedBecause: string;
  warnings: string[];
}

/** The cheapest water that keeps the residue under the chosen finish, beside the other ways (C9). */
export function planWater(input: WaterPlanInput): WaterPlan {
  const { litres } = input;
  const film = WATER_DEFAULTS.filmThickness;
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
  const offered = waterOptions(input, treatment, litres, target).filter(({ way }) => !input.none || way === 'bought');
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
      ? 'There is no water on site: it is bought and brought, or the way of cleaning is a dry one.'
      : fitting.length > 0
        ? 'The cheapest water that keeps the residue under the chosen finish.'
        : 'No way at hand keeps the residue under the chosen finish; this one leaves least. Squeegee, or agree on another finish.',
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
      because: 'Straight from the source: cheapest, and leaves all its salts where it dries.',
    },
    {
      way: 'resin',
      conductivity: Math.min(target, input.conductivity),
      cost: Math.round(per1000(prices.sourcePer1000, litres) + chargePrice * (resinShare ?? 0)),
      drawn: litres,
      chargeUsed: resinShare,
      because: 'Two vessels in lead and lag; the meter at the outlet says when to change.',
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
      because: 'The membrane holds back most salts and resin polishes the rest; part of the feed is thrown away.',
    },
    {
      way: 'bought',
      conductivity: input.boughtConductivity,
      cost: Math.round(per1000(prices.boughtPer1000, litres)),
      drawn: 0,
      chargeUsed: null,
      because: 'Hauled in ready: a kilogram a litre on the van.',
    },
  ];
}

function waterWarnings(input: WaterPlanInput, way: WaterWay, chargeUsed: number | null): string[] {
  const warnings: string[] = [];
  if (chargeUsed !== null && chargeUsed > 1) {
    warnings.push(
      `The job needs ${chargeUsed.toFixed(1)} charges of resin: take spares, or the resin is exhausted before the last row.`,
    );
  }
  if (way === 'osmosis-resin' || way === 'resin') {
    warnings.push('Carbon dioxide loads the resin unseen by a meter, and silica leaks first and leaves hard spots.');
  }
  if (way === 'osmosis-resin') {
    warnings.push('Take chlorine out before the membrane.');
    if (input.osmosis.recovery > 0.5) warnings.push('Over half recovery on hard feed scales the membrane.');
  }
  if (way === 'as-is' && input.conductivity > 300) {
    warnings.push('Hard water dries to scale: rinse from the top and squeegee, and never on hot glass.');
  }
  return warnings;
}
