import type { Known } from '../assimilation/known.ts';
import type { PreparedCourses } from '../courses/courses.ts';
import type { CourseMember } from '../courses/setup.ts';
import { type YearAhead, yearFigures } from '../courses/yearAhead.ts';
import { bare } from '../findings.ts';
import type { Estimate } from '../inspections/soil.ts';
import type { ReasonChange, ReasonInput } from '../reasons.ts';
import { CLEAN_GLASS } from '../soiling/layered.ts';
import type { MarkedLoss } from '../soiling/markedLoss.ts';
import { climateOf } from '../weather/index.ts';
import { dustOf } from './learned.ts';
import type { ReckonInput, ReckoningReasons } from './reckoning.ts';

/** What has been worked out by the time that reasons are asked for. */
interface Found {
  known: Known;
  lossNow: Estimate;
  marked: MarkedLoss | null;
  prepared: PreparedCourses;
  year: YearAhead;
  valuePerKWh: number;
}

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
    { name: bare('input-climate'), value: climate.name },
    { name: bare('input-nameplate-now'), value: setup.array.pdc0, kind: 'power' },
    { name: bare('input-loss-at-start'), value: lossNow.mid, kind: 'fraction' },
    { name: bare('input-dust-factor'), value: overrides.dust ?? dust.mid, kind: 'factor' },
    { name: bare('input-courses'), value: setup.members.length, kind: 'count' },
  ];
  const changed = (change: (member: CourseMember) => CourseMember): Figures =>
    yearFigures({ ...prepared, setup: { ...setup, members: setup.members.map(change) } });
  const variants: { change: ReasonChange; year: Figures }[] = [
    {
      change: { code: 'change-more-dust', params: { factor: MORE_DUST } },
      year: changed((member) => ({ ...member, dust: member.dust * MORE_DUST })),
    },
    {
      change: bare('change-rain-takes-nothing'),
      year: changed((member) => ({ ...member, parameters: { ...member.parameters, rainScale: NEVER } })),
    },
    {
      change: bare('change-clean-at-start'),
      year: changed((member) => ({ ...member, initial: { ...CLEAN_GLASS, standingLeft: 0 } })),
    },
  ];
  const drivers = (pick: (value: Figures) => number) =>
    variants
      .map(({ change, year: other }) => ({ change, becomes: pick(other) }))
      .sort((a, b) => Math.abs(b.becomes - pick(year)) - Math.abs(a.becomes - pick(year)));
  const source = bare('source-layers-and-energy');
  return {
    lossNow: {
      what: bare('what-loss-now'),
      kind: 'fraction',
      value: lossNow.mid,
      low: lossNow.low,
      high: lossNow.high,
      formula: overrides.lossNow === undefined ? bare('how-loss-now') : bare('how-loss-by-hand'),
      source: { code: 'source-loss-now', params: { strings: marked !== null } },
      assumption: true,
      inputs: [
        { name: bare('input-house-expects'), value: known.expected.p50, kind: 'fraction' },
        ...known.evidence.flatMap(({ kind, says, until }) =>
          says
            ? [
                {
                  name: { code: 'input-evidence' as const, params: { kind, date: until } },
                  value: says.mid,
                  kind: 'fraction' as const,
                },
              ]
            : [],
        ),
      ],
      drivers: [],
    },
    cleanEnergy: {
      what: bare('what-clean-energy'),
      kind: 'energy',
      value: year.cleanEnergy.p50,
      low: year.cleanEnergy.p10,
      high: year.cleanEnergy.p90,
      formula: bare('how-clean-energy'),
      source,
      assumption: true,
      inputs: [
        ...shared.slice(0, 2),
        { name: bare('input-tilt'), value: array.tilt, kind: 'angle' },
        { name: bare('input-azimuth'), value: array.azimuth, kind: 'angle' },
        { name: bare('input-limit'), value: setup.array.pacRated ?? bare('no-limit'), kind: 'power' },
      ],
      drivers: [],
    },
    lostEnergy: {
      what: bare('what-lost-energy'),
      kind: 'energy',
      value: year.lostEnergy.p50,
      low: year.lostEnergy.p10,
      high: year.lostEnergy.p90,
      formula: bare('how-lost-energy'),
      source,
      assumption: true,
      inputs: shared,
      drivers: drivers((value) => value.lostEnergy.p50),
    },
    lostValue: {
      what: bare('what-lost-value'),
      kind: 'money',
      value: year.lostEnergy.p50 * valuePerKWh,
      low: year.lostEnergy.p10 * valuePerKWh,
      high: year.lostEnergy.p90 * valuePerKWh,
      formula: bare('how-lost-value'),
      source: bare('source-prices'),
      assumption: true,
      inputs: [
        { name: bare('input-energy-lost'), value: year.lostEnergy.p50, kind: 'energy' },
        { name: bare('input-own-use'), value: site.ownUse, kind: 'fraction' },
        { name: bare('input-energy-bought'), value: site.energyBought / 1000, kind: 'money' },
        { name: bare('input-energy-sold'), value: site.energySold / 1000, kind: 'money' },
      ],
      drivers: drivers((value) => value.lostEnergy.p50 * valuePerKWh),
    },
    recoverable: {
      what: bare('what-recoverable'),
      kind: 'energy',
      value: year.recoverable.p50,
      low: year.recoverable.p10,
      high: year.recoverable.p90,
      formula: bare('how-recoverable'),
      source,
      assumption: true,
      inputs: shared,
      drivers: drivers((value) => value.recoverable.p50),
    },
    limitShare: {
      what: bare('what-limit-share'),
      kind: 'fraction',
      value: year.limitShare,
      formula: bare('how-limit-share'),
      source: bare('source-hourly'),
      assumption: true,
      inputs: [
        { name: bare('input-inverter-limit'), value: array.inverterLimit ?? bare('no-limit'), kind: 'power' },
        { name: bare('input-export-limit'), value: array.exportLimit ?? bare('no-limit'), kind: 'power' },
        { name: bare('input-own-use'), value: site.ownUse, kind: 'fraction' },
      ],
      drivers: [],
    },
  };
}
