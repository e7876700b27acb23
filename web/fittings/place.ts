import type { Plan } from '../../contract/methods/endpoints.ts';
import type { FittedKind } from '../../core/fittings/kinds.ts';
import { controlRows } from '../../core/fittings/lay.ts';
import type { FittingPlace } from '../../core/planning/fitting.ts';
import { askedOn, askedOnLift, fittingPlace } from '../../core/planning/fittings.ts';
import type { PlanInput } from '../../core/planning/visit.ts';

/** What a fitting of a kind on a face of a plan is held against; null where the plan does not know its rows. */
export function placeOn({ input: stored, output }: Plan, arrayId: string, kind: FittedKind): FittingPlace | null {
  const planned = output.arrays.find((one) => one.arrayId === arrayId);
  if (planned === undefined) return null;
  const lift = output.arrays.some(({ stopped, method }) => stopped === null && method.access.choose === 'lift');
  const beside = { gross: output.priced.gross, modules: output.modules, lift };
  const input = stored as unknown as PlanInput;
  // What is in the plan already shares the lift that is brought; what is not would share it as one more.
  const known = askedOn({ overrides: input.overrides ?? {} }, arrayId).some((one) => one.kind === kind);
  const onLift = askedOnLift(input, output.arrays) + (known ? 0 : 1);
  return fittingPlace(input, arrayId, planned.method, beside, onLift);
}

/** Rows on which a fitting of a kind is suggested: all that have none, but for those that are left to compare. */
export function suggestedRows({ rows, had }: FittingPlace, kind: FittedKind): number[] {
  const open = rows.filter(({ row }) => !had[kind]?.includes(row));
  // Where it stands already, one of the rows that were left to compare is left so.
  const left = had[kind] && open.length === 1 ? open.map(({ row }) => row) : controlRows(kind, open);
  return open.map(({ row }) => row).filter((row) => !left.includes(row));
}
