import type { Explanation, ReckoningFinding } from '../../core/reckoning/findings.ts';
import type { Words } from '../language.ts';
import { EVIDENCE_WORDS, MEASUREMENT_WORDS } from './evidence.ts';
import { METHOD_WORDS } from './ways.ts';

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

export const reckoning: Words<ReckoningFinding> = {
  agree: ({ evidence }, say) => `${say.number(evidence)} sources agree within what each may be out.`,
  'one-source': () => 'There is one source beside the house’s expectation.',
  quarrel: ({ kind, date, surprise, explains, alone }, say) => {
    const side = surprise > 0 === (kind !== 'energy' && kind !== 'pair') ? 'more' : 'less';
    const why = explains.map((one) => EXPLANATION_WORDS[one]).join(' ');
    return `${EVIDENCE_WORDS[kind]} of ${say.date(date)} says ${side} than ${alone ? 'the house lets' : 'all the others let'} expect, by ${say.number(Math.abs(surprise), 1)} times what both may be out. ${why}`;
  },
  'washes-counted': ({ washes, earlier }, say) => {
    const named = washes.map(({ date, parts }) => {
      const shares = parts.map(
        ({ way, share }) =>
          `${METHOD_WORDS[way].toLowerCase()} on ${share > 0.995 ? 'all modules' : say.quantity(share, 'fraction', 0)}`,
      );
      return `${say.date(date)} (${shares.join(', ')})`;
    });
    return `Washes counted: ${named.join('; ')}${earlier > 0 ? ` and ${say.number(earlier)} before` : ''}.`;
  },
  'rain-drawn': ({ observed, days }, say) =>
    `Rain is on record for ${say.number(observed)} of ${say.number(days)} days; on the others it was drawn from the climate.`,
  learned: ({ date, expected, measured, dust }, say) => {
    const before = expected ? `expected ${say.quantity(expected.mid, 'fraction')}, measured` : 'the wash took off';
    return `Last time, ${say.date(date)}: ${before} ${say.quantity(measured.mid, 'fraction')} (${say.range(measured.low, measured.high, 'fraction')}). This site soils at ${say.number(dust.mid, 1)} times what was assumed (${say.number(dust.low, 1)} to ${say.number(dust.high, 1)}).`;
  },
  'worth-measuring': ({ measurement, sd, minutes, worth, cost }, say) =>
    `${MEASUREMENT_WORDS[measurement]}: leaves ± ${say.number(1.2816 * sd * 100, 1)} points, takes ${say.number(minutes)} min (${say.money(cost)}), and is worth ${say.money(worth)} to whoever decides about a wash.`,
  'nothing-worth-measuring': ({ best, worth, cost }, say) =>
    best === null
      ? 'Nothing that could be measured would narrow the range. Nothing more is worth measuring.'
      : `Nothing more is worth measuring before deciding about a wash: ${MEASUREMENT_WORDS[best].toLowerCase()} would come nearest, worth ${say.money(worth)} for ${say.money(cost)} of time.`,
  'look-on': ({ date, price }, say) => {
    const cost = price === null ? '' : ` of ${say.money(price)}`;
    return date === null
      ? `In the year ahead no wash is expected to bring back its price${cost} within a year.`
      : `From ${say.date(date)} on a wash is expected to bring back its price${cost} within a year.`;
  },
};
