import type { Measurement, Unheard, WitnessKind } from '../core/assimilation/witnesses.ts';
import type { Explanation, Finding } from '../core/reckoning/findings.ts';
import {
  formatDate,
  formatMoney,
  formatNumber,
  formatQuantity,
  formatRange,
  type Glass,
} from '../core/units/format.ts';
import { METHOD_WORDS } from './ways.ts';

/** How the reader wants units, dates and money. */
export interface Reader {
  glass: Glass;
  currency: string;
}

export const WITNESS_WORDS: Record<WitnessKind, string> = {
  eye: 'The eye',
  reading: 'One reading',
  'test-patch': 'Test strips',
  pair: 'A wash, measured',
  cloth: 'A cloth after a wash',
  energy: 'Daily energy',
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

const EXPLANATION_WORDS: Record<Explanation, string> = {
  'eye-high': 'It looks dirtier than it costs: a film in slanting light, or patches between the cells.',
  'eye-low': 'It costs more than it looks: a thin even film is hard to see, above all from the ground.',
  'reading-low': 'The reading may count a defect, shade or a sensor that was not in the plane of the array.',
  'reading-high': 'The reading may have been taken under a brighter sky than the sensor saw, or after rain.',
  'patch-elsewhere': 'The strip may lie where it is dirtier or cleaner than the rest.',
  'pair-sky': 'The sky, the temperature or the share that was washed may have changed between the two readings.',
  'cloth-elsewhere': 'The stroke may lie where the wash did better or worse than elsewhere.',
  'energy-other-cause': 'The meter may see shade, a string that is out, or another fault beside the dirt.',
  'energy-nameplate': 'The modules may give more than their plate says, or the meter reads high.',
};

const points = (fraction: number, { glass }: Reader): string => formatNumber(fraction * 100, 1, glass);

const shareWords = (share: number, way: string, { glass }: Reader): string =>
  `${way.toLowerCase()} on ${share > 0.995 ? 'all modules' : formatQuantity(share, 'fraction', glass, 0)}`;

/** One finding as a sentence or two for its reader. */
export function findingWords(finding: Finding, reader: Reader): string {
  const { glass, currency } = reader;
  const money = (amount: number) => formatMoney(amount, currency, glass, 0);
  switch (finding.code) {
    case 'agree':
      return `${formatNumber(finding.params.witnesses, 0, glass)} witnesses agree within what each may be out.`;
    case 'one-witness':
      return 'There is one witness beside the house’s expectation.';
    case 'quarrel': {
      const { kind, date, surprise, explains, alone } = finding.params;
      const side = surprise > 0 === (kind !== 'energy' && kind !== 'pair') ? 'more' : 'less';
      const why = explains.map((one) => EXPLANATION_WORDS[one]).join(' ');
      return `${WITNESS_WORDS[kind]} of ${formatDate(date, glass)} says ${side} than ${alone ? 'the house lets' : 'all the others let'} expect, by ${formatNumber(Math.abs(surprise), 1, glass)} times what both may be out. ${why}`;
    }
    case 'washes-counted': {
      const { washes, earlier } = finding.params;
      const named = washes.map(({ date, parts }) => {
        const shares = parts.map(({ way, share }) => shareWords(share, METHOD_WORDS[way], reader));
        return `${formatDate(date, glass)} (${shares.join(', ')})`;
      });
      const before = earlier > 0 ? ` and ${formatNumber(earlier, 0, glass)} before` : '';
      return `Washes counted: ${named.join('; ')}${before}.`;
    }
    case 'rain-drawn': {
      const { observed, days } = finding.params;
      return `Rain is on record for ${formatNumber(observed, 0, glass)} of ${formatNumber(days, 0, glass)} days; on the others it was drawn from the climate.`;
    }
    case 'learned': {
      const { date, expected, measured, dust } = finding.params;
      const before = expected
        ? `expected ${formatQuantity(expected.mid, 'fraction', glass)}, measured`
        : 'the wash took off';
      return `Last time, ${formatDate(date, glass)}: ${before} ${formatQuantity(measured.mid, 'fraction', glass)} (${formatRange(measured.low, measured.high, 'fraction', glass)}). This site soils at ${formatNumber(dust.mid, 1, glass)} times what was assumed (${formatNumber(dust.low, 1, glass)} to ${formatNumber(dust.high, 1, glass)}).`;
    }
    case 'worth-measuring': {
      const { measurement, sd, minutes, worth, cost } = finding.params;
      return `${MEASUREMENT_WORDS[measurement]}: leaves ± ${points(1.2816 * sd, reader)} points, takes ${formatNumber(minutes, 0, glass)} min (${money(cost)}), and is worth ${money(worth)} to whoever decides about a wash.`;
    }
    case 'nothing-worth-measuring': {
      const { best, worth, cost } = finding.params;
      if (best === null)
        return 'Nothing that could be measured would narrow the range. Nothing more is worth measuring.';
      return `Nothing more is worth measuring before deciding about a wash: ${MEASUREMENT_WORDS[best].toLowerCase()} would come nearest, worth ${money(worth)} for ${money(cost)} of time.`;
    }
    case 'look-on': {
      const { date, price } = finding.params;
      const cost = price === null ? '' : ` of ${money(price)}`;
      return date === null
        ? `In the year ahead no wash is expected to bring back its price${cost} within a year.`
        : `From ${formatDate(date, glass)} on a wash is expected to bring back its price${cost} within a year.`;
    }
  }
}
