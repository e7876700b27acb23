import { GLASS_HEAT } from '../assumptions.ts';
/** What dries a film of water on glass. */
export interface DryingInput {
  /** mm of water, which is L/m2 */
  filmThickness: number;
  /** W/m2 */
  poaGlobal: number;
  /** Celsius */
  tempAir: number;
  /** 0 to 1 */
  relativeHumidity: number;
  /** m/s at 2 m; three quarters of that at 10 m */
  windSpeed: number;
  /** Celsius; the air's where it is left out */
  tempGlass?: number | undefined;
  /** a rinse that brings the glass nearer to the water's temperature before the film stands */
  rinse?: { litresPerM2: number; waterTemperature: number } | undefined;
}

const WATER_HEAT = 4186;
/** J/kg */
const LATENT_HEAT = 2.45e6;
/** kPa/K */
const PSYCHROMETRIC = 0.0665;
/** of air, J/m3K */
const AIR_HEAT = 1212;
const CALMEST = 0.5;

/** Saturation vapour pressure, kPa, and how it rises with temperature, kPa/K. @param temperature Celsius */
function saturation(temperature: number): { pressure: number; slope: number } {
  const pressure = 0.6108 * Math.exp((17.27 * temperature) / (temperature + 237.3));
  return { pressure, slope: (4098 * pressure) / (temperature + 237.3) ** 2 };
}

/**
 * Evaporation from wet glass, kg/m2s; negative where dew forms instead.
 * @see Allen et al., FAO Irrigation and Drainage Paper 56 (1998), the Penman combination with its resistance
 */
export function evaporation({
  poaGlobal,
  tempAir,
  relativeHumidity,
  windSpeed,
}: Pick<DryingInput, 'poaGlobal' | 'tempAir' | 'relativeHumidity' | 'windSpeed'>): number {
  const { pressure, slope } = saturation(tempAir);
  const netRadiation = 0.75 * poaGlobal - 60;
  const resistance = 208 / Math.max(windSpeed, CALMEST);
  const drying = (AIR_HEAT * pressure * (1 - relativeHumidity)) / resistance;
  return (slope * netRadiation + drying) / (LATENT_HEAT * (slope + PSYCHROMETRIC));
}

/** Temperature of glass after a rinse, Celsius. */
export function glassAfterRinse(tempGlass: number, rinse: NonNullable<DryingInput['rinse']>): number {
  const heat = WATER_HEAT * rinse.litresPerM2;
  return (GLASS_HEAT * tempGlass + heat * rinse.waterTemperature) / (GLASS_HEAT + heat);
}

/**
 * Minutes until a film of water has dried (C10): the heat stored in hot glass dries some of it at once, sun and wind
 * the rest.
 * @returns null where it never dries (no evaporation, or dew)
 */
export function dryingMinutes(input: DryingInput): number | null {
  const glass = input.tempGlass ?? input.tempAir;
  const tempGlass = input.rinse ? glassAfterRinse(glass, input.rinse) : glass;
  const stored = (GLASS_HEAT * Math.max(0, tempGlass - input.tempAir)) / LATENT_HEAT;
  const left = Math.max(0, input.filmThickness - stored);
  if (left === 0) return 0;
  const rate = evaporation(input);
  return rate > 0 ? left / rate / 60 : null;
}
