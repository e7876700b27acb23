import type { EvidenceItem } from '../core/assimilation/heard.ts';
import { expectedOutput } from '../core/comparisons/expected.ts';
import { expectedOfReading } from '../core/comparisons/powerReading.ts';
import { foundOnPatch } from '../core/comparisons/testPatch.ts';
import { isFilm, type Soil } from '../core/inspections/soil.ts';
import type { ReckonInput } from '../core/reckoning/reckoning.ts';
import { ageOn } from '../core/time/dates.ts';
import type { Units } from '../core/units/quantities.ts';
import { formatDate, formatNumber, formatQuantity } from './format.ts';
import { findingWords } from './say.ts';

const CLOTH_WORDS = {
  'not-done': 'No cloth was tried.',
  clean: 'A cloth took all of it.',
  some: 'A cloth left some of it.',
  plain: 'A cloth left most of it.',
} as const;

const CLOTH_AFTER_WORDS = {
  clean: 'the cloth stayed clean',
  some: 'some film on the cloth',
  plain: 'a plain film on the cloth',
} as const;

/** What a piece of evidence counted, in words. */
export function countedEvidence(
  { kind, recordId, observations }: EvidenceItem,
  input: ReckonInput,
  units: Units,
): string {
  const look = input.looks.find(({ id }) => id === recordId);
  switch (kind) {
    case 'eye': {
      if (!look) return '';
      const films = look.soils.filter((soil) => isFilm(soil.kind)).map((soil) => soilWords(soil, units));
      const patches = look.soils.filter((soil) => !isFilm(soil.kind)).map((soil) => soilWords(soil, units));
      const marks =
        look.marks.length > 0 ? ` ${formatNumber(look.marks.length, 0, units)} marks where patches lie.` : '';
      const seen = [...films, ...patches].join(', ');
      return `${seen === '' ? 'Nothing was seen on the glass' : `Seen: ${seen}`}.${marks} ${CLOTH_WORDS[look.wipeTest]}`;
    }
    case 'reading': {
      const reading = look?.reading;
      if (!reading) return '';
      const read = { ...input.array, ageYears: ageOn(input.array.installedOn, look.date) };
      const { expected } = expectedOutput(expectedOfReading(read, reading));
      return `${formatQuantity(reading.power, 'power', units)} of the ${formatQuantity(expected, 'power', units)} expected at ${formatQuantity(reading.poaIrradiance, 'irradiance', units)} and ${formatQuantity(reading.tempModule, 'temperature', units)}, with its age. Everything that ails the array is in it.`;
    }
    case 'test-patch': {
      const found = look?.testPatch && foundOnPatch(look.testPatch, input.array.gammaPdc);
      if (!found) return '';
      const missing = found.missing.map((one) => findingWords(one, { units, currency: '' }));
      const strips = found.strips.map(({ way, gain }) => `${way} ${formatQuantity(gain, 'fraction', units)}`);
      return `Gain of each strip over its dirty neighbour: ${strips.join(', ')}. ${missing.join(' ')}`.trim();
    }
    case 'pair': {
      const pair = input.pairs.find(({ jobId }) => jobId === recordId);
      const wash = input.washes.find(({ jobId }) => jobId === recordId);
      if (!pair) return '';
      const parts = (wash?.parts ?? []).map(
        ({ way, share }) => `${formatQuantity(share, 'fraction', units, 0)} ${way.replaceAll('-', ' ')}`,
      );
      return `The array gave ${formatQuantity(pair.ratio - 1, 'fraction', units)} more after the wash of ${formatDate(pair.date, units)} than before, ± ${formatQuantity(2 * pair.sigma, 'fraction', units)}. Washed: ${parts.join(', ')}.`;
    }
    case 'cloth': {
      const wash = input.washes.find(({ jobId }) => jobId === recordId);
      return wash?.cloth ? `One stroke over the washed glass: ${CLOTH_AFTER_WORDS[wash.cloth]}.` : '';
    }
    case 'energy':
      return `${formatNumber(observations.length, 0, units)} clear days of the meter’s energy against what a clear sky would have given, age taken out.`;
  }
}

const soilWords = ({ kind, where, grade, share }: Soil, units: Units): string =>
  `${isFilm(kind) ? `${grade} ` : ''}${kind.replaceAll('-', ' ')}, ${where.replaceAll('-', ' ')}, ${formatQuantity(share, 'fraction', units, share < 0.1 ? 1 : 0)} of the glass`;
