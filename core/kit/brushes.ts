import type { Bare, Written } from '../findings.ts';

/** A brush of the house's, or one that somebody named. */
export type BrushName = Bare<'brush-dry-roller' | 'brush-stiff-40' | 'brush-light-40' | 'brush-soft-60'> | Written;
