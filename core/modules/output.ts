export interface ArrayElectrical {
  /** nameplate at standard test conditions, W */
  pdc0: number;
  /** power temperature coefficient, 1/K, negative */
  gammaPdc: number;
  /** AC limit of inverter, battery or export, W; left out where there is none */
  pacRated?: number;
  /** default 0.96 */
  inverterEfficiency?: number;
}

export interface OutputConditions {
  /** W/m2 */
  poaGlobal: number;
  /** Celsius */
  tempAir: number;
  /** m/s at module height */
  windSpeed: number;
  /** output soiled over output clean, default 1 */
  soilingRatio?: number;
}

export interface Output {
  /** Celsius */
  tempModule: number;
  /** W */
  pdc: number;
  /** W */
  pac: number;
}

export const DEFAULT_INVERTER_EFFICIENCY = 0.96;

/** Module temperature, Celsius, from W/m2 of at least 0, Celsius and m/s of at least 0 (Faiman, Progress in Photovoltaics 16 (2008) 307; u0 25.0, u1 6.84). */
export function moduleTemperature(poaGlobal: number, tempAir: number, windSpeed: number): number {
  return tempAir + poaGlobal / (25.0 + 6.84 * windSpeed);
}

/** DC power, W, before soiling: nameplate scaled by irradiance and corrected for module temperature. */
export function dcPower(pdc0: number, gammaPdc: number, poaGlobal: number, tempModule: number): number {
  return ((pdc0 * poaGlobal) / 1000) * (1 + gammaPdc * (tempModule - 25));
}

/**
 * Power of an array at one moment (C4, C5). At the AC limit soiling costs nothing and a cleaning gains nothing.
 * @returns module temperature (Celsius), DC and AC power (W)
 */
export function arrayOutput(array: ArrayElectrical, conditions: OutputConditions): Output {
  const { poaGlobal, tempAir, windSpeed, soilingRatio = 1 } = conditions;
  const tempModule = moduleTemperature(poaGlobal, tempAir, windSpeed);
  const pdc = dcPower(array.pdc0, array.gammaPdc, poaGlobal, tempModule) * soilingRatio;
  const ac = (array.inverterEfficiency ?? DEFAULT_INVERTER_EFFICIENCY) * pdc;
  return { tempModule, pdc, pac: Math.min(ac, array.pacRated ?? Number.POSITIVE_INFINITY) };
}
