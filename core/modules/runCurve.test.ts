import { expect } from 'chai';
import fc from 'fast-check';
import type { Cell } from './cell.ts';
import { type Run, RunCurve, runAt } from './runCurve.ts';
import { bypassCurrent, type Substring, substringAt } from './substring.ts';

const cell: Cell = { iL: 10, i0: 1e-10, rs: 0.0035, rsh: 4.5, a: 0.0288 };
const clean: Run = [{ transmittance: 1, count: 20 }];
const spotted: Run = [
  { transmittance: 0.4, count: 1 },
  { transmittance: 1, count: 19 },
];
const lit = fc.double({ min: 0, max: 1, noNaN: true });
const current = fc.double({ min: -4, max: 14, noNaN: true });

describe('the curve of cells in series', () => {
  it('falls with the current, and stands at nothing where the light is spent', () => {
    expect(runAt(cell, clean, 0).voltage).to.be.within(13, 16);
    expect(runAt(cell, clean, 9.9).voltage).to.be.above(0);
    expect(runAt(cell, clean, 10.5).voltage).to.be.below(0);
    expect(runAt(cell, clean, 5).slope).to.be.below(0);
  });

  it('is read from its table as it is computed cell by cell, also at the knee of a spot and beyond the table', () => {
    const curve = new RunCurve(cell, spotted);
    for (const amps of [-6, -1, 0, 3, 3.9, 3.99, 4, 4.01, 4.2, 6, 9.9, 10.5, 18]) {
      const [read, exact] = [curve.at(amps), runAt(cell, spotted, amps)];
      expect(read.voltage, `${amps} A`).to.be.closeTo(exact.voltage, 0.003);
    }
  });

  it('never rises, whatever lies on it', () => {
    fc.assert(
      fc.property(lit, lit, current, (one, two, amps) => {
        const curve = new RunCurve(cell, [
          { transmittance: one, count: 3 },
          { transmittance: two, count: 5 },
        ]);
        expect(curve.at(amps + 0.2).voltage).to.be.below(curve.at(amps).voltage + 1e-6);
      }),
      { numRuns: 40 },
    );
  });

  it('knows its darkest cell', () => {
    expect(new RunCurve(cell, spotted).weakest).to.equal(0.4);
  });
});

describe('cells under one bypass diode', () => {
  const [bright, dim] = [new RunCurve(cell, clean), new RunCurve(cell, spotted)];

  it('hand over to the diode where their voltage has fallen to what the diode costs', () => {
    for (const substring of [[bright], [dim], [bright, dim]] as unknown as Substring[]) {
      const amps = bypassCurrent(substring, cell.iL, 0.5);
      expect(substringAt(substring, amps).voltage).to.be.closeTo(-0.5, 1e-4);
    }
  });

  it('hand over sooner where a cell is in shade', () => {
    expect(bypassCurrent([dim], cell.iL, 0.5)).to.be.below(bypassCurrent([bright], cell.iL, 0.5));
  });

  it('in two halves side by side carry the sum of both currents at one voltage', () => {
    for (const amps of [0, 4, 8, 13, 15]) {
      const { voltage } = substringAt([bright, dim], amps);
      let [low, high] = [-8, 18];
      const split = (run: RunCurve) => {
        [low, high] = [-8, 18];
        for (let step = 0; step < 80; step += 1) {
          const middle = (low + high) / 2;
          if (run.at(middle).voltage > voltage) low = middle;
          else high = middle;
        }
        return (low + high) / 2;
      };
      expect(split(bright) + split(dim)).to.be.closeTo(amps, 1e-3);
    }
  });

  it('in two equal halves carry half each', () => {
    expect(substringAt([bright, bright], 8).voltage).to.be.closeTo(bright.at(4).voltage, 1e-9);
  });
});
