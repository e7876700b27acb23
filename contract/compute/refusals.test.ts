import { expect } from 'chai';
import { exampleSite } from '../../core/testing/exampleSite.ts';
import { allCommands, describeIssue } from './index.ts';

const COMMANDS = await allCommands();

/** What a command says about an input; undefined where it takes it. */
function refusal(name: string, input: unknown): string | undefined {
  const parsed = COMMANDS[name]?.input.safeParse(input);
  return parsed?.success === false ? describeIssue(parsed.error) : undefined;
}

const reading = { value: 100, poaIrradiance: 800, tempModule: 40 };
const compare = { quantity: 'power', temperatureCoefficient: -0.004, before: reading, after: reading };
const soiling = { model: 'rate', rate: 0.01, rain: [0, 1] };
const water = { conductivity: 500, targetConductivity: 10, waterTemperature: 20 };
const output = { pdc0: 1000, gammaPdc: -0.004, rows: [{ poaGlobal: 1, tempAir: 1, windSpeed: 1 }] };

const mass = { model: 'mass', surfaceTilt: 20, rain: [0, 1], pm25: [1, 1], pm10: [2, 2] };
const layered = {
  model: 'layered',
  surfaceTilt: 20,
  parameters: { lichenDensity: 0, mismatch: 1 },
  initial: { loose: 0, bonded: 0, droppings: 0, lichenRadius: 0 },
  days: [{ rain: 0, dew: false, deposition: 0.01, droppings: 0 }],
};
const string = {
  module: { cells: 60, substrings: 3, iL: 10, i0: 1e-10, rs: 0.2, rsh: 300, a: 1.7 },
  moduleCount: 2,
  film: 1,
  patches: [],
};
const minute = { value: 100, poaIrradiance: 800 };
const drying = { filmThickness: 0.1, poaGlobal: 500, tempAir: 20, relativeHumidity: 0.5, windSpeed: 1 };
const reach = {
  eaveHeight: 3,
  overhang: 0.5,
  roofTilt: 20,
  standOff: 5,
  handHeight: 1.4,
  slopeDistance: 2,
  poleMax: 9,
};
const spray = {
  orifices: 5,
  spacing: 0.3,
  orificeDiameter: 0.002,
  pipeDiameter: 0.016,
  pump: { shutOffHead: 30, maxFlow: 60 },
  riser: { length: 5, diameter: 0.02 },
  lift: 5,
};
const price = {
  work: {
    ...{ modules: 20, minutesPerModule: 1.2, storeys: 1, travelKm: 30, travelMinutes: 40 },
    ...{ waterCost: 500, accessEquipment: false },
  },
  book: {
    ...{ hourlyRate: 32_000, crew: 2, travelPerKm: 650, consumablesPerModule: 350, accessEquipment: 280_000 },
    ...{ minimumCharge: 0, riskShare: 0.15, planDiscount: 0.1, taxRate: 0.15 },
  },
};
const year = Array(365).fill(0);
const frequency = {
  rate: 0.001,
  threshold: 6,
  gracePeriod: 14,
  maxLoss: 0.3,
  cleaningCost: 1,
  rains: [year],
  dailyValue: year,
  maxCleans: 1,
};
const day = { date: '2026-06-01', energy: 20 };
const energy = {
  site: exampleSite,
  days: [day],
  cleanings: [],
};

