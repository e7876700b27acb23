import { compare } from '../../core/comparisons/compare.ts';
import { threeReadings } from '../../core/comparisons/threeReadings.ts';
import { poleReach } from '../../core/reach/reach.ts';
import { dryingMinutes } from '../../core/schedule/drying.ts';
import { soilingByMass } from '../../core/soiling/mass.ts';
import { sprayLine } from '../../core/spray/line.ts';
import { sprayTimer } from '../../core/spray/timer.ts';
import type { QuantityKind, Units } from '../../core/units/quantities.ts';
import { jetOnGlass, STATIC_LOAD } from '../../core/water/jet.ts';
import { treatWater } from '../../core/water/treatment.ts';
import { formatNumber, formatQuantity } from '../../words/format.ts';

/** One number that a sum asks for. Its value is kept in SI; the person types it in their own units. */
export interface SumField {
  key: string;
  label: string;
  kind: QuantityKind;
  /** what stands behind the field where the kind has no unit of its own */
  suffix?: string;
  start: number;
  min: number;
  max: number;
}

export interface SumAnswer {
  label: string;
  value: string;
  note?: string;
}

export interface Sum {
  key: string;
  title: string;
  asks: string;
  fields: SumField[];
  answer: (values: Record<string, number>, units: Units) => SumAnswer[];
  source: string;
  /** where the work itself can hurt somebody */
  caution?: string;
}

const field = (
  key: string,
  label: string,
  kind: QuantityKind,
  start: number,
  min: number,
  max: number,
  suffix?: string,
): SumField => ({ key, label, kind, start, min, max, ...(suffix === undefined ? {} : { suffix }) });

const of = (values: Record<string, number>, key: string): number => values[key] ?? 0;
const irradiance = (key: string, label: string, start: number) => field(key, label, 'irradiance', start, 1, 2000);
const power = (key: string, label: string, start: number) => field(key, label, 'power', start, 0.001, 1e9);
const temperature = (key: string, label: string, start: number) => field(key, label, 'temperature', start, -40, 120);

const gainAndLoss: Sum = {
  key: 'gain',
  title: 'Gain and loss',
  asks: 'What did the wash add, and what had the dirt been taking?',
  fields: [
    power('before', 'Power before', 3200),
    irradiance('sunBefore', 'Irradiance before', 800),
    temperature('warmBefore', 'Module before', 45),
    power('after', 'Power after', 3600),
    irradiance('sunAfter', 'Irradiance after', 800),
    temperature('warmAfter', 'Module after', 45),
    field('coefficient', 'Temperature coefficient', 'fraction', -0.0035, -0.01, 0, '%/K'),
  ],
  answer: (v, units) => {
    const { gain, loss, expandedUncertainty, distinguishable } = compare({
      quantity: 'power',
      temperatureCoefficient: of(v, 'coefficient'),
      before: { value: of(v, 'before'), poaIrradiance: of(v, 'sunBefore'), tempModule: of(v, 'warmBefore') },
      after: { value: of(v, 'after'), poaIrradiance: of(v, 'sunAfter'), tempModule: of(v, 'warmAfter') },
    });
    return [
      {
        label: 'Gain, on what it gave dirty',
        value: formatQuantity(gain, 'fraction', units),
        note: `± ${formatQuantity(expandedUncertainty, 'fraction', units)}`,
      },
      { label: 'Loss there was, of what it gives clean', value: formatQuantity(loss, 'fraction', units) },
      { label: 'The change', value: distinguishable ? 'stands out' : 'cannot be told from none' },
    ];
  },
  source:
    'IEC 60891 for the corrections, JCGM 100:2008 for the uncertainty; an irradiance sensor is taken to be at hand',
};

const cooling: Sum = {
  key: 'cooling',
  title: 'Cooling or cleaning',
  asks: 'How much of the rise after wetting was only cooling?',
  fields: [
    power('dry', 'Dry and dirty', 3200),
    irradiance('sunDry', 'Irradiance', 800),
    power('wet', 'Wet and dirty', 3360),
    irradiance('sunWet', 'Irradiance, wet', 800),
    power('clean', 'Wet and clean', 3780),
    irradiance('sunClean', 'Irradiance, clean', 800),
  ],
  answer: (v, units) => {
    const { wetting, cleaning, lossToDirt } = threeReadings({
      dryDirty: { value: of(v, 'dry'), poaIrradiance: of(v, 'sunDry') },
      wetDirty: { value: of(v, 'wet'), poaIrradiance: of(v, 'sunWet') },
      wetClean: { value: of(v, 'clean'), poaIrradiance: of(v, 'sunClean') },
    });
    return [
      { label: 'Wetting alone added', value: formatQuantity(wetting, 'fraction', units), note: 'cooling and optics' },
      { label: 'Cleaning added (gain)', value: formatQuantity(cleaning, 'fraction', units) },
      { label: 'Dirt had taken (loss)', value: formatQuantity(lossToDirt, 'fraction', units) },
    ];
  },
  source: 'Ratios of power over irradiance within minutes',
  caution: 'DC stays live while the sun shines: readings on a wet array only where the maker’s manual allows it.',
};

