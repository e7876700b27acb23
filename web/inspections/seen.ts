import type { Inspection } from '../../contract/inspections/endpoints.ts';

/** What is being typed, for the roof to show before it is recorded. */
export type Seen = Pick<Inspection, 'soils' | 'marks'> & { defects: { module: number; kind: string }[] };
