import { expect } from 'chai';
import fc from 'fast-check';
import { EFFECTIVENESS } from '../assumptions.ts';
import { CLEAN_GLASS, LayeredGlass, type LayeredModel, rainAtTilt, soilingByLayers } from './layered.ts';
import { soilingByMass } from './mass.ts';

const COUNT = 60;
const fill = (value: number): number[] => Array(COUNT).fill(value);
const base: LayeredModel = {
  surfaceTilt: 20,
  parameters: { lichenDensity: 50, mismatch: 8 },
  initial: { loose: 0.5, bonded: 0.2, droppings: 0.002, lichenRadius: 0.002 },
  days: { rain: fill(0), dew: fill(0), deposition: fill(0.02), droppings: fill(1e-5) },
};
const last = (model: LayeredModel, key: 'loose' | 'bonded' | 'soilingRatio' | 'lichenCover' | 'droppings') =>
  soilingByLayers(model)[key][COUNT - 1] ?? Number.NaN;
const depth = fc.double({ min: 0, max: 30, noNaN: true });
const rains = fc.array(depth, { minLength: COUNT, maxLength: COUNT });

describe('soiling in two layers, with droppings and lichen', () => {
  it('cleans in the rain where nothing bonds, and keeps what the dew has bonded', () => {
    const wet = { ...base, days: { ...base.days, rain: fill(20), dew: fill(1), deposition: fill(0) } };
    const cleans = {
      ...wet,
      parameters: { ...wet.parameters, bondingPerDew: 0 },
      initial: { ...CLEAN_GLASS, loose: 1 },
    };
    const stays = {
      ...wet,
      parameters: { ...wet.parameters, bondingPerDew: 0.9, bondedRainFactor: 0 },
      initial: { ...CLEAN_GLASS, loose: 1 },
    };
    expect(last(cleans, 'loose') + last(cleans, 'bonded')).to.be.below(0.001);
    expect(last(stays, 'bonded')).to.be.above(0.85);
  });

  it('washes better on a steep roof, within its limits', () => {
    expect(rainAtTilt(20)).to.be.closeTo(1, 1e-12);
    expect([rainAtTilt(0), rainAtTilt(90)]).to.deep.equal([0.25, 1.75]);
  });

  it('is never dirtier for more rain', () => {
    fc.assert(
      fc.property(rains, fc.array(fc.boolean(), { minLength: COUNT, maxLength: COUNT }), (rain, dew) => {
        const days = { ...base.days, dew: dew.map(Number) };
        const some = soilingByLayers({ ...base, days: { ...days, rain } }).soilingRatio;
        const more = soilingByLayers({ ...base, days: { ...days, rain: rain.map((mm) => mm * 1.5) } }).soilingRatio;
        for (let day = 0; day < COUNT; day += 1) expect(more[day]).to.be.at.least((some[day] ?? 0) - 1e-12);
      }),
      { numRuns: 40 },
    );
  });

  it('is never worse for a cleaning, by whatever method', () => {
    const methods = Object.values(EFFECTIVENESS);
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: COUNT - 1 }),
        fc.integer({ min: 0, max: methods.length - 1 }),
        rains,
        (day, which, rain) => {
          const dirty = { ...base, days: { ...base.days, rain } };
          const effectiveness = methods[which] ?? EFFECTIVENESS.hose;
          const without = soilingByLayers(dirty).soilingRatio;
          const washed = soilingByLayers({ ...dirty, cleanings: [{ day, effectiveness }] }).soilingRatio;
          for (let at = 0; at < COUNT; at += 1) expect(washed[at]).to.be.at.least((without[at] ?? 0) - 1e-12);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('never gives less than nothing, nor more than clean glass', () => {
    const filthy = {
      ...base,
      parameters: { ...base.parameters, mismatch: 1e4 },
      initial: { loose: 500, bonded: 500, droppings: 1, lichenRadius: 0.5 },
    };
    for (const ratio of soilingByLayers(filthy).soilingRatio) expect(ratio).to.be.within(0, 1);
  });

  it('grows lichen slowly, and takes off what the blade takes and no more than there is', () => {
    const years = (effectiveness: number, density = 50) => {
      const cleanings = [{ day: 30, effectiveness: { loose: 1, bonded: 1, droppings: 1, lichen: effectiveness } }];
      return last({ ...base, cleanings, parameters: { ...base.parameters, lichenDensity: density } }, 'lichenCover');
    };
    expect(years(0.95)).to.be.below(years(0));
    expect(years(1)).to.be.above(0);
    expect(years(1, 0)).to.equal(0);
  });

  it('goes on from the state in which it ended as if it had not been cut', () => {
    const cut = 25;
    const slice = (from: number, to?: number) => ({
      rain: fill(3).slice(from, to),
      dew: fill(1).slice(from, to),
      deposition: fill(0.02).slice(from, to),
      droppings: fill(1e-5).slice(from, to),
    });
    const whole = soilingByLayers({ ...base, days: slice(0) });
    const first = soilingByLayers({ ...base, days: slice(0, cut) });
    const rest = soilingByLayers({ ...base, initial: first.end, days: slice(cut) });
    expect(rest.soilingRatio.at(-1)).to.be.closeTo(whole.soilingRatio.at(-1) ?? 0, 1e-14);
  });
});

describe('soiling from dust in the air', () => {
  const air = { surfaceTilt: 10, pm25: [10, 10, 10], pm10: [30, 30, 30] };

  it('settles every day and is gone after the rain, which adds nothing that day', () => {
    const [first, second, third] = soilingByMass({ ...air, rain: [0, 1, 0] });
    expect(first?.mass).to.be.above(0);
    expect(second).to.deep.equal({ mass: 0, soilingRatio: 1 });
    expect(third?.mass).to.be.closeTo(first?.mass ?? 0, 1e-15);
  });

  it('does not settle backwards where the fine dust reads more than all of it', () => {
    const [day] = soilingByMass({ ...air, pm25: [40], pm10: [10], rain: [0] });
    expect(day?.mass).to.be.closeTo(0.0009 * 40 * 0.0864 * Math.cos((10 * Math.PI) / 180), 1e-12);
  });

  it('begins the day of a cleaning with bare glass', () => {
    const days = soilingByMass({ ...air, rain: [0, 0, 0], initialMass: 5, cleanings: [{ day: 1 }] });
    expect(days[0]?.mass).to.be.above(5);
    expect(days[1]?.mass).to.be.below(0.2);
  });

  it('passes days together as one by one, whatever falls and settles', () => {
    const shares = fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: COUNT, maxLength: COUNT });
    fc.assert(
      fc.property(rains, shares, shares, fc.integer({ min: 0, max: COUNT }), (rain, dew, settles, split) => {
        const days = {
          rain: Float64Array.from(rain),
          dew: Float64Array.from(dew),
          deposition: Float64Array.from(settles, (one) => one * 0.1),
          droppings: Float64Array.from(settles, (one) => one * 0.2),
        };
        const [together, single] = [0, 0].map(() => new LayeredGlass(20, base.parameters, base.initial)) as [
          LayeredGlass,
          LayeredGlass,
        ];
        together.passDays(days, 0, split, 1.5, 0.5);
        together.passDays(days, split, COUNT, 1.5, 0.5);
        for (let day = 0; day < COUNT; day += 1)
          single.pass(
            days.rain[day] ?? 0,
            days.dew[day] ?? 0,
            (days.deposition[day] ?? 0) * 1.5,
            (days.droppings[day] ?? 0) * 0.5,
          );
        for (const [name, value] of Object.entries(single.state()))
          expect(together.state()[name as keyof typeof base.initial], name).to.be.closeTo(value, 1e-12);
      }),
    );
  });
});
