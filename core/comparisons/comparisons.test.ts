import { expect } from 'chai';
import fc from 'fast-check';
import type { ReadingEntry } from '../jobs/progress.ts';
import { proveCleaning } from '../jobs/proof.ts';
import { averageReadings } from './average.ts';
import { clearSkyRatioUncertainty, compare } from './compare.ts';
import { expectedOutput } from './expected.ts';
import { threeReadings } from './threeReadings.ts';
import { pairWarnings, readingWarnings } from './warnings.ts';

const at = (value: number, poaIrradiance = 800, tempModule = 45) => ({ value, poaIrradiance, tempModule });
const base = { quantity: 'power' as const, temperatureCoefficient: -0.004 };

describe('before and after', () => {
  it('3.2 kW to 3.6 kW is a gain of 12.5 % and was a loss of 11.1 %', () => {
    const found = compare({ ...base, before: at(3200), after: at(3600) });
    expect(found.gain).to.be.closeTo(0.125, 1e-12);
    expect(found.loss).to.be.closeTo(1 / 9, 1e-12);
  });

  it('does not take cooling for cleaning: the same dirt on colder glass is no gain', () => {
    const power = (temp: number) => 3000 * (1 - 0.004 * (temp - 25));
    const found = compare({ ...base, before: at(power(55), 800, 55), after: at(power(30), 800, 30) });
    expect(found.gain).to.be.closeTo(0, 1e-12);
    expect(found.distinguishable).to.equal(false);
  });

  it('does not take more sun for cleaning', () => {
    expect(compare({ ...base, before: at(3000, 600), after: at(4000, 800) }).gain).to.be.closeTo(0, 1e-12);
  });

  it('lets the irradiance fall out where a control was read', () => {
    const control = { before: { value: 1000, tempModule: 45 }, after: { value: 1200, tempModule: 45 } };
    const found = compare({ ...base, before: at(3000, 600), after: at(3960, 123), control });
    expect(found.gain).to.be.closeTo(0.1, 1e-12);
  });

  it('has no loss to name where nothing is left after', () => {
    const found = compare({ ...base, before: at(3000), after: at(0) });
    expect(found).to.deep.equal({ ratio: 0, gain: -1, loss: null, expandedUncertainty: 0, distinguishable: true });
  });

  it('gain and loss invert each other for any pair of readings', () => {
    const value = fc.double({ min: 1, max: 1e6, noNaN: true });
    fc.assert(
      fc.property(value, value, (before, after) => {
        const { gain, loss } = compare({ ...base, before: at(before), after: at(after) });
        expect((1 + gain) * (1 - (loss ?? 0))).to.be.closeTo(1, 1e-9);
      }),
    );
  });

  it('is less sure without a sensor the further the readings lie apart', () => {
    expect(clearSkyRatioUncertainty(2)).to.be.above(clearSkyRatioUncertainty(0.5));
    expect(clearSkyRatioUncertainty(0)).to.equal(0.005);
  });

  it('averages several readings and takes their spread', () => {
    const { reading, repeatability } = averageReadings([at(990), at(1000), at(1010)]);
    expect(reading.value).to.equal(1000);
    expect(repeatability).to.be.closeTo(0.01 / Math.sqrt(3), 1e-12);
    expect(averageReadings([at(1000)]).repeatability).to.equal(null);
  });
});

describe('one reading against expectation', () => {
  const input = {
    pdc0: 10_000,
    gammaPdc: -0.004,
    poaGlobal: 800,
    tempModule: 50,
    ageYears: 10,
    degradationPerYear: 0.005,
    uncertainty: { repeatability: 0.005, irradiance: 0.03, temperature: 2, nameplate: 0.02, degradation: 0.002 },
  };
  const full = 10_000 * 0.8 * 0.9 * 0.995 ** 10;

  it('sets age and heat apart from dirt', () => {
    expect(expectedOutput({ ...input, measured: full }).shortfall).to.be.closeTo(0, 1e-12);
  });

  it('says when a shortfall is within what the instruments can be out', () => {
    expect(expectedOutput({ ...input, measured: full * 0.97 }).distinguishable).to.equal(false);
    expect(expectedOutput({ ...input, measured: full * 0.8 }).distinguishable).to.equal(true);
  });

  it('knows that no power at all is a finding', () => {
    const dead = expectedOutput({ ...input, measured: 0 });
    expect(dead).to.include({ performance: 0, shortfall: 1, expandedUncertainty: 0, distinguishable: true });
  });
});

