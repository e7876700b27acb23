import type { Known } from '../assimilation/known.ts';
import type { WitnessKind } from '../assimilation/witnesses.ts';
import { EXPECTED_UNCERTAINTY, type ExpectedInput, expectedOutput } from '../comparisons/expected.ts';
import type { PreparedCourses } from '../courses/courses.ts';
import type { CourseMember } from '../courses/setup.ts';
import { type YearAhead, yearFigures } from '../courses/yearAhead.ts';
import type { Estimate } from '../inspections/soil.ts';
import type { Reason, ReasonInput } from '../reasons.ts';
import { CLEAN_GLASS } from '../soiling/layered.ts';
import type { MarkedLoss } from '../soiling/markedLoss.ts';
import { climateOf } from '../weather/index.ts';
import { dustOf } from './learned.ts';
import type { ReckonInput, ReckoningReasons } from './reckoning.ts';

/** Why one reading falls short of what nameplate, sky, temperature and age lead one to expect. */
export function meterReason(input: ExpectedInput): Reason {
  const { expected, shortfall, expandedUncertainty } = expectedOutput(input);
  const becomes = (change: Partial<ExpectedInput>) => expectedOutput({ ...input, ...change }).shortfall;
  return {
    what: 'Shortfall of the reading against what is expected: dirt and everything else that ails the array',
    kind: 'fraction',
    value: shortfall,
    low: shortfall - expandedUncertainty,
    high: shortfall + expandedUncertainty,
    formula:
      '1 − measured ÷ expected; expected = nameplate × irradiance ÷ 1000 × (1 + coefficient × (module − 25 °C)) × ageing.',
    source: 'IEC 60891 for the temperature, JCGM 100:2008 for the uncertainty (coverage factor 2)',
    assumption: true,
    inputs: [
      { name: 'Measured', value: input.measured, kind: 'power' },
      { name: 'Expected', value: expected, kind: 'power' },
      { name: 'Nameplate', value: input.pdc0, kind: 'power' },
      { name: 'Irradiance', value: input.poaGlobal, kind: 'irradiance' },
      { name: 'Module temperature', value: input.tempModule, kind: 'temperature' },
      { name: 'Age, years', value: input.ageYears.toFixed(1) },
      { name: 'Error of the irradiance', value: EXPECTED_UNCERTAINTY.irradiance, kind: 'fraction' },
    ],
    drivers: [
      { change: 'irradiance read 3 % too high', becomes: becomes({ poaGlobal: input.poaGlobal / 1.03 }) },
      { change: 'module 5 K warmer', becomes: becomes({ tempModule: input.tempModule + 5 }) },
    ],
  };
}

/** What has been worked out by the time that reasons are asked for. */
interface Found {
  known: Known;
  lossNow: Estimate;
  marked: MarkedLoss | null;
  prepared: PreparedCourses;
  year: YearAhead;
  valuePerKWh: number;
}

const WITNESS_WORDS: Record<WitnessKind, string> = {
  eye: 'The eye',
  reading: 'One reading',
  'test-patch': 'Test strips',
  pair: 'A wash measured before and after',
  cloth: 'A cloth after a wash',
  energy: 'Clear days of daily energy',
};

/** Dust that settles half as fast again, in the list of what would change a figure. */
const MORE_DUST = 1.5;
/** Rain that takes nothing. */
const NEVER = 1e6;

type Figures = Omit<YearAhead, 'curve'>;

