import type { CleaningMethod } from '../../core/assumptions.ts';

/** Each way of cleaning, as one writes it on a plan. */
export const METHOD_WORDS: Record<CleaningMethod, string> = {
  hose: 'Hose alone',
  'hose-and-brush': 'Hose and soft brush',
  'fed-pole': 'Water-fed pole, two passes',
  soap: 'Fed pole with neutral soap',
  alcohol: 'Alcohol by hand, then brush',
  'wet-blade': 'Wet blade after soaking',
  'rotary-head': 'Rotary head',
  'robot-wet': 'Brush robot, wet',
  'robot-dry': 'Brush robot, dry',
  'spray-line': 'Spray line',
  'spray-line-wiped': 'Spray line, wiped while it runs',
  cloth: 'Cloth by hand',
  'dry-brush': 'Dry brush, no water',
};
