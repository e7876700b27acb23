import { DEFAULT_UNITS } from '../../core/units/quantities.ts';
import type { AnyFinding } from '../language.ts';
import { findingWords } from '../say.ts';

/** A finding as somebody reads it who has metric units and pays in rand, with plain spaces. */
export const inEnglish = (finding: AnyFinding): string =>
  findingWords(finding, { units: DEFAULT_UNITS, currency: 'ZAR' }).replace(/\s/g, ' ');
