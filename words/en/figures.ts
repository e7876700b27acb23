import type { FigureKind } from '../../core/figures/ours.ts';
import type { Units } from '../../core/units/quantities.ts';
import { formatNumber, formatQuantity, formatRange } from '../format.ts';

/** What the figures of a kind are, and what they are held against. */
export const FIGURE_WORDS: Record<FigureKind, { title: string; about: string }> = {
  eye: {
    title: 'How each eye sees a film',
    about:
      'Film seen against what all other sources let expect: 1 is right, above it an eye sees more than lies there. Used, it corrects each look and says how far one look may be out.',
  },
  dust: {
    title: 'What settles',
    about: 'Dust against the house’s figure for the surroundings, over all sites there. Used, estimates begin from it.',
  },
  season: {
    title: 'What settles, by season',
    about:
      'Dust of a season against what the house lets expect of it beside the rest of the year. From arrays with a long record. Used, the past and the years ahead settle by it.',
  },
  droppings: {
    title: 'What each way takes off droppings',
    about: 'From looks shortly before and after a wash. Used, washes on record and plans count with it.',
  },
  lichen: {
    title: 'What each way takes off lichen, algae and moss',
    about: 'From looks shortly before and after a wash. Used, washes on record and plans count with it.',
  },
  fitted: {
    title: 'What fittings leave',
    about:
      'Growth of marked patches on the modules that have them, as a share of that on the rows left without. Used, remedies are compared with it.',
  },
  bonded: {
    title: 'What each way takes off a bonded film',
    about: 'From measured washes and test strips. Used, washes on record and plans count with it.',
  },
  pace: {
    title: 'Minutes a module',
    about: 'Time at the brush, without stops, against the house’s minutes for way, access, storeys and soil.',
  },
  litres: {
    title: 'Litres a module',
    about: 'By the water meter, or by flow and minutes where nobody reads one, against the house’s litres for the way.',
  },
  resin: {
    title: 'What a charge of resin has in it',
    about:
      'Water through each charge that was used to its end, by the readings between and after the vessels, against what its salts let compute. Used, plans reckon fills and their cost with it.',
  },
  'set-up': { title: 'Set-up and packing', about: 'Arriving, switching off, making ready, switching on, packing.' },
};

/** A figure of a kind as its reader sees it. */
export function figureWords(kind: FigureKind, value: number, units: Units): string {
  switch (kind) {
    case 'eye':
      return `${formatNumber(Math.exp(value), 2, units)}×`;
    case 'bonded':
    case 'droppings':
    case 'lichen':
    case 'fitted':
      return formatQuantity(value, 'fraction', units, 0);
    case 'set-up':
      return formatQuantity(value, 'minutes', units);
    default:
      return `${formatNumber(value, 2, units)}×`;
  }
}

const SHARES: readonly FigureKind[] = ['bonded', 'droppings', 'lichen', 'fitted'];

/** The range of a figure of a kind. */
export function figureRange(kind: FigureKind, low: number, high: number, units: Units): string {
  if (SHARES.includes(kind)) return formatRange(low, high, 'fraction', units, 0);
  if (kind === 'set-up') return formatRange(low, high, 'minutes', units);
  const at = (value: number) => formatNumber(kind === 'eye' ? Math.exp(value) : value, 2, units);
  return `${at(low)} to ${at(high)}×`;
}

/** What the guess drill says of an eye: beside the records, and never mixed in. */
export const drillWords = ({ bias, rounds }: { bias: number; rounds: number }, units: Units): string =>
  `In the guess drill: ${formatNumber(1 + bias, 2, units)}× over ${formatNumber(rounds, 0, units)} rounds, not counted here.`;

/** By which figures something was worked out. @param version of the contractor's own; 0: none of them was in use */
export const figuresUsedWords = (version: number): string =>
  version === 0 ? 'the house’s figures' : `own figures, version ${version}`;
