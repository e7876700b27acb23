import type { ReasonFinding } from '../../core/reasons.ts';
import { counted } from '../counted.ts';
import type { Words } from '../language.ts';
import { EVIDENCE_IN_REASONS } from './evidence.ts';

const IEC_AND_JCGM = 'the uncertainty (coverage factor 2)';
const LAYERS =
  'The layers of C6 from all that is known of each array, over made-up weather of the site (Coello and Boyle 2019 for films)';
const ratio = (control: boolean): string =>
  control
    ? '(after ÷ before) ÷ (control after ÷ control before), each reading brought to 25 °C'
    : '(after ÷ before) × (irradiance before ÷ irradiance after), each reading brought to 25 °C';

type Own = Exclude<ReasonFinding, { code: 'written' | `line-${string}` | `climate-${string}` }>;

/** Why figures are what they are: what each is, how it is worked out, from what, and what would change it. */
export const reasons: Words<Own> = {
  'what-meter-shortfall': () =>
    'Shortfall of the reading against what is expected: dirt and everything else that ails the array',
  'how-meter-shortfall': () =>
    '1 − measured ÷ expected; expected = nameplate × irradiance ÷ 1000 × (1 + coefficient × (module − 25 °C)) × ageing.',
  'what-loss-now': () => 'Share of clean output that the dirt takes now, by everything on record',
  'how-loss-now': () =>
    'What the house expects of dust, rain, dew and washes since the record begins, weighed by every source: each counts by how far it may be out.',
  'how-loss-by-hand': () => 'Set by hand.',
  'how-not-kept': () => 'The calculation of that day did not keep how it came to it.',
  'what-clean-energy': () => 'Energy of a year with clean glass, through the limit',
  'how-clean-energy': () =>
    'Hour by hour: clear sky × cloud of the day → plane of the array → module temperature → DC → inverter and its limit.',
  'what-lost-energy': () => 'Energy lost to dirt in the year ahead if nobody washes',
  'how-lost-energy': () =>
    'Each day: energy with clean glass − energy at the day’s loss, both through the limit. Dust settles, dew bonds some of it, rain takes of each layer what it can: for each of the ways that the array may be, in weather of its own.',
  'what-lost-value': () => 'Money lost to dirt in the year ahead if nobody washes',
  'how-lost-value': () => 'Energy lost × (self-consumption × price bought + the rest × price sold).',
  'what-recoverable': () => 'Energy that one wash now brings back before the glass has soiled again',
  'how-recoverable': () =>
    'Energy lost in the year if nobody washes − energy lost if washed on the first day. Soiling begins again the next morning.',
  'what-limit-share': () => 'Share of the producing hours in which the clean array stands at its limit',
  'how-limit-share': () =>
    'Hours in which clean output reaches the limit / hours with output. There soiling costs nothing and a wash gains nothing.',
  'what-litres': () => 'Water on the glass for one visit',
  'how-litres': () =>
    'Modules × minutes a module × share of them with water running (0.6) × flow of the way of cleaning.',
  'what-residue': () => 'Salts left on the glass where the last film dries',
  'how-residue': () => '0.65 × conductivity × film of water left (0.1 mm, drip-dry).',
  'what-visit-minutes': () => 'Time of one visit',
  'how-visit-minutes': () =>
    'Set-up and packing + modules × minutes a module with its soaking + the road there and back.',
  'what-visits': () => 'Visits a year with the least sum of dirt and visits, on the days found best for them',
  'how-visits': () =>
    'For 0 to 12 visits: value lost to dirt + visits × price; the least sum wins. 0 means that no visit pays in energy.',
  'what-benefit': () => 'What one wash now brings back before the glass has soiled again',
  'how-benefit': () =>
    'Energy lost in a year if nobody washes − energy lost if washed on the first day in the ways chosen, × what a kWh is worth here.',
  'what-recoverable-of-site': () => 'Energy that one wash now brings back before the glass has soiled again',
  'how-recoverable-of-site': () =>
    'Energy lost in a year if nobody washes − energy lost if washed on the first day in the ways chosen, over all arrays of the site.',
  'what-plan-saves': () => 'Energy that the visits of a year save, in money',
  'how-plan-saves': () =>
    'What the dirt takes in a year with no visit − what it takes with these visits on their best days.',
  'what-gain': () => 'What the cleaning added to what there was, brought to the same sun and temperature',
  'how-gain': ({ control }) => `${ratio(control)}; gain = that − 1.`,
  'what-loss-there-was': () =>
    'What the dirt had been taking of what there is now, brought to the same sun and temperature',
  'how-loss-there-was': ({ control }) =>
    `${ratio(control)}; loss = 1 − 1 ÷ that. Gain and loss are two answers to two questions.`,
  'what-gain-uncertainty': () => 'How far the gain may be out, either way',
  'how-gain-uncertainty': ({ control }) =>
    control
      ? 'Twice the root of 4 × (repeatability² + (coefficient × temperature error)²), × ratio. The irradiance falls out.'
      : 'Twice the root of 2 × (repeatability² + (coefficient × temperature error)²) + (error of the irradiance ratio)², × ratio.',
  'what-quick-loss': () => 'Share of clean output that the dirt may take now',
  'how-quick-loss': () =>
    'What dust, rain and dew let expect since the last wash, weighed by what the caller’s words usually stand for: they count for little, since nobody of ours has looked.',
  'what-quick-worth': () => 'Worth of what one wash brings back before it has soiled again',
  'how-quick-worth': () => 'Energy that one wash today brings back in the year ahead × what a kWh is worth.',
  'what-quick-price': () => 'One visit at your own prices, tax included',
  'how-quick-price': () =>
    'Your prices for so many panels at the usual pace, slower for height and for what the caller sees; a lift where one is needed; water is not in it. The range is from light dirt to half as much work again.',

  'source-expected': () => `IEC 60891 for the temperature, JCGM 100:2008 for ${IEC_AND_JCGM}`,
  'source-pair': () => `IEC 60891 for the corrections, JCGM 100:2008 for ${IEC_AND_JCGM}`,
  'source-loss-now': ({ strings }) =>
    `Bayes’ rule over the layered model; Coello and Boyle 2019 for films${strings ? '; De Soto et al. 2006 for the strings' : ''}`,
  'source-layers': () => LAYERS,
  'source-layers-and-prices': () => `${LAYERS}; prices as entered`,
  'source-layers-and-energy': () =>
    'Layers of loose and bonded film, droppings and lichen (a house model on Coello and Boyle 2019); PSA+, Ineichen and Perez 2002, Hay and Davies 1980, Faiman 2008 for the energy',
  'source-prices': () => 'Prices as entered for the site',
  'source-hourly': () => 'Hourly year as above',
  'source-house': () => 'House assumption',
  'source-house-until-records': () => 'House assumption, until your own records replace it',
  'source-residue': () => 'Mass of salts 0.65 mg/L for each µS/cm; the limits of the finish are house assumptions',
  'source-call': () => 'Bayes’ rule over the layered model; the words are a house assumption',
  'source-call-worth': () => 'As in Reckon, with an array towards the noon sun and no limit',
  'source-own-prices': () => 'Your prices under Company',

  'input-measured': () => 'Measured',
  'input-expected': () => 'Expected',
  'input-nameplate': () => 'Nameplate',
  'input-irradiance': () => 'Irradiance',
  'input-temp-module': () => 'Module temperature',
  'input-age-years': () => 'Age, years',
  'input-irradiance-error': () => 'Error of the irradiance',
  'input-climate': () => 'Climate',
  'input-nameplate-now': () => 'Nameplate now, with age',
  'input-loss-at-start': () => 'Loss at the start',
  'input-dust-factor': () => 'Dust against what the surroundings let expect',
  'input-courses': () => 'Courses of weather',
  'input-house-expects': () => 'The house’s expectation',
  'input-evidence': ({ kind, date }, say) => `${EVIDENCE_IN_REASONS[kind]}, ${say.date(date)}`,
  'input-tilt': () => 'Tilt',
  'input-azimuth': () => 'Azimuth',
  'input-limit': () => 'Limit',
  'input-energy-lost': () => 'Energy lost',
  'input-own-use': () => 'Self-consumption',
  'input-energy-bought': () => 'Bought, a kWh',
  'input-energy-sold': () => 'Sold, a kWh',
  'input-inverter-limit': () => 'Inverter limit',
  'input-export-limit': () => 'Export limit',
  'input-modules': () => 'Modules',
  'input-minutes-per-module': () => 'Minutes a module',
  'input-conductivity-on-glass': () => 'Conductivity on the glass',
  'input-residue-limit': () => 'Limit of the finish',
  'input-soaking': () => 'Soaking',
  'input-on-the-road': () => 'On the road',
  'input-total-a-year': () => 'Dirt and visits together, a year',
  'input-dirt-alone-a-year': () => 'Dirt alone with no visit, a year',
  'input-break-even-price': () => 'Price under which one visit pays',
  'input-energy-back': () => 'Energy that comes back',
  'input-worth-of-kwh': () => 'Worth of a kWh',
  'input-arrays': () => 'Arrays',
  'input-visits-a-year': () => 'Visits a year',
  'input-dirt-with-visits-a-year': () => 'Dirt with them, a year',
  'input-before': () => 'Before',
  'input-irradiance-before': () => 'Irradiance before',
  'input-temp-module-before': () => 'Module temperature before',
  'input-after': () => 'After',
  'input-irradiance-after': () => 'Irradiance after',
  'input-temp-module-after': () => 'Module temperature after',
  'input-repeatability': () => 'Repeatability of a reading',
  'input-irradiance-ratio-error': () => 'Error of the irradiance ratio',
  'input-temp-module-error': () => 'Error of a module temperature',
  'input-temperature-coefficient': () => 'Temperature coefficient, a kelvin',
  'input-months-since-washed': () => 'Months since washed',
  'input-by-months': () => 'By the months',
  'input-by-seen': () => 'By what is seen',
  'input-energy': () => 'Energy',
  'input-a-kwh': () => 'A kWh',

  'no-limit': () => 'none',
  never: () => 'never',
  'nothing-said': () => 'nothing said',
  'plain-number': ({ value, digits }, say) => say.number(value, digits),
  'per-kelvin': ({ value }, say) => say.quantity(value, 'fraction', 2),

  'change-irradiance-too-high': () => 'irradiance read 3 % too high',
  'change-module-warmer': (_, say) => `module ${say.quantity(5, 'temperatureDifference', 0)} warmer`,
  'change-more-dust': ({ factor }, say) => `dust settles ${say.quantity(factor - 1, 'fraction', 0)} faster`,
  'change-rain-takes-nothing': () => 'rain takes nothing here',
  'change-clean-at-start': () => 'glass clean at the start',
  'change-less-time': () => 'a quarter less time a module',
  'change-squeegeed': () => 'squeegeed (0.02 mm left)',
  'change-irradiance-after-too-low': () => 'irradiance after read 2 % too low',
  'change-module-warmer-after': (_, say) => `module ${say.quantity(5, 'temperatureDifference', 0)} warmer after`,
  'change-temperatures-known': (_, say) => `temperatures known to ${say.quantity(2, 'temperatureDifference', 0)} only`,
  'change-irradiance-ratio-known': () => 'irradiance ratio known to 2 % only',
  'change-visits-a-year': ({ visits }) => `${counted(visits, 'visit')} a year`,
};
