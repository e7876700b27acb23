import { RATE_SPREAD } from '../assumptions.ts';
import { EXPECTED_UNCERTAINTY, type ExpectedInput, expectedOutput } from '../comparisons/expected.ts';
import { isFilm, lossFromInspection } from '../inspections/soil.ts';
import type { Reason, ReasonInput } from '../reasons.ts';
import { spread } from '../statistics/summary.ts';
import { climateOf } from '../weather/index.ts';
import type { MarkedLoss } from './markedLoss.ts';
import type { ReckonInput, ReckoningReasons, SeenLoss } from './reckoning.ts';
import { type PlanningYear, type YearAhead, type YearAheadInput, yearAhead } from './yearAhead.ts';

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

const STRIP_WORDS = { rinse: 'rinsed', brush: 'brushed', soap: 'with soap', blade: 'bladed' } as const;

/** What has been worked out by the time that reasons are asked for. */
interface Found {
  marked: MarkedLoss | null;
  seen: Pick<SeenLoss, 'from' | 'patch'>;
  yearInput: YearAheadInput;
  years: PlanningYear[];
  year: YearAhead;
  valuePerKWh: number;
}

/** Why every figure of a reckoning is what it is. */
export function reckoningReasons(
  input: ReckonInput,
  { marked, seen, yearInput, years, year, valuePerKWh }: Found,
): ReckoningReasons {
  const { site, array, inspection, overrides } = input;
  const climate = climateOf(site.climate);
  const meanRate = spread(yearInput.rate).mean;
  const shared: ReasonInput[] = [
    { name: 'Climate', value: climate.name },
    { name: 'Nameplate now, with age', value: yearInput.array.pdc0, kind: 'power' },
    { name: 'Mean soiling rate', value: meanRate, kind: 'rate' },
    { name: 'Rain of a day that cleans', value: yearInput.threshold, kind: 'rain' },
    { name: 'Loss at the start', value: yearInput.lossNow.mid, kind: 'fraction' },
    { name: 'Weather years drawn', value: input.years, kind: 'count' },
  ];
  const variants: { change: string; year: YearAhead }[] = [
    {
      change: `soiling ${Math.round((Math.exp(RATE_SPREAD) - 1) * 100)} % faster`,
      year: yearAhead(
        yearInput,
        years.map((one) => ({ ...one, rate: one.rate.map((rate) => rate * Math.exp(RATE_SPREAD)) })),
      ),
    },
    {
      change: 'rain never cleans here',
      year: yearAhead({ ...yearInput, threshold: 1e6 }, years),
    },
    {
      change: 'glass clean at the start',
      year: yearAhead(
        yearInput,
        years.map((one) => ({ ...one, initialLoss: 0 })),
      ),
    },
  ];
  const drivers = (pick: (value: YearAhead) => number) =>
    variants
      .map(({ change, year: other }) => ({ change, becomes: pick(other) }))
      .sort((a, b) => Math.abs(b.becomes - pick(year)) - Math.abs(a.becomes - pick(year)));
  const source =
    'Kimber et al. 2006 for the soiling; PSA+, Ineichen and Perez 2002, Hay and Davies 1980, Faiman 2008 for the energy';
  const counted = marked ? inspection.soils.filter(({ kind }) => isFilm(kind)) : inspection.soils;
  const measured = seen.from === 'test-patch' ? (seen.patch?.strips ?? []) : [];
  const lossDrivers = [
    ...(measured.length > 0
      ? [
          {
            change: 'by the eye alone, without the test strips',
            becomes: lossFromInspection(inspection.soils, marked?.powerLoss).mid,
          },
        ]
      : []),
    ...(measured.length > 0 ? [] : counted).map((soil) => ({
      change: `without the ${soil.kind.replace('-', ' ')}`,
      becomes: lossFromInspection(
        counted.filter((other) => other !== soil),
        marked?.powerLoss,
      ).mid,
    })),
    ...(marked && measured.length === 0
      ? [{ change: 'without the marked patches', becomes: lossFromInspection(counted).mid }]
      : []),
  ];
  const patches = marked
    ? 'Patches where they were marked: the power of each string by the single-diode model, one current through all its modules.'
    : 'Patches: area × the factor by which a patch costs more than it covers.';
  return {
    lossNow: {
      what: 'Share of clean output that the dirt takes now',
      kind: 'fraction',
      value: yearInput.lossNow.mid,
      low: yearInput.lossNow.low,
      high: yearInput.lossNow.high,
      formula:
        overrides.lossNow !== undefined
          ? 'Set by hand.'
          : measured.length > 0
            ? `1 − 1 ÷ ratio of the strip that came cleanest to its dirty neighbour, after to before, at one temperature.${marked ? ` ${patches}` : ''}`
            : `Films: share of the glass × 0.3437 erf(0.17 mass^0.8473). ${patches} Each acts on what the others leave.`,
      source:
        measured.length > 0
          ? `IEC 60891 for the temperature, JCGM 100:2008 for the uncertainty${marked ? '; De Soto et al. 2006 for the strings' : ''}`
          : `Coello and Boyle 2019 for films${marked ? '; De Soto et al. 2006 for the strings' : ''}; how much each grade of the eye stands for is a house assumption`,
      assumption: measured.length === 0 || marked !== null,
      inputs: [
        ...measured.map(({ way, gain, expandedUncertainty }) => ({
          name: `Strip: ${STRIP_WORDS[way]}, gain ± ${(expandedUncertainty * 100).toFixed(1)} %`,
          value: gain,
          kind: 'fraction' as const,
        })),
        ...(measured.length > 0 ? [] : counted).map((soil) => ({
          name: `${soil.kind.replace('-', ' ')}, ${soil.where.replace('-', ' ')}, ${soil.grade}, covering`,
          value: soil.share,
          kind: 'fraction' as const,
        })),
        ...(marked
          ? [
              { name: 'Marked patches keep out, of the light', value: marked.areaLoss, kind: 'fraction' as const },
              { name: 'and cost, of the power', value: marked.powerLoss.mid, kind: 'fraction' as const },
            ]
          : []),
      ],
      drivers: overrides.lossNow === undefined ? lossDrivers : [],
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
        { name: 'Limit', value: yearInput.array.pacRated ?? 'none', kind: 'power' },
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
        'Each day: energy with clean glass − energy at the day’s loss, both through the limit. Loss grows by the rate on dry days; rain over the threshold takes it off and holds it off for the days of grace.',
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
