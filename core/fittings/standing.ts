import type { FittedRows, FittingLookedAt } from './kinds.ts';

/** A look, by the day on which it was made, and what it found of the fittings. */
export interface FittingsLook {
  /** `YYYY-MM-DD` */
  date: string;
  fittings: readonly FittingLookedAt[];
}

/** Rows on which a fitting came loose or went, and the day of the look that found it. */
export interface LostRows {
  date: string;
  rows: number[];
}

/** What the looks found of one fitting since it was put up, first to last. */
const foundOf = ({ kind, since }: FittedRows, looks: readonly FittingsLook[]) =>
  [...looks]
    .filter(({ date }) => date >= since)
    .sort((a, b) => a.date.localeCompare(b.date))
    .flatMap(({ date, fittings }) =>
      fittings.filter((one) => one.kind === kind && one.since === since).map((one) => ({ ...one, date })),
    );

/**
 * Rows on which a fitting does its work no more. What a look finds stands until a later one finds otherwise: a look that
 * finds all in place has seen it put right.
 */
export function lostRows(fitting: FittedRows, looks: readonly FittingsLook[]): LostRows[] {
  const lost = new Map<number, string>();
  for (const { found, rows, date } of foundOf(fitting, looks)) {
    if (found === 'in-place') lost.clear();
    if (found === 'loose' || found === 'gone')
      for (const row of rows) if (fitting.rows.includes(row) && !lost.has(row)) lost.set(row, date);
  }
  return [...new Set(lost.values())].map((date) => ({
    date,
    rows: [...lost].filter(([, on]) => on === date).map(([row]) => row),
  }));
}

/** Rows on which a fitting still does its work, by what the looks found since. */
export function standingRows(fitting: FittedRows, looks: readonly FittingsLook[]): number[] {
  const lost = new Set(lostRows(fitting, looks).flatMap(({ rows }) => rows));
  return fitting.rows.filter((row) => !lost.has(row));
}

/** Rows on which a fitting was last found loose: it may fall. */
export function looseRows(fitting: FittedRows, looks: readonly FittingsLook[]): number[] {
  const loose = new Set<number>();
  for (const { found, rows } of foundOf(fitting, looks)) {
    if (found === 'in-place') loose.clear();
    for (const row of rows) {
      if (found === 'loose' && fitting.rows.includes(row)) loose.add(row);
      if (found === 'gone') loose.delete(row);
    }
  }
  return [...loose];
}