const drying: Sum = {
  key: 'drying',
  title: 'Drying',
  asks: 'How long does the film stand before it dries to spots?',
  fields: [
    field('film', 'Film of water', 'count', 0.1, 0, 5, 'mm'),
    irradiance('sun', 'Irradiance', 600),
    temperature('air', 'Air', 22),
    field('humidity', 'Humidity', 'fraction', 0.45, 0, 1),
    field('wind', 'Wind', 'speed', 2, 0, 40),
    temperature('glass', 'Glass', 35),
  ],
  answer: (v, units) => {
    const minutes = dryingMinutes({
      filmThickness: of(v, 'film'),
      poaGlobal: of(v, 'sun'),
      tempAir: of(v, 'air'),
      relativeHumidity: of(v, 'humidity'),
      windSpeed: of(v, 'wind'),
      tempGlass: of(v, 'glass'),
    });
    return [
      {
        label: 'Dry after',
        value: minutes === null ? 'never, as it is' : formatQuantity(minutes, 'minutes', units, 1),
        note: minutes === 0 ? 'the heat in the glass dries it at once' : 'rinse a batch before that',
      },
    ];
  },
  source: 'Penman with the resistance of FAO-56; heat stored in the glass 10 kJ/m²K (house assumption)',
  caution: 'Cold water on hot glass can crack it: within 20 K of each other unless the maker says otherwise.',
};

const reach: Sum = {
  key: 'reach',
  title: 'Pole and reach',
  asks: 'Does the pole reach from where one can stand?',
  fields: [
    field('eave', 'Eave height', 'length', 2.8, 0, 100),
    field('overhang', 'Overhang', 'length', 0.5, 0, 10),
    field('tilt', 'Roof tilt', 'angle', 25, 0, 90),
    field('stand', 'Standing off the wall', 'length', 5, 0, 100),
    field('hand', 'Hands at', 'length', 1.4, 0, 50),
    field('up', 'Up the roof to the place', 'length', 2.5, 0, 50),
    field('pole', 'Longest pole', 'length', 9, 0.1, 40),
    field('neck', 'Angled neck makes up', 'length', 0.3, 0, 3),
  ],
  answer: (v, units) => {
    const found = poleReach({
      eaveHeight: of(v, 'eave'),
      overhang: of(v, 'overhang'),
      roofTilt: of(v, 'tilt'),
      standOff: of(v, 'stand'),
      handHeight: of(v, 'hand'),
      slopeDistance: of(v, 'up'),
      poleMax: of(v, 'pole'),
      neck: of(v, 'neck'),
    });
    const metres = (value: number | null) => (value === null ? 'none' : formatQuantity(value, 'length', units, 1));
    return [
      { label: 'It reaches', value: found.reachable ? 'yes' : 'no' },
      { label: 'Pole needed', value: metres(found.poleLength) },
      { label: 'Its end stands off the roof', value: metres(found.lift), note: 'to be made up by an angled neck' },
      { label: 'Stand at least', value: metres(found.minimumStandOff), note: 'from the wall, for any straight pole' },
    ];
  },
  source: 'The section at right angles to the eave; 5 cm of clearance over it',
  caution:
    'Overhead lines, brittle roofs and pole work from a ladder are reasons to stop. Local rules and a competent person come first.',
};

const jet: Sum = {
  key: 'jet',
  title: 'Jet on glass',
  asks: 'How hard does this nozzle press on the glass?',
  fields: [
    field('pressure', 'At the nozzle', 'count', 100, 0, 1000, 'bar'),
    field('flow', 'Flow', 'count', 9, 0, 1000, 'L/min'),
    field('distance', 'Distance', 'length', 0.5, 0.01, 50),
    field('fan', 'Fan', 'angle', 25, 1, 179),
  ],
  answer: (v, units) => {
    const { force, impactPressure, allowed } = jetOnGlass({
      pressure: of(v, 'pressure'),
      flow: of(v, 'flow'),
      distance: of(v, 'distance'),
      fanAngle: of(v, 'fan'),
    });
    const limit = formatNumber(STATIC_LOAD, 0, units);
    return [
      { label: 'Force', value: `${formatNumber(force, 1, units)} N` },
      {
        label: 'Over the strip it strikes',
        value: impactPressure === null ? 'no figure' : `${formatNumber(impactPressure, 0, units)} Pa`,
        note: allowed
          ? `under the ${limit} Pa of the module test`
          : `over the ${limit} Pa of the module test: not here`,
      },
    ];
  },
  source: 'Momentum of the water; fan a tenth as thick as it is far (house assumption); IEC 61215 static load',
  caution: 'Never at seals, edges and connectors, whatever the pressure. The maker’s manual comes first.',
};

