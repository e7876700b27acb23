import type { AssumedFact } from '../../core/sites/assumed.ts';
import type { EpwPlace } from '../../core/weather/epw.ts';
import type { Say, SiteFinding, Words } from '../language.ts';
import { MADE_UP_CLIMATES } from './climates.ts';

const FACTS: Record<AssumedFact['key'], string> = {
  altitude: 'altitude',
  climate: 'climate',
  surroundings: 'surroundings',
  energyBought: 'price of energy bought',
  energySold: 'price of energy sold',
  ownUse: 'self-consumption',
  runOff: 'where run-off goes',
  waterSource: 'water source',
  travelKm: 'drive there and back, km',
  travelMinutes: 'time there and back',
  orientation: 'orientation of the modules',
  moduleWatts: 'power of a module',
  gammaPdc: 'temperature coefficient, 1/K',
  tilt: 'tilt',
  azimuth: 'azimuth',
  mount: 'mount',
  storeys: 'storeys',
  eaveHeight: 'eave height',
  birds: 'birds',
  conductivity: 'conductivity of the water',
};

const EPW_PLACES: Record<EpwPlace, string> = {
  latitude: 'latitude',
  longitude: 'longitude',
  zone: 'time zone',
  altitude: 'elevation',
};

function factValue({ value, kind }: AssumedFact, say: Say): string {
  if (typeof value === 'string') return value.replaceAll('-', ' ');
  if (kind === 'energy-price') return `${say.price(value / 1000)}/kWh`;
  return say.quantity(value, kind ?? 'count', kind === 'fraction' ? 0 : undefined);
}

export const sites: Omit<Words<SiteFinding>, 'written'> = {
  assumed: (fact, say) => `${FACTS[fact.key]} ${factValue(fact, say)}${fact.of === undefined ? '' : ` (${fact.of})`}`,
  'too-many-rows': ({ rows, most }) => `An array has at most ${most} rows; this one has ${rows}.`,
  'too-many-columns': ({ columns, most }) => `An array has at most ${most} columns; this one has ${columns}.`,
  'too-far-spread': () => 'The modules lie too far apart for one array. Make two of it.',
  'string-assumed': ({ number }) => `String ${number}`,
  'string-not-wired': ({ number }) => `Not wired yet ${number}`,
  'no-date': () => 'no date at its beginning',
  'no-number': () => 'no number after the date',
  'date-twice': () => 'the date stands twice',
  'too-many-lines': ({ most }, say) => `more than ${say.number(most)} lines; the rest is left out`,
  'epw-no-location': () => 'must begin with LOCATION; this is not an EPW file',
  'epw-no-hour': () => 'must begin with year, month, day and hour (1 to 24)',
  'epw-no-number': ({ field, name }) => `field ${field} (${name}) must be a number`,
  'epw-out-of-range': ({ field, name, low, high, value }) =>
    `field ${field} (${name}) must lie between ${low} and ${high}; ${value} stands for missing`,
  'epw-place': ({ name, low, high }) => `${EPW_PLACES[name]} must be a number from ${low} to ${high}`,
  'epw-hours': ({ wanted, header, found }) => `must hold ${wanted} hours after ${header} header lines; ${found} found`,
  'climate-winter-rain': () => MADE_UP_CLIMATES['winter-rain'],
  'climate-summer-rain': () => MADE_UP_CLIMATES['summer-rain'],
  'climate-all-year-rain': () => MADE_UP_CLIMATES['all-year-rain'],
  'climate-desert': () => MADE_UP_CLIMATES.desert,
  'climate-of-epw': ({ place }) => `${place || 'The place'}, from an EPW file`,
  'climate-of-rain': () => 'Rain by this site’s own record',
};
