/** One reading with the irradiance of its minute. */
export interface MinuteReading {
  /** W or A */
  value: number;
  /** W/m2 */
  poaIrradiance: number;
}

export interface ThreeReadingsInput {
  dryDirty: MinuteReading;
  wetDirty: MinuteReading;
  wetClean: MinuteReading;
}

export interface ThreeReadings {
  /** what wetting alone added: cooling and optics together */
  wetting: number;
  /** what cleaning added to the wet glass */
  cleaning: number;
  /** both: (1 + wetting)(1 + cleaning) - 1 */
  total: number;
  /** what the dirt had been taking; null where the clean reading is 0 */
  lossToDirt: number | null;
}

/**
 * Cooling told apart from cleaning by three readings: dry and dirty, wet and dirty, wet and clean (C8).
 * Each is divided by its irradiance; nothing is corrected for temperature, which is why the wet glass is read twice.
 * @returns fractions
 */
export function threeReadings({ dryDirty, wetDirty, wetClean }: ThreeReadingsInput): ThreeReadings {
  const yieldOf = ({ value, poaIrradiance }: MinuteReading) => value / poaIrradiance;
  const [dry, wet, clean] = [yieldOf(dryDirty), yieldOf(wetDirty), yieldOf(wetClean)];
  const cleaning = clean / wet - 1;
  return {
    wetting: wet / dry - 1,
    cleaning,
    total: clean / dry - 1,
    lossToDirt: clean > 0 ? 1 - 1 / (1 + cleaning) : null,
  };
}
