import type { Soil } from '../../core/inspections/soil.ts';
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
  notes: '',
};

/** The name under which what is typed of an array is kept. */
export const inspectionDraft = (arrayId: string): string => `inspection.${arrayId}`;

/** Begins an inspection of an array with what is known of it already. */
export const beginInspection = (arrayId: string, known: { soils: Soil[]; notes: string }): void =>
  keepDraft(inspectionDraft(arrayId), { id: newId(), values: { ...INSPECTION_DEFAULTS, ...known } });