const water: Sum = {
  key: 'water',
  title: 'Water and resin',
  asks: 'What does this water leave, and how far does a charge of resin go?',
  fields: [
    field('source', 'Source', 'conductivity', 900, 0, 20_000),
    field('target', 'Wanted on the glass', 'conductivity', 20, 0, 20_000),
    temperature('warm', 'Water', 18),
    field('resin', 'Resin', 'volume', 25, 0.1, 10_000),
    field('used', 'Share of it that is used', 'fraction', 0.95, 0.01, 1),
    field('rejection', 'Membrane holds back', 'fraction', 0.96, 0.01, 0.999),
    field('recovery', 'Recovery', 'fraction', 0.45, 0.01, 0.95),
  ],
  answer: (v, units) => {
    const found = treatWater({
      conductivity: of(v, 'source'),
      targetConductivity: of(v, 'target'),
      carbonDioxide: 5,
      waterTemperature: of(v, 'warm'),
      filmThickness: 0.1,
      resin: { litres: of(v, 'resin'), capacity: 28_000, utilisation: of(v, 'used') },
      osmosis: { rejection: of(v, 'rejection'), recovery: of(v, 'recovery'), permeateFlow25: 300 },
    });
    const charge = (litres: number | null | undefined) =>
      litres == null ? 'needs none' : formatQuantity(litres, 'volume', units);
    return [
      {
        label: 'Salts left as it is',
        value: formatQuantity(found.residueSource, 'residue', units),
        note: 'drip-dry film of 0.1 mm',
      },
      { label: 'One charge, resin alone', value: charge(found.resinOnly?.litresPerCharge) },
      {
        label: 'One charge behind the membrane',
        value: charge(found.osmosis?.litresPerCharge),
        note: `membrane gives ${formatQuantity(found.osmosis?.permeateConductivity ?? null, 'conductivity', units)}`,
      },
    ];
  },
  source: 'Mass of salts 0.65 mg/L for each µS/cm; resin 28 000 mg of lime a litre; 5 mg/L of carbon dioxide',
};

const spray: Sum = {
  key: 'spray',
  title: 'Spray line',
  asks: 'How evenly does a perforated pipe give its water?',
  fields: [
    field('holes', 'Holes', 'count', 30, 1, 5000, 'in all'),
    field('apart', 'Apart', 'length', 0.4, 0.01, 20),
    field('hole', 'Hole', 'lengthSmall', 0.0015, 0.0002, 0.02),
    field('pipe', 'Pipe inside', 'lengthSmall', 0.016, 0.003, 0.3),
    field('head', 'Pump, shut off', 'length', 30, 0.1, 500),
    field('flow', 'Pump, free flow', 'count', 80, 0.1, 10_000, 'L/min'),
    field('lift', 'Lift', 'length', 5, 0, 300),
    field('riser', 'Riser', 'length', 10, 0, 500),
    field('riserPipe', 'Riser inside', 'lengthSmall', 0.02, 0.003, 0.3),
  ],
  answer: (v, units) => {
    const found = sprayLine({
      orifices: Math.round(of(v, 'holes')),
      spacing: of(v, 'apart'),
      orificeDiameter: of(v, 'hole'),
      pipeDiameter: of(v, 'pipe'),
      pump: { shutOffHead: of(v, 'head'), maxFlow: of(v, 'flow') },
      riser: { length: of(v, 'riser'), diameter: of(v, 'riserPipe') },
      lift: of(v, 'lift'),
    });
    if (found.totalLpm === null) return [{ label: 'Water', value: 'none: the pump cannot lift it so high' }];
    const perMinute = (value: number | null, digits: number) =>
      value === null ? 'no figure' : `${formatNumber(value, digits, units)} L/min`;
    return [
      { label: 'In all', value: perMinute(found.totalLpm, 1) },
      { label: 'Least and greatest hole', value: `${perMinute(found.minLpm, 2)}, ${perMinute(found.maxLpm, 2)}` },
      { label: 'Evenness', value: formatQuantity(found.uniformity, 'fraction', units, 0), note: 'least over greatest' },
    ];
  },
  source: 'Darcy and Weisbach with Swamee and Jain; no fittings',
  caution:
    'Stored warm water that is sprayed needs Legionella control; a line on the mains needs backflow protection. Hard water on hot glass scales it every time.',
};

