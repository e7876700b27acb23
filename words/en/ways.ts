import type { CleaningMethod } from '../../core/assumptions.ts';
import type { OftenKey } from '../../core/planning/oftenBeside.ts';
import type { Risk } from '../../core/rules/risks.ts';

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

/** What a way can do to people and to the glass, in the middle of a sentence. */
export const RISK_WORDS: Record<Risk, string> = {
  fall: 'a fall from height',
  slip: 'wet underfoot up there',
  machine: 'a machine that moves by itself',
  chemicals: 'skin, eyes and run-off',
  cut: 'cuts',
  weight: 'weight on the cells',
  scratch: 'grit rubbed over the glass',
  seal: 'the seals at the frame',
  scale: 'scale from hard water',
  strain: 'a heavy head on a long pole',
};

/** Ways of deciding how often something is washed. */
export const OFTEN_WORDS: Record<OftenKey, string> = {
  best: 'the days found best',
  wish: 'what they want, evenly',
  'look-first': 'looking first',
  'every-2': 'every second year',
  'every-3': 'every third year',
  'every-4': 'every fourth year',
  'every-5': 'every fifth year',
  spring: 'each spring',
  'spring-and-autumn': 'spring and autumn',
  seasons: 'each season',
  months: 'each month',
  never: 'never',
};
