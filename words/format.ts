import { dateIn } from '../core/time/calendar.ts';
import { DEFAULT_UNITS, type QuantityKind, toUnits, type Units, unitOf } from '../core/units/quantities.ts';
import { roundHalfAway } from '../core/units/rounding.ts';
import { minorDigits } from './money.ts';

/** Thin no-break space: groups thousands without being taken for a decimal mark. */
const GROUP = '\u202f';

/** A number with a fixed count of decimals, thousands grouped, minus as a true minus sign. */
export function formatNumber(value: number, digits: number, units: Units = DEFAULT_UNITS): string {
  const fixed = roundHalfAway(Math.abs(value), digits).toFixed(digits);
  const [whole = '0', decimals] = fixed.split('.');
  const grouped = whole.length > 4 ? whole.replace(/\B(?=(\d{3})+(?!\d))/g, GROUP) : whole;
  const negative = value < 0 && Number(fixed) !== 0;
  return `${negative ? '\u2212' : ''}${grouped}${decimals === undefined ? '' : units.decimalMark + decimals}`;
}

/** An SI value as a person would type it: no groups, no trailing zeros, a plain minus. */
export function formatForTyping(
  value: number,
  kind: QuantityKind,
  units: Units = DEFAULT_UNITS,
  digits = Math.max(unitOf(kind, units).digits, 3),
): string {
  const rounded = roundHalfAway(toUnits(value, kind, units), digits);
  return rounded
    .toFixed(digits)
    .replace(/\.?0+$/, digits > 0 ? '' : '$&')
    .replace('.', units.decimalMark);
}

/** Power from here on reads better in kilowatts, W. */
const KILOWATTS_FROM = 100_000;

/** An SI value with its unit, as text: `formatQuantity(0.1111, 'fraction')` is `11.1 %`. */
export function formatQuantity(
  value: number | null,
  kind: QuantityKind,
  units: Units = DEFAULT_UNITS,
  digits?: number,
): string {
  if (value === null) return 'no figure';
  if (kind === 'power' && Math.abs(value) >= KILOWATTS_FROM) {
    return `${formatNumber(value / 1000, digits ?? 1, units)}\u00a0kW`;
  }
  const unit = unitOf(kind, units);
  const text = formatNumber(toUnits(value, kind, units), digits ?? unit.digits, units);
  if (unit.symbol === '') return text;
  return unit.symbol === '°' ? `${text}°` : `${text}\u00a0${unit.symbol}`;
}

/** A range in one unit: `3.1 to 8.4 %`. */
export function formatRange(
  low: number,
  high: number,
  kind: QuantityKind,
  units: Units = DEFAULT_UNITS,
  digits?: number,
): string {
  const unit = unitOf(kind, units);
  const first = formatNumber(toUnits(low, kind, units), digits ?? unit.digits, units);
  return `${first} to ${formatQuantity(high, kind, units, digits)}`;
}

/**
 * An amount in minor units as text: `formatMoney(123450, 'ZAR')` is `ZAR 1234.50`. What was computed counts as whole minor
 * units, so that it reads the same before and after it was stored, in however few digits.
 */
export function formatMoney(
  amount: number | null,
  currency: string,
  units: Units = DEFAULT_UNITS,
  digits = minorDigits(currency),
): string {
  if (amount === null) return 'no figure';
  return `${currency}\u00a0${formatNumber(Math.round(amount) / 10 ** minorDigits(currency), digits, units)}`;
}

/** A range of amounts in minor units, in whole units of the currency: `ZAR 3528 to 8370`. */
export function formatMoneyRange(low: number, high: number, currency: string, units: Units = DEFAULT_UNITS): string {
  const whole = Math.round(high) / 10 ** minorDigits(currency);
  return `${formatMoney(low, currency, units, 0)} to ${formatNumber(whole, 0, units)}`;
}

/** Hours and minutes of an instant in ISO 8601, as UTC has them. */
export const formatTime = (instant: string): string => new Date(instant).toISOString().slice(11, 16);

/** A calendar date `YYYY-MM-DD`, or an instant as a date by the person's calendar, in the person's order. */
export function formatDate(date: string, units: Units = DEFAULT_UNITS): string {
  const on = units.zone && date.length > 10 ? dateIn(date, units.zone) : date.slice(0, 10);
  const [year = '', month = '', day = ''] = on.split('-');
  if (units.dateOrder === 'ymd') return `${year}-${month}-${day}`;
  return units.dateOrder === 'mdy' ? `${month}/${day}/${year}` : `${day}/${month}/${year}`;
}

/** An instant as date and hour by the clock of a zone: `25/11/2026, 14:05`. @param zone IANA name */
export function formatMoment(instant: string, zone: string, units: Units = DEFAULT_UNITS): string {
  const parts = new Intl.DateTimeFormat('en-GB', {
    timeZone: zone,
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  }).formatToParts(new Date(instant));
  const part = (type: string) => parts.find((found) => found.type === type)?.value ?? '';
  return `${formatDate(`${part('year')}-${part('month')}-${part('day')}`, units)}, ${part('hour')}:${part('minute')}`;
}
