export interface Limits {
  /** W; null where there is none */
  inverterLimit: number | null;
  /** W; null where there is none */
  exportLimit: number | null;
}

/**
 * The AC power that an array can bring to use, W: the inverter's limit, or the export limit with the share used on the
 * spot on top. Above it soiling costs nothing and a cleaning gains nothing (C5).
 * @param ownUse share of the production used on the spot, 0 to 1
 * @returns undefined where nothing limits it
 */
export function acLimit({ inverterLimit, exportLimit }: Limits, ownUse: number): number | undefined {
  const exported = exportLimit === null || ownUse >= 1 ? Number.POSITIVE_INFINITY : exportLimit / (1 - ownUse);
  const limit = Math.min(inverterLimit ?? Number.POSITIVE_INFINITY, exported);
  return Number.isFinite(limit) ? limit : undefined;
}
