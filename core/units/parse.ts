/**
 * Reads a number as people type it: `12.5`, `12,5`, `1 234,5`, `1,234.5`, with a true minus sign or a hyphen.
 * A single comma or point is the decimal mark, whichever it is. Returns null where it is not a number.
 */
export function parseNumber(text: string): number | null {
  let cleaned = text
    .trim()
    .replace(/[\s\u00a0\u202f']/g, '')
    .replace(/\u2212/g, '-');
  const lastComma = cleaned.lastIndexOf(',');
  const lastPoint = cleaned.lastIndexOf('.');
  if (lastComma >= 0 && lastPoint >= 0) {
    const thousands = lastComma > lastPoint ? /\./g : /,/g;
    cleaned = cleaned.replace(thousands, '');
  }
  if ((cleaned.match(/,/g) ?? []).length > 1) cleaned = cleaned.replace(/,/g, '');
  cleaned = cleaned.replace(',', '.');
  if (!/^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i.test(cleaned)) return null;
  const value = Number(cleaned);
  return Number.isFinite(value) ? value : null;
}

export interface Coordinates {
  latitude: number;
  longitude: number;
}

const ANGLE = String.raw`([+-]?\d+(?:[.,]\d+)?)\s*(?:°|deg|d|\s)?\s*(?:(\d+(?:[.,]\d+)?)\s*(?:['′’m]|min)?\s*)?(?:(\d+(?:[.,]\d+)?)\s*(?:["″”s]|''|sec)?)?`;

/**
 * Reads pasted coordinates in the usual notations: `-33.5, 19.2`, `33.5 S 19.2 E`, `33°30'0"S 19°12'0"E`,
 * `S33 30.5 E19 12.0`, decimal commas with a semicolon or a space between, and `geo:` links.
 * Returns null where they cannot be read or lie off the globe.
 */
export function parseCoordinates(text: string): Coordinates | null {
  const source = text
    .trim()
    .replace(/^geo:/i, '')
    .replace(/\u2212/g, '-')
    .replace(/\?.*$/, '')
    .toUpperCase();
  const parsed = withLetters(source) ?? plain(source);
  if (parsed === null) return null;
  const inRange = Math.abs(parsed.latitude) <= 90 && Math.abs(parsed.longitude) <= 180;
  return inRange ? parsed : null;
}

function plain(source: string): Coordinates | null {
  const separated = source.match(/^\(?\s*([+-]?\d+(?:[.,]\d+)?)\s*(?:[;\s]\s*|,\s+)([+-]?\d+(?:[.,]\d+)?)\s*\)?$/);
  const pair = separated ?? source.match(/^\(?\s*([+-]?\d+(?:\.\d+)?)\s*,\s*([+-]?\d+(?:\.\d+)?)(?:,.*)?\)?$/);
  if (pair === null) return null;
  const latitude = parseNumber(pair[1] ?? '');
  const longitude = parseNumber(pair[2] ?? '');
  return latitude === null || longitude === null ? null : { latitude, longitude };
}

function withLetters(source: string): Coordinates | null {
  const trailing = new RegExp(`^${ANGLE}\\s*([NSEW])\\s*[,;]?\\s*${ANGLE}\\s*([NSEW])$`);
  const leading = new RegExp(`^([NSEW])\\s*${ANGLE}\\s*[,;]?\\s*([NSEW])\\s*${ANGLE}$`);
  const after = source.match(trailing);
  const before = after === null ? source.match(leading) : null;
  const parts =
    after !== null
      ? [angle(after, 1, after[4]), angle(after, 5, after[8])]
      : before !== null
        ? [angle(before, 2, before[1]), angle(before, 6, before[5])]
        : [];
  const latitude = parts.find((part) => part?.axis === 'latitude');
  const longitude = parts.find((part) => part?.axis === 'longitude');
  return latitude && longitude ? { latitude: latitude.value, longitude: longitude.value } : null;
}

function angle(match: RegExpMatchArray, first: number, letter: string | undefined) {
  const [whole, minutes, seconds] = [0, 1, 2].map((offset) => parseNumber(match[first + offset] ?? '0'));
  if (whole === null || whole === undefined || (minutes ?? 0) >= 60 || (seconds ?? 0) >= 60) return null;
  const size = Math.abs(whole) + (minutes ?? 0) / 60 + (seconds ?? 0) / 3600;
  const south = letter === 'S' || letter === 'W' || whole < 0;
  const axis = letter === 'N' || letter === 'S' ? ('latitude' as const) : ('longitude' as const);
  return { axis, value: south ? -size : size };
}