describe('what a reading has against it', () => {
  const context = { quantity: 'power' as const, pdc0: 5000, gammaPdc: -0.004, limit: 4600 };
  const codes = (warnings: { code: string }[]) => warnings.map(({ code }) => code);

  it('warns under 500 W/m2, and not at 500', () => {
    expect(codes(readingWarnings(at(1800, 499), context))).to.deep.equal(['low-irradiance']);
    expect(codes(readingWarnings(at(1800, 500), context))).to.deep.equal([]);
  });

  it('warns of more than sky and nameplate allow by 5 %', () => {
    const most = 5000 * 0.8 * (1 - 0.004 * 20);
    expect(codes(readingWarnings(at(most * 1.04), context))).to.deep.equal([]);
    expect(codes(readingWarnings(at(most * 1.06), context))).to.deep.equal(['above-sky']);
  });

  it('warns at the limit of the inverter, and with a full battery', () => {
    expect(codes(readingWarnings(at(4590, 1050), context))).to.include('at-limit');
    expect(codes(readingWarnings(at(2000, 800), { ...context, capped: true }))).to.include('at-limit');
  });

  it('warns of shadow and of wet glass', () => {
    expect(codes(readingWarnings(at(2000), { ...context, shading: true, wet: true }))).to.deep.equal([
      'shading',
      'wet-glass',
    ]);
  });

  const pair = { minutesApart: 20, hasControl: false, hasSensor: true, quantity: 'power' as const, shareCleaned: 1 };

  it('warns of half an hour without control or sensor only', () => {
    expect(codes(pairWarnings(at(1), at(1), { ...pair, minutesApart: 31, hasSensor: false }))).to.deep.equal([
      'too-far-apart',
    ]);
    expect(codes(pairWarnings(at(1), at(1), { ...pair, minutesApart: 31 }))).to.deep.equal([]);
  });

  it('warns of temperatures over 10 K apart, of a part cleaned, and of current sold as power', () => {
    expect(codes(pairWarnings(at(1, 800, 30), at(1, 800, 40.5), pair))).to.deep.equal(['temperatures-differ']);
    expect(codes(pairWarnings(at(1), at(1), { ...pair, shareCleaned: 0.5 }))).to.deep.equal(['part-cleaned']);
    expect(codes(pairWarnings(at(1), at(1), { ...pair, quantity: 'current' }))).to.deep.equal(['current-not-power']);
  });
});

describe('what the readings of a job prove', () => {
  const entry = (when: 'before' | 'after', value: number, hour: string): ReadingEntry => ({
    id: `${when}${value}`,
    at: `2026-11-24T${hour}:00Z`,
    kind: 'reading',
    when,
    array: 'a',
    quantity: 'power',
    reading: at(value),
    sensor: true,
    shading: false,
    wet: false,
    capped: false,
  });
  const job = { pdc0: 6000, gammaPdc: -0.004, limit: null, shareCleaned: 1 };

  it('is a named reason, not a number, where one of the two is missing', () => {
    expect(proveCleaning({ ...job, readings: [] }).missing?.code).to.equal('no-readings');
    expect(proveCleaning({ ...job, readings: [entry('after', 3600, '10:00')] }).missing?.code).to.equal(
      'no-reading-before',
    );
    expect(proveCleaning({ ...job, readings: [entry('before', 3600, '10:00')] }).comparison).to.equal(null);
  });

  it('is the comparison that anyone can make again from its stored input', () => {
    const proof = proveCleaning({ ...job, readings: [entry('before', 3200, '07:00'), entry('after', 3600, '10:00')] });
    if (proof.input === null) throw new Error('two readings make a comparison');
    expect(compare(proof.input)).to.deep.equal(proof.comparison);
    expect(proof.comparison?.gain).to.be.closeTo(0.125, 1e-12);
  });
});

describe('three readings', () => {
  const read = (value: number, poaIrradiance = 800) => ({ value, poaIrradiance });

  it('tell cooling from cleaning: the wet dirty glass takes the cooling out', () => {
    const { wetting, cleaning, total, lossToDirt } = threeReadings({
      dryDirty: read(3200),
      wetDirty: read(3360),
      wetClean: read(3780),
    });
    expect(wetting).to.be.closeTo(0.05, 1e-12);
    expect(cleaning).to.be.closeTo(0.125, 1e-12);
    expect((1 + wetting) * (1 + cleaning)).to.be.closeTo(1 + total, 1e-12);
    expect(lossToDirt).to.be.closeTo(1 / 9, 1e-12);
  });

  it('name no loss where the clean reading is nothing', () => {
    const none = threeReadings({ dryDirty: read(1), wetDirty: read(1), wetClean: read(0) });
    expect(none.lossToDirt).to.equal(null);
  });
});
