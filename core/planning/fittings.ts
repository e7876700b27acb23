import { NO_VISITS } from '../courses/setup.ts';
import { type FittingsPriced, fittingsTogether } from '../quotes/fittings.ts';
import type { Access } from '../reach/access.ts';
import type { MethodInput } from '../rules/input.ts';
import type { MethodPlan } from './choose.ts';
import { type FitterReach, type FittingAsked, type FittingPlace, type FittingPlanned, planFitting } from './fitting.ts';
import type { SettledFace } from './recommend.ts';
import type { PlanInput } from './visit.ts';

/** What is fitted at one visit, with what each is worth. */
export type FittingsPlanned = FittingsPriced<FittingPlanned>;

/** What is fitted on the faces of a site, each held against the visits as they are. */
export const fittingsOfVisit = (
  input: PlanInput,
  settled: readonly SettledFace[],
  visit: VisitBeside,
): FittingsPlanned | null => {
  const onLift = askedOnLift(
    input,
    settled.map(({ face: { arrayId }, method }) => ({ arrayId, method })),
  );
  return fittingsTogether(
    settled.map(({ face: { arrayId, name }, method }) => {
      const place = fittingPlace(input, arrayId, method, visit, onLift);
      const fittings = place === null ? [] : askedOn(input, arrayId).map((one) => planFitting(one, place));
      return { arrayId, name, fittings };
    }),
    input.prices.taxRate,
  );
};

/** What is asked for on a face. */
export const askedOn = ({ overrides }: Pick<PlanInput, 'overrides'>, arrayId: string): readonly FittingAsked[] =>
  overrides.arrays?.[arrayId]?.fittings ?? [];

/** How many of the fittings that are asked for share a lift that is brought for them. */
export const askedOnLift = (
  input: PlanInput,
  faces: readonly { arrayId: string; method: Pick<MethodPlan, 'access'> }[],
): number =>
  faces.reduce((sum, { arrayId, method: { access } }) => {
    const own = input.arrays.find((one) => one.arrayId === arrayId);
    const lifted = own !== undefined && fitterReach(own.method, access.choose) === 'by-lift';
    return lifted ? sum + askedOn(input, arrayId).length : sum;
  }, 0);

/** How somebody gets to a face to fit something, by how it is reached to be washed: a pole fits nothing. */
const fitterReach = ({ groundOnly }: MethodInput, access: Access): FitterReach => {
  if (access === 'hand-height') return 'at-hand';
  if (groundOnly) return 'not-at-all';
  return access === 'ground' ? 'by-lift' : 'at-hand';
};

/** How a face is washed, as far as a fitting hangs on it. */
type FittedFaceMethod = Pick<MethodPlan, 'access' | 'ways'>;

/** The visit beside which something is fitted: its price and modules, and whether a lift or scaffold is there for it. */
interface VisitBeside {
  gross: number;
  modules: number;
  lift: boolean;
}

/**
 * What a fitting on a face is held against; null in plans of calculations that did not know its rows.
 * @param method by which the face is washed @param onLift how many fittings share a lift that is brought for them
 */
export function fittingPlace(
  { arrays, house, valuePerKWh, prices }: PlanInput,
  arrayId: string,
  method: FittedFaceMethod,
  visit: VisitBeside,
  onLift: number,
): FittingPlace | null {
  const own = arrays.find((one) => one.arrayId === arrayId);
  if (own?.fitting === undefined) return null;
  return {
    ...own.fitting,
    setup: own.courses,
    effectiveness: method.ways[0] === undefined ? NO_VISITS.effectiveness : house.effectiveness[method.ways[0]],
    fitted: house.fitted,
    visitCost: visitCostOf(visit.gross, own.method.modules, visit.modules),
    valuePerKWh,
    taxRate: prices.taxRate,
    reach: fitterReach(own.method, method.access.choose),
    access: visit.lift ? 0 : Math.round(prices.accessEquipment / Math.max(1, onLift)),
  };
}

/** Minor units of a visit that fall on a face, by its modules. */
export const visitCostOf = (gross: number, own: number, all: number): number =>
  Math.round((gross * own) / Math.max(1, all));