const timer: Sum = {
  key: 'timer',
  title: 'Spray timer',
  asks: 'How often and how long should a spray line run?',
  fields: [
    field('area', 'Glass under the line', 'area', 40, 0.1, 100_000),
    field('tilt', 'Tilt', 'angle', 20, 0, 89),
    field('dust', 'Dust settling', 'count', 0.05, 0, 5, 'g/m² a day'),
    field('loss', 'Keep the loss under', 'fraction', 0.02, 0.001, 0.5),
    field('taken', 'A rinse takes off', 'fraction', 0.8, 0.01, 0.99),
    field('flow', 'Flow of the line', 'count', 20, 0.1, 10_000, 'L/min'),
    field('pump', 'Pump draws', 'power', 750, 0, 100_000),
    field('caught', 'Water caught', 'fraction', 0.5, 0, 1),
  ],
  answer: (v, units) => {
    const found = sprayTimer({
      area: of(v, 'area'),
      surfaceTilt: of(v, 'tilt'),
      deposition: of(v, 'dust'),
      keepUnder: of(v, 'loss'),
      effectiveness: of(v, 'taken'),
      totalLpm: of(v, 'flow'),
      pumpPower: of(v, 'pump'),
      caught: of(v, 'caught'),
    });
    if (found.everyDays === null) return [{ label: 'Rinse', value: 'never: the film does not come to that' }];
    const passed = found.lossBefore > of(v, 'loss');
    return [
      {
        label: 'Rinse',
        value: found.everyDays === 1 ? 'every day' : `every ${found.everyDays} days`,
        note: `${formatQuantity(found.lossBefore, 'fraction', units)} lost just before it${passed ? ': over the limit all the same' : ''}`,
      },
      {
        label: 'Each time',
        value: formatQuantity(found.minutes, 'minutes', units, 1),
        note: formatQuantity(found.litres, 'volume', units),
      },
      {
        label: 'Water a year',
        value: formatQuantity(found.litresAYear, 'volume', units),
        note: `${formatQuantity(found.caughtAYear, 'volume', units)} of it caught`,
      },
      { label: 'Pump a year', value: formatQuantity(found.energyAYear, 'energy', units) },
    ];
  },
  source:
    'As much water as the rain that takes off as much (house assumption: 5 mm); the loss of the film by Coello and Boyle 2019; droppings and bonded film are left',
  caution:
    'Hard water on hot glass scales it every time; stored warm water that is sprayed needs Legionella control; a line on the mains needs backflow protection.',
};

const air: Sum = {
  key: 'air',
  title: 'Dust from the air',
  asks: 'How much settles from this air in days without rain, and what does it cost?',
  fields: [
    field('fine', 'PM2.5, daily mean', 'count', 12, 0, 2000, 'µg/m³'),
    field('all', 'PM10, daily mean', 'count', 40, 0, 5000, 'µg/m³'),
    field('tilt', 'Tilt', 'angle', 20, 0, 90),
    field('days', 'Days without rain', 'count', 30, 1, 365, 'days'),
  ],
  answer: (v, units) => {
    const days = Math.round(of(v, 'days'));
    const course = soilingByMass({
      surfaceTilt: of(v, 'tilt'),
      rain: Array(days).fill(0),
      pm25: Array(days).fill(of(v, 'fine')),
      pm10: Array(days).fill(of(v, 'all')),
    });
    const last = course.at(-1) ?? { mass: 0, soilingRatio: 1 };
    return [
      { label: 'On the glass', value: `${formatNumber(last.mass, 2, units)} g/m²` },
      {
        label: 'Loss to it',
        value: formatQuantity(1 - last.soilingRatio, 'fraction', units),
        note: 'of the film alone: no droppings, no growth',
      },
      { label: 'Gain of taking it off', value: formatQuantity(1 / last.soilingRatio - 1, 'fraction', units) },
    ];
  },
  source: 'Coello and Boyle 2019: coarse dust settles at 4 mm/s, fine at 0.9 mm/s; rain of 1 mm takes all of it',
};

export const SUMS: Sum[] = [gainAndLoss, cooling, drying, reach, jet, water, air, spray, timer];
