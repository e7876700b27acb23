import type { LineUnit } from '../../core/quotes/lines.ts';
import type { Benefit } from '../../core/quotes/verdict.ts';
import { counted } from '../counted.ts';
import type { QuoteFinding, Say, Words } from '../language.ts';
import { kindOfClimate } from './climates.ts';

/** As papers that went out have it: they read as they did when they are made again. */
const range = ({ p10, p90 }: Benefit, say: Say) => `${say.money(p10)} to ${say.money(p90)}`;

const UNITS: Record<LineUnit, [one: string, many: string]> = {
  'person-hour': ['person-hour', 'person-hours'],
  hour: ['h', 'h'],
  km: ['km', 'km'],
  visit: ['visit', 'visit'],
  module: ['module', 'modules'],
  storey: ['storey', 'storeys'],
  kwp: ['kWp', 'kWp'],
};

/** How many of ten years, in whole ones: what is reckoned is not known finer. */
export function chanceWords(chance: number): string {
  if (chance < 0.05) return 'hardly any';
  if (chance > 0.95) return 'nearly all';
  return `about ${Math.round(chance * 10)} of 10`;
}

export const quotes: Omit<Words<QuoteFinding>, 'written'> = {
  'line-labour': ({ people }) => `Work, set-up and driving, ${counted(people, 'person', 'people')}`,
  'line-wash': () => 'Washing, with water and all that is used up',
  'line-travel': () => 'Travel',
  'line-water': () => 'Water and its treatment',
  'line-consumables': () => 'Brushes, pads and consumables',
  'line-access': () => 'Lift or scaffold',
  'line-machine': () => 'Machines, hire and wear',
  'line-risk': () => 'Work above one storey',
  'line-soil': () => 'Dirt that takes more than brush and water',
  'line-urgency': () => 'At once, before others',
  'line-minimum': () => 'Minimum call-out',
  'line-discount': () => 'Contract discount',
  'line-rounding': () => 'Rounded',

  'verdict-pays': () => 'On these figures the energy recovered is worth more than the wash.',
  'verdict-may-pay': () =>
    'On these figures the wash may or may not pay for itself in energy; the range above spans its price.',
  'verdict-does-not-pay': () =>
    'On these figures the wash does not pay for itself in energy. You may still want it for looks, warranty or to stop growth.',
  'chance-of-paying': ({ chance }) =>
    `Of the years that we reckoned through, it would pay for itself in ${chanceWords(chance)}.`,
  'line-quantity': ({ quantity, unit }, say) =>
    `${say.number(quantity, Number.isInteger(quantity) ? 0 : 2)} ${UNITS[unit][quantity === 1 ? 0 : 1]}`,
  'offer-weather': ({ climate }, say) =>
    `Reckoned over typical weather of the kind “${kindOfClimate(climate, say)}”, which is not a forecast; four in five of its years lie inside the range. How fast your panels soil is an estimate until there are records of your own.`,
  'plan-of-visits': ({ visits, price, saves, beyondFirst, verdict, beyondFirstFails }, say) => {
    const sum = `The plan of ${visits} visits would save ${range(saves, say)} of energy a year and cost ${say.money(visits * price)}.`;
    if (verdict === 'pays') return `${sum} On these figures it pays, and so do the visits beyond the first.`;
    if (verdict === 'may-pay') return `${sum} On these figures it may or may not pay for itself in energy.`;
    if (!beyondFirstFails) return `${sum} On these figures it does not pay for itself in energy.`;
    const others = visits === 2 ? 'the second visit' : `the ${visits - 1} visits beyond the first`;
    return `${sum} Of that, ${others} would save ${range(beyondFirst, say)} and cost ${say.money((visits - 1) * price)}: more than one visit does not pay for itself in energy.`;
  },
};
