export interface WaterInput {
  /** of the source, uS/cm */
  conductivity: number;
  /** uS/cm */
  targetConductivity: number;
  /** mg/L, default 5 */
  carbonDioxide?: number;
  /** Celsius */
  waterTemperature: number;
  /** water left to dry on the glass, mm; default 0.1 (drip-dry), 0.02 squeegeed */
  filmThickness?: number;
  resin?: {
    litres: number;
    /** mg CaCO3 a litre of resin, default 28000 */
    capacity?: number;
    /** 0.75 for one vessel changed at breakthrough, 0.95 for two in lead and lag */
    utilisation: number;
  };
  osmosis?: {
    /** share of the salts held back, inside (0, 1) */
    rejection: number;
    /** share of the feed that becomes permeate, inside (0, 1) */
    recovery: number;
    /** L/h at 25 Celsius */
    permeateFlow25: number;
  };
}

export interface WaterTreatment {
  resinOnly: { litresPerCharge: number | null } | null;
  osmosis: {
    /** uS/cm */
    permeateConductivity: number;
    /** L/h */
    permeateFlow: number;
    /** litres of reject for each litre of permeate */
    rejectPerLitre: number;
    litresPerCharge: number | null;
  } | null;
  /** mg/m2 left by the source as it is */
  residueSource: number;
  /** mg/m2 left at the target */
  residueTarget: number;
}

export const WATER_DEFAULTS = { carbonDioxide: 5, filmThickness: 0.1, resinCapacity: 28000 } as const;

/** Salts left on the glass when a film of water dries, mg/m2. @param conductivity uS/cm @param film mm */
export const residue = (conductivity: number, film: number): number => 0.65 * conductivity * film;

/** How the glass dries, and the water that is left on it for that, mm. */
export const DRYINGS = { 'drip-dry': WATER_DEFAULTS.filmThickness, squeegee: 0.02 } as const;
export type Drying = keyof typeof DRYINGS;
export const DRYING_KEYS = ['drip-dry', 'squeegee'] as const satisfies readonly Drying[];

/**
 * Litres that a charge of mixed-bed resin takes from one conductivity to another; null where the water is good already.
 * Carbon dioxide loads the resin unseen by a meter.
 */
export function litresPerCharge(
  resin: NonNullable<WaterInput['resin']>,
  conductivityIn: number,
  targetConductivity: number,
  carbonDioxide: number,
): number | null {
  if (conductivityIn <= targetConductivity) return null;
  const load = 0.5 * (conductivityIn - targetConductivity) + 1.14 * carbonDioxide;
  return (resin.litres * (resin.capacity ?? WATER_DEFAULTS.resinCapacity) * resin.utilisation) / load;
}

/** Permeate of a membrane that has lost its chlorine before it. @returns uS/cm, L/h, litres of reject a litre */
export function membrane(osmosis: NonNullable<WaterInput['osmosis']>, conductivity: number, waterTemperature: number) {
  const { rejection, recovery, permeateFlow25 } = osmosis;
  const k = waterTemperature >= 25 ? 2640 : 3020;
  return {
    permeateConductivity: (conductivity * (1 - rejection) * Math.log(1 / (1 - recovery))) / recovery,
    permeateFlow: permeateFlow25 * Math.exp(k * (1 / 298.15 - 1 / (waterTemperature + 273.15))),
    rejectPerLitre: (1 - recovery) / recovery,
  };
}

/** What each way of treating a source gives, and what it would leave on the glass (C9). */
export function treatWater(input: WaterInput): WaterTreatment {
  const { conductivity, targetConductivity, resin, osmosis } = input;
  const carbonDioxide = input.carbonDioxide ?? WATER_DEFAULTS.carbonDioxide;
  const film = input.filmThickness ?? WATER_DEFAULTS.filmThickness;
  const permeate = osmosis ? membrane(osmosis, conductivity, input.waterTemperature) : null;
  return {
    resinOnly: resin
      ? { litresPerCharge: litresPerCharge(resin, conductivity, targetConductivity, carbonDioxide) }
      : null,
    osmosis: permeate && {
      ...permeate,
      litresPerCharge: resin
        ? litresPerCharge(resin, permeate.permeateConductivity, targetConductivity, carbonDioxide)
        : null,
    },
    residueSource: residue(conductivity, film),
    residueTarget: residue(targetConductivity, film),
  };
}
