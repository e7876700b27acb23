import { type Bare, bare, type Finding } from '../findings.ts';
import { MILLISECONDS_PER_HOUR } from '../time/utc.ts';

/** One hour of an EPW file, as the hour that ends at its stamp. */
export interface EpwHour {
  /** middle of the hour, milliseconds since 1970, in the year of the file's row */
  time: number;
  /** Wh/m2 over the hour, which is the mean W/m2 */
  ghi: number;
  dni: number;
  dhi: number;
  /** Celsius */
  tempAir: number;
  /** m/s at 10 m */
  windSpeed: number;
  /** 0 to 1 */
  relativeHumidity: number;
  /** mm of rain in the hour; null where the file has none */
  rain: number | null;
}

export interface EpwFile {
  place: { name: string; latitude: number; longitude: number; altitude: number };
  /** hours east of Greenwich */
  zone: number;
  /** a whole year */
  hours: EpwHour[];
}

/** What is wrong with a file; fields are counted from 1. */
export type EpwFault =
  | Bare<'epw-no-location' | 'epw-no-hour'>
  | Finding<'epw-no-number', { field: number; name: EpwColumn }>
  | Finding<'epw-out-of-range', { field: number; name: EpwColumn; low: number; high: number; value: number }>
  | Finding<'epw-place', { name: EpwPlace; low: number; high: number }>
  | Finding<'epw-hours', { wanted: number; header: number; found: number }>;
export type EpwColumn = keyof typeof COLUMNS;
export type EpwPlace = 'latitude' | 'longitude' | 'zone' | 'altitude';

/** A file that cannot be used: what is wrong with it, and on which line, from 1. */
export class EpwError extends Error {
  readonly line: number;
  readonly fault: EpwFault;
  constructor(line: number, fault: EpwFault) {
    super(fault.code);
    this.line = line;
    this.fault = fault;
  }
}

const HEADER_LINES = 8;
const HOURS = 8760;
const LEAP_HOURS = 8784;

/** Columns of a row of data, from 0, with the range outside of which the value is none. */
const COLUMNS = {
  tempAir: { at: 6, low: -90, high: 70 },
  humidity: { at: 8, low: 0, high: 110 },
  ghi: { at: 13, low: 0, high: 1600 },
  dni: { at: 14, low: 0, high: 1600 },
  dhi: { at: 15, low: 0, high: 1600 },
  windSpeed: { at: 21, low: 0, high: 80 },
} as const;
const RAIN_COLUMN = 33;
const MOST_RAIN = 500;

function numberAt(cells: readonly string[], line: number, name: keyof typeof COLUMNS): number {
  const { at, low, high } = COLUMNS[name];
  const value = Number(cells[at]);
  if (cells[at] === undefined || cells[at].trim() === '' || !Number.isFinite(value))
    throw new EpwError(line, { code: 'epw-no-number', params: { field: at + 1, name } });
  if (value < low || value > high)
    throw new EpwError(line, { code: 'epw-out-of-range', params: { field: at + 1, name, low, high, value } });
  return value;
}

/**
 * Reads an EPW weather file: an open text format of eight header lines and one row for each hour of a year.
 * All of it is read or none: the first thing that cannot be used is an error that names its line.
 * @throws EpwError
 * @see Crawley, Hand, Lawrie: Improving the weather information available to simulation programs (1999)
 */
export function parseEpw(text: string): EpwFile {
  const lines = text.replace(/^\uFEFF/, '').split(/\r\n|\n|\r/);
  while (lines.at(-1) === '') lines.pop();
  const [title = ''] = lines;
  const header = title.split(',');
  if (header[0] !== 'LOCATION') throw new EpwError(1, bare('epw-no-location'));
  const [latitude, longitude, zone, altitude] = [6, 7, 8, 9].map((at) => Number(header[at]));
  const place = [
    [latitude, -90, 90, 'latitude'],
    [longitude, -180, 180, 'longitude'],
    [zone, -14, 14, 'zone'],
    [altitude, -500, 9000, 'altitude'],
  ] as const;
  for (const [value, low, high, name] of place)
    if (value === undefined || !(value >= low && value <= high))
      throw new EpwError(1, { code: 'epw-place', params: { name, low, high } });
  const rows = lines.length - HEADER_LINES;
  if (rows !== HOURS && rows !== LEAP_HOURS)
    throw new EpwError(lines.length, {
      code: 'epw-hours',
      params: { wanted: HOURS, header: HEADER_LINES, found: Math.max(0, rows) },
    });
  const hours = lines.slice(HEADER_LINES).map((row, index) => hourOf(row, HEADER_LINES + index + 1, zone ?? 0));
  return {
    place: { name: header[1] ?? '', latitude: latitude ?? 0, longitude: longitude ?? 0, altitude: altitude ?? 0 },
    zone: zone ?? 0,
    hours,
  };
}

function hourOf(row: string, line: number, zone: number): EpwHour {
  const cells = row.split(',');
  const [year, month, day, hour] = [0, 1, 2, 3].map((at) => Number(cells[at]));
  const end = Date.UTC(year ?? Number.NaN, (month ?? Number.NaN) - 1, day ?? Number.NaN, hour ?? Number.NaN);
  const sound = month !== undefined && month >= 1 && month <= 12 && hour !== undefined && hour >= 1 && hour <= 24;
  if (!sound || Number.isNaN(end)) throw new EpwError(line, bare('epw-no-hour'));
  const rain = Number(cells[RAIN_COLUMN]);
  const rains = (cells[RAIN_COLUMN] ?? '').trim() !== '' && rain >= 0 && rain < MOST_RAIN;
  return {
    time: end - zone * MILLISECONDS_PER_HOUR - MILLISECONDS_PER_HOUR / 2,
    ghi: numberAt(cells, line, 'ghi'),
    dni: numberAt(cells, line, 'dni'),
    dhi: numberAt(cells, line, 'dhi'),
    tempAir: numberAt(cells, line, 'tempAir'),
    windSpeed: numberAt(cells, line, 'windSpeed'),
    relativeHumidity: Math.min(1, numberAt(cells, line, 'humidity') / 100),
    rain: rains ? rain : null,
  };
}
