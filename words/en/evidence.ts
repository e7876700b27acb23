import type { EvidenceKind, Measurement, Unheard } from '../../core/assimilation/evidence.ts';

export const EVIDENCE_WORDS: Record<EvidenceKind, string> = {
  eye: 'The eye',
  reading: 'One reading',
  'test-patch': 'Test strips',
  pair: 'A wash, measured',
  cloth: 'A cloth after a wash',
  energy: 'Daily energy',
};

/** The same where a figure lists what it came from. */
export const EVIDENCE_IN_REASONS: Record<EvidenceKind, string> = {
  ...EVIDENCE_WORDS,
  pair: 'A wash measured before and after',
  energy: 'Clear days of daily energy',
};

export const UNHEARD_WORDS: Record<Unheard, string> = {
  'left-out': 'left out by hand',
  spoilt: 'spoilt by a limit, a shadow or wet glass',
  'not-representative': 'the rest of the array looks otherwise',
  'no-figure': 'gave no figure',
  'before-the-record': 'from before the record begins',
};

export const MEASUREMENT_WORDS: Record<Measurement, string> = {
  look: 'Another look',
  cloth: 'A wipe with a cloth',
  marks: 'Patches marked where they lie',
  reading: 'One reading of power and sun',
  'test-patch': 'Test strips against a dirty neighbour',
  energy: 'Daily energy of the last half year',
};
