import { expect } from 'chai';
import fc from 'fast-check';
import { epwText } from '../testing/epwText.ts';
import { EpwError, type EpwFault, parseEpw } from '../weather/epw.ts';
import { clearSkyDay } from './clearSkyDay.ts';
import { type HourlyYearInput, hourlyYear } from './hourlyYear.ts';

const text = epwText();
const file = parseEpw(text);
const input: HourlyYearInput = {
  place: file.place,
  surface: { surfaceTilt: 20, surfaceAzimuth: 0 },
  array: { pdc0: 10_000, gammaPdc: -0.0035 },
  hours: file.hours,
};

describe('an EPW weather file', () => {
  it('is read whole, with its place', () => {
    expect(file.hours).to.have.length(8760);
    expect(file.place).to.deep.include({ latitude: -33.5, longitude: 19, altitude: 200 });
    expect(new Date(file.hours[0]?.time ?? 0).toISOString()).to.equal('2024-12-31T22:30:00.000Z');
  });

  const broken = (line: number, change: (row: string) => string) =>
    text
      .split('\r\n')
      .map((row, index) => (index === line - 1 ? change(row) : row))
      .join('\r\n');
  const cases: [string, string, number, EpwFault['code']][] = [
    ['another kind of file', 'date,kWh\n1,2', 1, 'epw-no-location'],
    ['a place that is none', broken(1, (row) => row.replace(',-33.5,', ',-133.5,')), 1, 'epw-place'],
    ['a file that is cut off', text.split('\r\n').slice(0, 500).join('\n'), 500, 'epw-hours'],
    ['a value that is missing', broken(100, (row) => row.replace(',60,0,20,', ',60,0,99.9,')), 100, 'epw-out-of-range'],
    ['text for a number', broken(4000, (row) => row.replace(',20,0,50,', ',20,0,damp,')), 4000, 'epw-no-number'],
    ['an hour that is none', broken(9, (row) => row.replace('2025,1,1,1,', '2025,1,1,25,')), 9, 'epw-no-hour'],
  ];
  for (const [what, content, line, code] of cases) {
    it(`is refused with its line for ${what}`, () => {
      try {
        parseEpw(content);
        expect.fail('was taken');
      } catch (error) {
        expect(error).to.be.instanceOf(EpwError);
        const { line: at, fault } = error as EpwError;
        expect([at, fault.code]).to.deep.equal([line, code]);
      }
    });
  }

  it('is refused, not crashed on, whatever is in it', () => {
    fc.assert(
      fc.property(fc.string(), (content) => {
        expect(() => parseEpw(content)).to.throw(EpwError);
      }),
    );
  });
});

describe('the energy of a year from hourly weather', () => {
  const clean = hourlyYear(input);

  it('is near that of clear days where every day is clear', () => {
    const day = clearSkyDay(
      { ...file.place, linkeTurbidity: 3 },
      input.surface,
      input.array,
      '2025-01-15',
      20,
      2.25,
    ).energy;
    const hours = file.hours.slice(14 * 24, 15 * 24);
    expect(hourlyYear({ ...input, hours }).inverter).to.be.closeTo(day, 0.02 * day);
  });

  it('is never less than nothing and loses what the dirt takes, but nothing at the limit', () => {
    const dirty = hourlyYear({ ...input, soilingRatio: 0.9 });
    expect(dirty.inverter / clean.inverter).to.be.closeTo(0.9, 1e-9);
    const limited = { ...input, array: { ...input.array, pacRated: 1000 } };
    const [a, b] = [hourlyYear(limited), hourlyYear({ ...limited, soilingRatio: 0.9 })];
    expect(b.inverter / a.inverter).to.be.above(0.97);
    expect(a.atInverterLimit).to.be.above(0.5);
    expect(hourlyYear({ ...input, soilingRatio: 0 }).inverter).to.equal(0);
  });

  it('of a bifacial module adds the back, which has its own dirt', () => {
    const both = hourlyYear({ ...input, rear: { fraction: 0.07, soilingRatio: 1 } });
    expect(both.inverter / clean.inverter).to.be.within(1.06, 1.07);
    const dirtyBack = hourlyYear({ ...input, rear: { fraction: 0.07, soilingRatio: 0 } });
    expect(dirtyBack.inverter).to.be.below(clean.inverter * 1.0001);
    const front = hourlyYear({ ...input, soilingRatio: 0.8, rear: { fraction: 0.07, soilingRatio: 1 } });
    expect(front.inverter / both.inverter).to.be.above(0.8);
  });

  it('is used only as far as load, export limit and battery take it', () => {
    const capped = hourlyYear({ ...input, outlet: { load: 1500, exportLimit: 1000 } });
    expect(capped.used).to.be.below(clean.used);
    expect(capped.atOutletLimit).to.be.above(0.3);
    const battery = { capacity: 10_000, power: 4000 };
    const stored = hourlyYear({ ...input, outlet: { load: 1500, exportLimit: 1000, battery } });
    expect(stored.used).to.be.within(capped.used + 1, clean.used);
    const dirty = hourlyYear({ ...input, soilingRatio: 0.9, outlet: { load: 1500, exportLimit: 1000, battery } });
    expect(dirty.used / stored.used).to.be.above(0.9);
  });
});
