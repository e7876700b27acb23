import {
  FITTED_KINDS,
  type FittedKind,
  type FittingUnit,
  UNIT_OF_FITTING,
  type WaterStands,
} from '../fittings/kinds.ts';
import type { Estimate } from '../inspections/soil.ts';
import { type Totals, totals } from './lines.ts';
import type { Verdict } from './verdict.ts';

/** A fitting on rows of a face with its price, and whether it pays. */
export interface PricedFitting {
  kind: FittedKind;
  stands: WaterStands;
  rows: number[];
  control: number[];
  quantity: number;
  unit: FittingUnit;
  minutes: number;
  /** minor units before tax: for one, for all of it, and of a lift or scaffold what falls on it */
  each: number;
  amount: number;
  access: number;
  /** nobody gets there to fit it, or its rows have it: it is neither priced nor done */
  stopped: boolean;
  /** with tax, access and all, minor units */
  gross: number;
  /** minor units over its life or the years looked ahead: the price from which on it does not pay */
  worth: Estimate;
  /** years until it has to be put up again; null where it lasts */
  life: number | null;
  /** years until it has paid itself back; null where it never does */
  payback: number | null;
  verdict: Verdict;
}

/** Fittings of a face with its name. */
export interface FaceFitted<F = PricedFitting> {
  arrayId: string;
  name: string;
  fittings: F[];
}

/** What is fitted on the faces of a site at one visit, once: its time and its price. */
export interface FittingsPriced<F = PricedFitting> extends Totals {
  faces: FaceFitted<F>[];
  /** minor units before tax for a lift or scaffold that is brought for it; 0 where none is */
  access: number;
  minutes: number;
}

/** All that is fitted at one visit; null where nothing is. Tax is taken once, on the sum. */
export function fittingsTogether<F extends PricedFitting>(
  faces: readonly FaceFitted<F>[],
  taxRate: number,
): FittingsPriced<F> | null {
  const own = faces.filter(({ fittings }) => fittings.length > 0);
  if (own.length === 0) return null;
  const all = fitted({ faces: own });
  const access = all.reduce((sum, one) => sum + one.access, 0);
  const minutes = all.reduce((sum, one) => sum + one.minutes, 0);
  return { faces: own, access, minutes, ...totals([...all, { amount: access }], taxRate) };
}

/** Fittings that are put up, with the face of each. */
export const fitted = <F extends PricedFitting>({
  faces,
}: {
  faces: readonly FaceFitted<F>[];
}): (F & { arrayId: string; name: string })[] =>
  faces.flatMap(({ arrayId, name, fittings }) =>
    fittings.filter(({ stopped }) => !stopped).map((one) => ({ ...one, arrayId, name })),
  );

/** How much of each kind is put up on all faces together. */
export const byKind = (planned: Pick<FittingsPriced, 'faces'>): Pick<PricedFitting, 'kind' | 'quantity' | 'unit'>[] =>
  FITTED_KINDS.flatMap((kind) => {
    const quantity = fitted(planned)
      .filter((one) => one.kind === kind)
      .reduce((sum, one) => sum + one.quantity, 0);
    return quantity > 0 ? [{ kind, quantity, unit: UNIT_OF_FITTING[kind] }] : [];
  });
