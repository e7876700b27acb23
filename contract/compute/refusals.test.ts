import { expect } from 'chai';
import { COMMANDS, describeIssue } from './index.ts';

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