describe('input that cannot be computed', () => {
  const cases: [string, unknown, RegExp][] = [
    ['sun', { latitude: 91, longitude: 0, times: ['2026-01-01T00:00:00Z'] }, /^latitude: /],
    ['sun', { latitude: 0, longitude: 0, times: ['2026-01-01T00:00:00'] }, /^times\.0: must be ISO 8601/],
    ['sun', { latitude: 0, longitude: 0, times: ['2026-02-30T00:00:00Z'] }, /^times\.0: /],
    ['sun', { latitude: 0, longitude: 0, times: ['1949-12-31T23:59:59Z'] }, /^times\.0: must lie between/],
    ['sun', { latitude: 0, longitude: 0, times: [] }, /^times: /],
    ['sun', { latitude: '0', longitude: 0, times: ['2026-01-01T00:00:00Z'] }, /^latitude: /],
    ['sun', null, /^input: /],
    ['output', { ...output, rows: [{ poaGlobal: -1, tempAir: 1, windSpeed: 1 }] }, /^rows\.0\.poaGlobal: /],
    ['output', { ...output, inverterEfficiency: 1.1 }, /^inverterEfficiency: /],
    ['soiling', { ...soiling, model: 'other' }, /^model: /],
    ['soiling', { ...soiling, rate: [0.1] }, /^rate: /],
    ['soiling', { ...soiling, rate: 2 }, /^rate: /],
    ['soiling', { ...soiling, cleanings: [{ day: 2 }] }, /^cleanings\.0\.day: must lie inside/],
    ['soiling', { ...soiling, rain: [0, -1] }, /^rain\.1: /],
    ['compare', { ...compare, before: { ...reading, value: 0 } }, /^before\.value: /],
    ['compare', { ...compare, after: { ...reading, poaIrradiance: 0 } }, /^after\.poaIrradiance: /],
    ['compare', { ...compare, quantity: 'energy' }, /^quantity: /],
    [
      'compare',
      { ...compare, temperatureCoefficient: -0.02, before: { ...reading, tempModule: 80 } },
      /^before\.tempModule: /,
    ],
    ['water', { ...water, osmosis: { rejection: 1, recovery: 0.5, permeateFlow25: 1 } }, /^osmosis\.rejection: /],
    ['water', { ...water, resin: { litres: -1, utilisation: 0.5 } }, /^resin\.litres: /],
    ['water', { targetConductivity: 10, waterTemperature: 20 }, /^conductivity: /],
    ['soiling', { ...mass, pm10: [1] }, /^pm10: must have as many days/],
    [
      'soiling',
      { ...layered, parameters: { ...layered.parameters, bondingPerDew: 2 } },
      /^parameters\.bondingPerDew: /,
    ],
    ['soiling', { ...layered, cleanings: [{ day: 0 }] }, /^cleanings\.0\.effectiveness: /],
    ['string', { ...string, module: { ...string.module, cells: 61 } }, /^module\.cells: must be divisible/],
    ['string', { ...string, module: { ...string.module, cells: 63, halfCut: true } }, /^module\.cells: .*twice/],
    ['string', { ...string, patches: [{ module: 2, cell: 0, transmittance: 0.5 }] }, /^patches\.0\.module: /],
    ['string', { ...string, patches: [{ module: 0, cell: 60, transmittance: 0.5 }] }, /^patches\.0\.cell: /],
    ['string', { ...string, film: 1.2 }, /^film: /],
    ['three-readings', { dryDirty: minute, wetDirty: { ...minute, value: 0 }, wetClean: minute }, /^wetDirty\.value: /],
    ['drying', { ...drying, relativeHumidity: 40 }, /^relativeHumidity: /],
    ['drying', { ...drying, rinse: { litresPerM2: -1, waterTemperature: 20 } }, /^rinse\.litresPerM2: /],
    ['reach', { ...reach, roofTilt: 91 }, /^roofTilt: /],
    ['jet', { pressure: 1, flow: 1, distance: 1, fanAngle: 180 }, /^fanAngle: /],
    ['spray', { ...spray, orifices: 0 }, /^orifices: /],
    ['price', { ...price, book: { ...price.book, hourlyRate: 1.5 } }, /^book\.hourlyRate: /],
    ['price', { ...price, work: { ...price.work, storeys: 0 } }, /^work\.storeys: /],
    ['price', { ...price, worth: [] }, /^worth: must have at least one value/],
    ['spray', { ...spray, orifices: 1.5 }, /^orifices: /],
    ['frequency', { ...frequency, rains: [[0, 1]] }, /^rains\.0: must have 365 days/],
    ['frequency', { ...frequency, everyYears: [1] }, /^everyYears\.0: /],
    ['frequency', { ...frequency, maxCleans: -1 }, /^maxCleans: /],
    ['daily-energy', { ...energy, days: [day, day] }, /^days\.1\.date: stands twice/],
    ['daily-energy', { ...energy, days: [{ ...day, date: '2026-02-30' }] }, /^days\.0\.date: /],
    ['daily-energy', { ...energy, cleanings: ['2026-07-01'] }, /^cleanings\.0: must lie inside/],
    ['daily-energy', { ...energy, days: [{ ...day, energy: -1 }] }, /^days\.0\.energy: /],
  ];
  for (const [name, input, line] of cases) {
    it(`${name} names the field: ${String(line).slice(2, -2)}`, () => expect(refusal(name, input)).to.match(line));
  }

  it('is described in one line', () => {
    expect(refusal('compare', {})).to.not.match(/\n/);
  });

  it('is not what stands at the edge of a range', () => {
    expect(
      refusal('sun', { latitude: -90, longitude: 180, times: ['2026-01-01T00:00Z', '2100-12-31T23:59:59.5+02:00'] }),
    ).to.equal(undefined);
    expect(refusal('compare', { ...compare, after: { ...reading, value: 0 } })).to.equal(undefined);
    expect(refusal('water', { ...water, resin: null })).to.equal(undefined);
  });
});
