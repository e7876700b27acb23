import type { SolarArray } from '../../contract/sites/endpoints.ts';
import { asItLies } from '../../core/inspections/asItLies.ts';
import type { Soil } from '../../core/inspections/soil.ts';
import { type LaidOut, layoutOf } from '../../core/sites/layout.ts';
import { keepDraft } from '../api/drafts.ts';
import { newId } from '../api/ids.ts';

/** What an inspection form begins with. */
export const INSPECTION_DEFAULTS = {
  from: 'ground' as const,
  soils: [],
  wipeTest: 'not-done' as const,
  defects: [],
  marks: [],
  causesText: '',
  reading: null,
  testPatch: null,
  lastWashed: null,
  bladeAgreed: false,
  fittings: [],
  notes: '',
};

/** The name under which what is typed of an array is kept. */
export const inspectionDraft = (arrayId: string): string => `inspection.${arrayId}`;

/** Begins an inspection of an array with what is known of it already. */
export const beginInspection = (
  arrayId: string,
  known: { soils: Soil[]; notes: string; lastWashed: string | null },
): void => keepDraft(inspectionDraft(arrayId), { id: newId(), values: { ...INSPECTION_DEFAULTS, ...known } });

/** Marks and defects while they are typed: a defect carries the number on the drawing, from 1, or nothing yet. */
interface Typed<M, D> {
  marks: readonly M[];
  defects: readonly D[];
}

/**
 * What was typed on an earlier drawing of an array, on the same modules as they are numbered now.
 * @param before how the modules lay on the drawing it was typed on
 * @returns marks and defects, and how many modules that carried any are there no more; null where nothing moved
 */
export function asRedrawn<M extends { modules: number[] }, D extends { module: number }>(
  { marks, defects }: Typed<M, D>,
  before: LaidOut,
  array: SolarArray,
): { marks: M[]; defects: D[]; gone: number } | null {
  const now = layoutOf(array);
  if (JSON.stringify(before) === JSON.stringify(now)) return null;
  const numbered = defects.map((defect, at) => ({ module: defect.module - 1, at }));
  const moved = asItLies({ marks, defects: numbered.filter(({ module }) => module >= 0) }, before, {
    ...array,
    ...now,
  });
  const place = new Map(moved.defects.map(({ at, module }) => [at, module + 1]));
  return {
    marks: moved.marks,
    defects: defects.flatMap((defect, at) => {
      const module = place.get(at);
      if (module !== undefined) return [{ ...defect, module }];
      return defect.module >= 1 ? [] : [defect];
    }),
    gone: moved.gone,
  };
}
