import { type Bare, bare } from '../findings.ts';
import { type LaidGrid, placeOf, placesOf } from '../sites/layout.ts';
import { MILLISECONDS_PER_DAY } from '../time/utc.ts';
import { coverOfMark, type Mark } from './marks.ts';
import type { Soil, SoilKind } from './soil.ts';

/** One visit, as it lies on the present drawing. */
export interface Visit {
  /** ISO 8601 */
  at: string;
  soils: readonly Soil[];
  marks: readonly Mark[];
}

export interface SoilGrowth {
  kind: SoilKind;
  /** share of the face under it, by the eye */
  past: number;
  now: number;
}

export interface MarkGrowth {
  kind: Mark['kind'];
  /** modules that carry it */
  past: number;
  now: number;
  /** modules that did not carry it past, and that do no more */
  came: number[];
  went: number[];
}

export interface Fitted {
  kind: string;
  /** rows of the drawing */
  rows: readonly number[];
  /** date */
  since: string;
}

/** Why it cannot be told what a fitting did. */
export type UntoldEffect = Bare<
  'fitted-later' | 'fitted-rows-gone' | 'no-control-row' | 'nothing-marked' | 'visits-too-near'
>;

/** What a fitting has done: the marked cover of its rows beside that of the rows left without, then and now. */
export interface FittedEffect {
  kind: string;
  since: string;
  fitted: { past: number; now: number };
  control: { past: number; now: number };
  /** growth on its rows less growth on the control: below nothing, it helps; null where it cannot be told, and why */
  difference: number | null;
  missing: UntoldEffect | null;
}

export interface Growth {
  years: number;
  soils: SoilGrowth[];
  marks: MarkGrowth[];
  /** marked cover of each row of the drawing, a share of its modules' glass */
  rows: { row: number; past: number; now: number }[];
  fitted: FittedEffect[];
}

const YEAR = 365.25 * MILLISECONDS_PER_DAY;
/** Years between visits under which nothing is said of growth. */
export const TOO_SOON = 0.05;
/** What has changed on a face between two visits; the earlier one is `past`. */
export function growthBetween(past: Visit, now: Visit, grid: LaidGrid, fittings: readonly Fitted[] = []): Growth {
  const rows = coverByRow(past, now, grid);
  return {
    years: (Date.parse(now.at) - Date.parse(past.at)) / YEAR,
    soils: soilGrowth(past, now),
    marks: markGrowth(past, now),
    rows,
    fitted: fittings.map((one) => effectOf(one, past, now, rows)),
  };
}

function soilGrowth(past: Visit, now: Visit): SoilGrowth[] {
  const kinds = [...new Set([...past.soils, ...now.soils].map(({ kind }) => kind))];
  const share = (visit: Visit, kind: SoilKind) =>
    Math.min(
      1,
      visit.soils.filter((soil) => soil.kind === kind).reduce((sum, soil) => sum + soil.share, 0),
    );
  return kinds.map((kind) => ({ kind, past: share(past, kind), now: share(now, kind) }));
}

function markGrowth(past: Visit, now: Visit): MarkGrowth[] {
  const kinds = [...new Set([...past.marks, ...now.marks].map(({ kind }) => kind))];
  const carrying = (visit: Visit, kind: Mark['kind']) =>
    new Set(visit.marks.filter((mark) => mark.kind === kind).flatMap(({ modules }) => modules));
  return kinds.map((kind) => {
    const [before, after] = [carrying(past, kind), carrying(now, kind)];
    return {
      kind,
      past: before.size,
      now: after.size,
      came: [...after].filter((module) => !before.has(module)).sort((a, b) => a - b),
      went: [...before].filter((module) => !after.has(module)).sort((a, b) => a - b),
    };
  });
}

function coverByRow(past: Visit, now: Visit, grid: LaidGrid): Growth['rows'] {
  const modules = new Map<number, number>();
  for (const { row } of placesOf(grid)) modules.set(row, (modules.get(row) ?? 0) + 1);
  const covered = (visit: Visit) => {
    const sums = new Map<number, number>();
    for (const mark of visit.marks)
      for (const module of mark.modules) {
        const { row } = placeOf(grid, module);
        sums.set(row, (sums.get(row) ?? 0) + coverOfMark(mark));
      }
    return sums;
  };
  const [before, after] = [covered(past), covered(now)];
  return [...modules].map(([row, count]) => ({
    row,
    past: (before.get(row) ?? 0) / count,
    now: (after.get(row) ?? 0) / count,
  }));
}

function effectOf({ kind, rows, since }: Fitted, past: Visit, now: Visit, all: Growth['rows']): FittedEffect {
  const mean = (own: Growth['rows'], key: 'past' | 'now') =>
    own.length === 0 ? 0 : own.reduce((sum, row) => sum + row[key], 0) / own.length;
  const own = all.filter(({ row }) => rows.includes(row));
  const rest = all.filter(({ row }) => !rows.includes(row));
  const of = (some: Growth['rows']) => ({ past: mean(some, 'past'), now: mean(some, 'now') });
  const [fitted, control] = [of(own), of(rest)];
  const missing =
    since > now.at.slice(0, 10)
      ? bare('fitted-later')
      : own.length === 0
        ? bare('fitted-rows-gone')
        : rest.length === 0
          ? bare('no-control-row')
          : past.marks.length + now.marks.length === 0
            ? bare('nothing-marked')
            : (Date.parse(now.at) - Date.parse(past.at)) / YEAR < TOO_SOON
              ? bare('visits-too-near')
              : null;
  const difference = missing ? null : fitted.now - fitted.past - (control.now - control.past);
  return { kind, since, fitted, control, difference, missing };
}
