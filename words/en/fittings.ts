import {
  type FittedFound,
  type FittedKind,
  type FittingUnit,
  UNIT_OF_FITTING,
  type WaterStands,
} from '../../core/fittings/kinds.ts';
import type { Verdict } from '../../core/quotes/verdict.ts';
import { capital } from '../capital.ts';
import { counted } from '../counted.ts';
import type { FittingFinding, Say, Words } from '../language.ts';
import { textOfRows } from '../rows.ts';
import { FITTED_WORDS } from './labels.ts';

/** Where water is left standing at the lower frame. */
export const STANDS_WORDS: Record<WaterStands, string> = {
  along: 'all along the lower frame',
  middle: 'in the middle, where the frame sags',
  corner: 'in one lower corner',
};
/** Where a clip goes for it. */
export const CLIP_WORDS: Record<WaterStands, string> = {
  along: 'one at each lower corner of a module',
  middle: 'one in the middle of each lower frame, at its lowest point',
  corner: 'one at the lower corner in which the water stands',
};
export const FITTING_UNIT_WORDS: Record<FittingUnit | 'visit', [one: string, many: string]> = {
  piece: ['piece', 'pieces'],
  metre: ['m', 'm'],
  'square-metre': ['m²', 'm²'],
  visit: ['visit', 'visits'],
};
/** What one of a fitting is asked the price of. */
export const EACH_WORDS: Record<FittingUnit, string> = {
  piece: 'a piece, put up',
  metre: 'a metre, put up',
  'square-metre': 'a square metre, put on',
};
/** How a look finds what was fitted. */
export const FITTED_FOUND_WORDS: Record<FittedFound, string> = {
  'not-seen': 'not looked at',
  'in-place': 'in place',
  loose: 'loose',
  gone: 'gone',
};
export const FITTING_VERDICT_WORDS: Record<Verdict, string> = {
  pays: 'pays',
  'may-pay': 'may pay',
  'does-not-pay': 'does not pay',
};

/** How much of a line of an offer, with its unit. */
export const fittingQuantity = (
  { quantity, unit }: { quantity: number; unit: FittingUnit | 'visit' },
  say: Pick<Say, 'number'>,
): string => `${say.number(quantity, 0)} ${FITTING_UNIT_WORDS[unit][quantity === 1 ? 0 : 1]}`;

export const rowsInWords = (rows: readonly number[]): string =>
  `${rows.length === 1 ? 'row' : 'rows'} ${textOfRows(rows)}`;

/** What a fitting is called where it begins a line. */
export const fittingName = (kind: FittedKind): string => capital(FITTED_WORDS[kind]);

/** The same with what of it is counted: Drain clips, a piece. */
export const fittingEach = (kind: FittedKind): string =>
  `${fittingName(kind)}, ${EACH_WORDS[UNIT_OF_FITTING[kind]].split(',')[0]}`;
/** Clips come several at once. */
const many = (kind: FittedKind): boolean => kind === 'drain-clip';

export const fittings: Words<FittingFinding> = {
  'fitting-no-control': () => 'Every row gets it: nothing will show later what it did. Leave one without.',
  'fitting-whole-face': () => 'It works on every row below it, so none is left to compare with: the years before are.',
  'fitting-nothing-to-do': () => 'Nothing that it works against was seen here: it would change nothing.',
  'fitting-has-it': () => 'Some of these rows have it already and are left out.',
  'fitting-coated-glass': () =>
    'From then on no blade, alcohol or stiff bristle comes on this face: plans from now on keep to that.',
  'fitting-needs-access': () =>
    'A pole fits nothing: a lift or scaffold is brought for it, which is in the price and on the kit.',
  'fitting-nobody-climbs': () => 'Nobody may leave the ground here: it is neither priced nor put up.',
  'line-fitting': ({ kind, rows, control, of }) =>
    `${fittingName(kind)}${of === null ? '' : `, ${of}`}: ${rowsInWords(rows)}${control.length === 0 ? '' : ` (${rowsInWords(control)} left without, to compare)`}`,
  'offer-fitting': ({ kind, worth, years, gross, verdict, payback }, say) => {
    const sum = `${fittingName(kind)} would save ${say.money(worth.low)} to ${say.money(worth.high)} over ${counted(years, 'year')} and ${many(kind) ? 'cost' : 'costs'} ${say.money(gross)}.`;
    const it = many(kind) ? 'they' : 'it';
    if (verdict === 'pays')
      return `${sum} On these figures ${it} ${many(kind) ? 'pay' : 'pays'}${payback === null ? '' : `, after ${say.number(payback, 1)} years`}.`;
    if (verdict === 'may-pay') return `${sum} On these figures ${it} may or may not pay.`;
    return `${sum} On these figures ${it} ${many(kind) ? 'do' : 'does'} not pay in energy.`;
  },
};
