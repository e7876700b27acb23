import { EAVE_HEIGHT } from '../assumptions.ts';
import type { Finding } from '../findings.ts';
import type { QuantityKind } from '../units/quantities.ts';
import type { ClimateKey } from '../weather/climates.ts';

/** Fields of a site that a form fills in, and that stay assumed until somebody types them or says that they are right. */
export const ASSUMABLE_OF_SITE = [
  'altitude',
  'climate',
  'surroundings',
  'energyBought',
  'energySold',
  'ownUse',
  'runOff',
  'waterSource',
  'travelKm',
  'travelMinutes',
] as const;
/** Likewise of an array. */
export const ASSUMABLE_OF_ARRAY = [
  'orientation',
  'moduleWatts',
  'gammaPdc',
  'tilt',
  'azimuth',
  'mount',
  'storeys',
  'eaveHeight',
  'birds',
] as const;
export type SiteFact = (typeof ASSUMABLE_OF_SITE)[number];
export type ArrayFact = (typeof ASSUMABLE_OF_ARRAY)[number];

/** Something that a figure rests on and nobody has said, measured or read. */
export interface AssumedFact {
  /** the field of the record, or `conductivity` for water that nobody has read */
  key: SiteFact | ArrayFact | 'conductivity';
  /** the array it belongs to; left out for the site */
  of?: string;
  value: number | string;
  /** how a number is shown; left out where the value is a word of a list */
  kind?: QuantityKind | 'energy-price';
}

const KINDS: Partial<Record<AssumedFact['key'], AssumedFact['kind']>> = {
  altitude: 'length',
  energyBought: 'energy-price',
  energySold: 'energy-price',
  ownUse: 'fraction',
  travelKm: 'count',
  travelMinutes: 'minutes',
  moduleWatts: 'power',
  gammaPdc: 'count',
  tilt: 'angle',
  azimuth: 'angle',
  storeys: 'count',
  eaveHeight: 'length',
  conductivity: 'conductivity',
};

type Facts<K extends string> = { assumed?: readonly K[] | undefined } & Record<K, number | string>;

/**
 * What a site is reckoned, planned and priced with that nobody has said.
 * @param water the reading that stands in for one nobody has taken, µS/cm; left out where the water was read
 */
export function assumedFacts(
  site: Facts<SiteFact>,
  arrays: readonly (Facts<ArrayFact> & { name: string })[],
  water?: number,
): AssumedFact[] {
  const fact = (key: AssumedFact['key'], value: number | string, of?: string): AssumedFact => ({
    key,
    value,
    ...(of === undefined ? {} : { of }),
    ...(KINDS[key] === undefined ? {} : { kind: KINDS[key] }),
  });
  return [
    ...(site.assumed ?? []).map((key) => fact(key, site[key])),
    ...(water === undefined ? [] : [fact('conductivity', water)]),
    ...arrays.flatMap((array) => (array.assumed ?? []).map((key) => fact(key, array[key], array.name))),
  ];
}

/** The eave of a building where nobody has measured it, m: higher with each storey. A house assumption. */
export const eaveOf = (mount: string, storeys: number): number => {
  if (mount === 'ground') return EAVE_HEIGHT.ground;
  if (mount === 'carport') return EAVE_HEIGHT.carport;
  return Math.round((EAVE_HEIGHT.firstStorey + EAVE_HEIGHT.storeyAbove * Math.max(0, storeys - 1)) * 10) / 10;
};

/** Which way a face looks where nobody has said, degrees from north: towards the noon sun. A house assumption. */
export const azimuthOf = (latitude: number): number => (latitude < 0 ? 0 : 180);

/** Latitude, degrees, from which on it rains all year where nobody has said otherwise. A house assumption. */
const RAINY_LATITUDE = 45;

/** The climate of a place where nobody has said it. @param usual that of the sites before */
export const climateOfPlace = (latitude: number, usual: ClimateKey): ClimateKey =>
  Math.abs(latitude) >= RAINY_LATITUDE ? 'all-year-rain' : usual;

/** What of it the customer can tell, and is asked on the paper. */
const ASKED_OF_CUSTOMER: readonly AssumedFact['key'][] = [
  'energyBought',
  'energySold',
  'ownUse',
  'waterSource',
  'runOff',
  'moduleWatts',
  'tilt',
  'azimuth',
  'storeys',
];
export const askedOfCustomer = (facts: readonly AssumedFact[]): AssumedFact[] =>
  facts.filter(({ key }) => ASKED_OF_CUSTOMER.includes(key));

/** A fact with its value. */
export type AssumedFinding = Finding<'assumed', AssumedFact>;
export const assumedFinding = (fact: AssumedFact): AssumedFinding => ({ code: 'assumed', params: fact });
