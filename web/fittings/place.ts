import type { Plan } from '../../contract/methods/endpoints.ts';
import type { FittedKind } from '../../core/fittings/kinds.ts';
import { controlRows } from '../../core/fittings/lay.ts';
import type { FittingPlace } from '../../core/methods/fitting.ts';
import { fittingPlace } from '../../core/methods/fittings.ts';
import type { PlanInput } from '../../core/methods/visit.ts';

/** What fittings on a face of a plan are held against; null where the plan does not know its rows. */
export function placeOn({ input, output }: Plan, arrayId: string): FittingPlace | null {
  const planned = output.arrays.find((one) => one.arrayId === arrayId);
  if (planned === undefined) return null;
  const lift = output.arrays.some(({ stopped, method }) => stopped === null && method.access.choose === 'lift');
  const beside = { gross: output.priced.gross, modules: output.modules, lift };
  return fittingPlace(input as unknown as PlanInput, arrayId, planned.method, beside, 1);
}

/** Rows on which a fitting of a kind is suggested: all that have none, but for those that are left to compare. */
export function suggestedRows({ rows, had }: FittingPlace, kind: FittedKind): number[] {
  const open = rows.filter(({ row }) => !had[kind]?.includes(row));
  // Where it stands already, one of the rows that were left to compare is left so.
  const left = had[kind] && open.length === 1 ? open.map(({ row }) => row) : controlRows(kind, open);
  return open.map(({ row }) => row).filter((row) => !left.includes(row));
}
