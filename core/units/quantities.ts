import type { DateOrder } from '../time/typed.ts';

/** The kinds of quantity that a person reads and types. Values are kept in SI; how each stands in a person's own units is said here. */
export type QuantityKind =
  | 'fraction'
  | 'length'
  | 'lengthSmall'
  | 'area'
  | 'volume'
  | 'temperature'
  | 'temperatureDifference'
  | 'power'
  | 'energy'
  | 'irradiance'
  | 'speed'
  | 'rain'
  | 'conductivity'
  | 'residue'
  | 'angle'
  | 'minutes'
  | 'count'
  | 'mass'
  | 'current'
  | 'rate'
  | 'factor';

export const UNIT_SYSTEMS = ['metric', 'us'] as const;
export type UnitSystem = (typeof UNIT_SYSTEMS)[number];

export const DECIMAL_MARKS = ['.', ','] as const;

/** What the meter in a person's hand shows of the salts in water: conductivity, or ppm on one of the two usual scales. */
export const METERS = ['conductivity', 'ppm-442', 'ppm-nacl'] as const;
export type Meter = (typeof METERS)[number];

/** How one person reads numbers and dates. What is shown and typed goes through it. */
export interface Units {
  system: UnitSystem;
  decimalMark: (typeof DECIMAL_MARKS)[number];
  dateOrder: DateOrder;
  /** conductivity where nobody said */
  meter?: Meter | undefined;
  /** IANA name of the zone by whose calendar an instant is a date; UTC where it is left out, as in papers from before it was kept */
  zone?: string | undefined;
}

export const DEFAULT_UNITS: Units = { system: 'metric', decimalMark: '.', dateOrder: 'dmy' };

interface Unit {
  symbol: string;
  /** shown value = SI value x scale + offset */
  scale: number;
  offset?: number;
  digits: number;
}

const METRIC: Record<QuantityKind, Unit> = {
  fraction: { symbol: '%', scale: 100, digits: 1 },
  length: { symbol: 'm', scale: 1, digits: 1 },
  lengthSmall: { symbol: 'mm', scale: 1000, digits: 0 },
  area: { symbol: 'm²', scale: 1, digits: 0 },
  volume: { symbol: 'L', scale: 1, digits: 0 },
  temperature: { symbol: '°C', scale: 1, digits: 1 },
  temperatureDifference: { symbol: 'K', scale: 1, digits: 1 },
  power: { symbol: 'W', scale: 1, digits: 0 },
  energy: { symbol: 'kWh', scale: 1, digits: 0 },
  irradiance: { symbol: 'W/m²', scale: 1, digits: 0 },
  speed: { symbol: 'm/s', scale: 1, digits: 1 },
  rain: { symbol: 'mm', scale: 1, digits: 1 },
  conductivity: { symbol: 'µS/cm', scale: 1, digits: 0 },
  residue: { symbol: 'mg/m²', scale: 1, digits: 1 },
  angle: { symbol: '°', scale: 1, digits: 0 },
  minutes: { symbol: 'min', scale: 1, digits: 0 },
  count: { symbol: '', scale: 1, digits: 0 },
  mass: { symbol: 'kg', scale: 1, digits: 0 },
  current: { symbol: 'A', scale: 1, digits: 2 },
  rate: { symbol: '%/day', scale: 100, digits: 3 },
  factor: { symbol: '×', scale: 1, digits: 2 },
};

const US: Record<QuantityKind, Unit> = {
  ...METRIC,
  length: { symbol: 'ft', scale: 1 / 0.3048, digits: 0 },
  lengthSmall: { symbol: 'in', scale: 1 / 0.0254, digits: 1 },
  area: { symbol: 'ft²', scale: 1 / 0.09290304, digits: 0 },
  volume: { symbol: 'gal', scale: 1 / 3.785411784, digits: 0 },
  temperature: { symbol: '°F', scale: 1.8, offset: 32, digits: 0 },
  temperatureDifference: { symbol: '°F', scale: 1.8, digits: 0 },
  speed: { symbol: 'mph', scale: 1 / 0.44704, digits: 0 },
  rain: { symbol: 'in', scale: 1 / 25.4, digits: 2 },
  mass: { symbol: 'lb', scale: 1 / 0.45359237, digits: 0 },
};

/** Salts in water as meters show them: the scale of 442 is 0.7 of the conductivity in uS/cm, that of sodium chloride 0.5. */
const BY_METER: Record<Meter, Unit> = {
  conductivity: METRIC.conductivity,
  'ppm-442': { symbol: 'ppm(442)', scale: 0.7, digits: 0 },
  'ppm-nacl': { symbol: 'ppm(NaCl)', scale: 0.5, digits: 0 },
};

/** Whoever reads: a system of units, or a person's own. */
type Reader = UnitSystem | Pick<Units, 'system' | 'meter'>;

/** The unit in which a kind of quantity is shown to whoever reads. */
export function unitOf(kind: QuantityKind, reader: Reader = 'metric'): Unit {
  const { system, meter }: Pick<Units, 'system' | 'meter'> = typeof reader === 'string' ? { system: reader } : reader;
  if (kind === 'conductivity') return BY_METER[meter ?? 'conductivity'];
  return (system === 'us' ? US : METRIC)[kind];
}

/** An SI value as the number shown to whoever reads. */
export function toUnits(value: number, kind: QuantityKind, reader: Reader = 'metric'): number {
  const unit = unitOf(kind, reader);
  return value * unit.scale + (unit.offset ?? 0);
}

/** A number typed by whoever reads as its SI value. */
export function fromUnits(value: number, kind: QuantityKind, reader: Reader = 'metric'): number {
  const unit = unitOf(kind, reader);
  return (value - (unit.offset ?? 0)) / unit.scale;
}
