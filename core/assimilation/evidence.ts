/** Who speaks: the eye, one reading, a test patch, a pair about a wash, a cloth after one, clear days of energy. */
export const EVIDENCE_KINDS = ['eye', 'reading', 'test-patch', 'pair', 'cloth', 'energy'] as const;
export type EvidenceKind = (typeof EVIDENCE_KINDS)[number];

/** Why a piece of evidence on record is not heard. */
export const UNHEARD = ['left-out', 'spoilt', 'not-representative', 'no-figure', 'before-the-record'] as const;
export type Unheard = (typeof UNHEARD)[number];

/** A quarrel: further apart than this, in standard deviations of both together. */
export const QUARREL = 2;

/** What could be measured next. */
export const MEASUREMENTS = ['look', 'cloth', 'marks', 'reading', 'test-patch', 'energy'] as const;
export type Measurement = (typeof MEASUREMENTS)[number];