/** Why every figure of a reckoning is what it is. */
export function reckoningReasons(input: ReckonInput, found: Found): ReckoningReasons {
  const { known, lossNow, marked, prepared, year, valuePerKWh } = found;
  const { site, array, overrides } = input;
  const { setup } = prepared;
  const climate = climateOf(site.climate);
  const dust = dustOf(known.parameters.deposition);
  const shared: ReasonInput[] = [
    { name: 'Climate', value: climate.name },
    { name: 'Nameplate now, with age', value: setup.array.pdc0, kind: 'power' },
    { name: 'Loss at the start', value: lossNow.mid, kind: 'fraction' },
    { name: 'Dust against what the surroundings let expect', value: overrides.dust ?? dust.mid, kind: 'factor' },
    { name: 'Courses of weather', value: setup.members.length, kind: 'count' },
  ];
  const changed = (change: (member: CourseMember) => CourseMember): Figures =>
    yearFigures({ ...prepared, setup: { ...setup, members: setup.members.map(change) } });
  const variants = [
    {
      change: `dust settles ${Math.round((MORE_DUST - 1) * 100)} % faster`,
      year: changed((member) => ({ ...member, dust: member.dust * MORE_DUST })),
    },
    {
      change: 'rain takes nothing here',
      year: changed((member) => ({ ...member, parameters: { ...member.parameters, rainScale: NEVER } })),
    },
    {
      change: 'glass clean at the start',
      year: changed((member) => ({ ...member, initial: { ...CLEAN_GLASS, standingLeft: 0 } })),
    },
  ];
  const drivers = (pick: (value: Figures) => number) =>
    variants
      .map(({ change, year: other }) => ({ change, becomes: pick(other) }))
      .sort((a, b) => Math.abs(b.becomes - pick(year)) - Math.abs(a.becomes - pick(year)));
  const source =
    'Layers of loose and bonded film, droppings and lichen (a house model on Coello and Boyle 2019); PSA+, Ineichen and Perez 2002, Hay and Davies 1980, Faiman 2008 for the energy';
  return {
    lossNow: {
      what: 'Share of clean output that the dirt takes now, by everything on record',
      kind: 'fraction',
      value: lossNow.mid,
      low: lossNow.low,
      high: lossNow.high,
      formula:
        overrides.lossNow === undefined
          ? 'What the house expects of dust, rain, dew and washes since the record begins, weighed by every witness: each counts by how far it may be out.'
          : 'Set by hand.',
      source: `Bayes’ rule over the layered model; Coello and Boyle 2019 for films${marked ? '; De Soto et al. 2006 for the strings' : ''}`,
      assumption: true,
      inputs: [
        { name: 'The house’s expectation', value: known.expected.p50, kind: 'fraction' },
        ...known.witnesses.flatMap(({ kind, says, until }) =>
          says ? [{ name: `${WITNESS_WORDS[kind]}, ${until}`, value: says.mid, kind: 'fraction' as const }] : [],
        ),
      ],
      drivers: [],
    },
    cleanEnergy: {
      what: 'Energy of a year with clean glass, through the limit',
      kind: 'energy',
      value: year.cleanEnergy.p50,
      low: year.cleanEnergy.p10,
      high: year.cleanEnergy.p90,
      formula:
        'Hour by hour: clear sky × cloud of the day → plane of the array → module temperature → DC → inverter and its limit.',
      source,
      assumption: true,
      inputs: [
        ...shared.slice(0, 2),
        { name: 'Tilt', value: array.tilt, kind: 'angle' },
        { name: 'Azimuth', value: array.azimuth, kind: 'angle' },
        { name: 'Limit', value: setup.array.pacRated ?? 'none', kind: 'power' },
      ],
      drivers: [],
    },
    lostEnergy: {
      what: 'Energy lost to dirt in the year ahead if nobody washes',
      kind: 'energy',
      value: year.lostEnergy.p50,
      low: year.lostEnergy.p10,
      high: year.lostEnergy.p90,
      formula:
        'Each day: energy with clean glass − energy at the day’s loss, both through the limit. Dust settles, dew bonds some of it, rain takes of each layer what it can: for each of the ways that the array may be, in weather of its own.',
      source,
      assumption: true,
      inputs: shared,
      drivers: drivers((value) => value.lostEnergy.p50),
    },
    lostValue: {
      what: 'Money lost to dirt in the year ahead if nobody washes',
      kind: 'money',
      value: year.lostEnergy.p50 * valuePerKWh,
      low: year.lostEnergy.p10 * valuePerKWh,
      high: year.lostEnergy.p90 * valuePerKWh,
      formula: 'Energy lost × (self-consumption × price bought + the rest × price sold).',
      source: 'Prices as entered for the site',
      assumption: true,
      inputs: [
        { name: 'Energy lost', value: year.lostEnergy.p50, kind: 'energy' },
        { name: 'Self-consumption', value: site.ownUse, kind: 'fraction' },
        { name: 'Bought, a kWh', value: site.energyBought / 1000, kind: 'money' },
        { name: 'Sold, a kWh', value: site.energySold / 1000, kind: 'money' },
      ],
      drivers: drivers((value) => value.lostEnergy.p50 * valuePerKWh),
    },
    recoverable: {
      what: 'Energy that one wash now brings back before the glass has soiled again',
      kind: 'energy',
      value: year.recoverable.p50,
      low: year.recoverable.p10,
      high: year.recoverable.p90,
      formula:
        'Energy lost in the year if nobody washes − energy lost if washed on the first day. Soiling begins again the next morning.',
      source,
      assumption: true,
      inputs: shared,
      drivers: drivers((value) => value.recoverable.p50),
    },
    limitShare: {
      what: 'Share of the producing hours in which the clean array stands at its limit',
      kind: 'fraction',
      value: year.limitShare,
      formula:
        'Hours in which clean output reaches the limit / hours with output. There soiling costs nothing and a wash gains nothing.',
      source: 'Hourly year as above',
      assumption: true,
      inputs: [
        { name: 'Inverter limit', value: array.inverterLimit ?? 'none', kind: 'power' },
        { name: 'Export limit', value: array.exportLimit ?? 'none', kind: 'power' },
        { name: 'Self-consumption', value: site.ownUse, kind: 'fraction' },
      ],
      drivers: [],
    },
  };
}
