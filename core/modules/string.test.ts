import { expect } from 'chai';
import fc from 'fast-check';
import { junctionVoltage } from './cell.ts';
import {
  type CellPatch,
  type DiodeModule,
  parallelPower,
  type StringInput,
  stringCurve,
  stringPower,
} from './string.ts';

const full: DiodeModule = { cells: 60, substrings: 3, iL: 10.7, i0: 1.7e-10, rs: 0.2, rsh: 260, a: 1.73 };
const half: DiodeModule = { ...full, cells: 120, halfCut: true };
const string = (module: DiodeModule, patches: CellPatch[] = [], film = 1, moduleCount = 12): StringInput => ({
  module,
  moduleCount,
  film,
  patches,
});
const onEach = (cell: number, transmittance: number): CellPatch[] =>
  Array.from({ length: 12 }, (_, module) => ({ module, cell, transmittance }));

const patch = (module: DiodeModule, modules: number) =>
  fc.record({
    module: fc.integer({ min: 0, max: modules - 1 }),
    cell: fc.integer({ min: 0, max: module.cells - 1 }),
    transmittance: fc.double({ min: 0, max: 1, noNaN: true }),
  });

describe('a string of modules with something on single cells', () => {
  it('loses 2.9 % to one covered cell, which is 0.14 % of its area', () => {
    const { opticalLoss, electricalLoss } = stringPower(string(full, [{ module: 3, cell: 7, transmittance: 0 }]));
    expect(opticalLoss).to.be.closeTo(1 / 720, 1e-9);
    expect(electricalLoss).to.be.closeTo(0.029, 0.001);
  });

  it('loses about a fifth to a speck over 30 % of one cell of every module, half a percent of the area', () => {
    const { opticalLoss, electricalLoss } = stringPower(string(full, onEach(7, 0.7)));
    expect(opticalLoss).to.be.closeTo(0.005, 1e-9);
    expect(electricalLoss).to.be.within(0.17, 0.22);
  });

  it('of half-cut cells loses 8 % to a speck of half that size, and 22 % to the same speck on one half-cell', () => {
    expect(stringPower(string(half, onEach(7, 0.7))).electricalLoss).to.be.closeTo(0.08, 0.01);
    expect(stringPower(string(half, onEach(7, 0.4))).electricalLoss).to.be.closeTo(0.22, 0.02);
  });

  it('loses less with electronics at each module than in series, where the modules differ', () => {
    const { pmp, pmpModuleLevel } = stringPower(string(full, [{ module: 0, cell: 0, transmittance: 0.5 }]));
    expect(pmpModuleLevel).to.be.above(pmp);
  });

  it('gives what the film lets through, and a little more, where the film is even', () => {
    const { electricalLoss, opticalLoss } = stringPower(string(full, [], 0.9));
    expect(opticalLoss).to.be.closeTo(0.1, 1e-12);
    expect(electricalLoss).to.be.within(0.09, 0.105);
  });

  it('multiplies patches on the same cell', () => {
    const twice = [0.5, 0.6].map((transmittance) => ({ module: 1, cell: 2, transmittance }));
    const once = [{ module: 1, cell: 2, transmittance: 0.3 }];
    expect(stringPower(string(full, twice)).pmp).to.be.closeTo(stringPower(string(full, once)).pmp, 1e-6);
  });

  it('gives nothing in the dark, and says so without dividing by it', () => {
    const dark = stringPower(string(full, [], 0));
    expect(dark.pmp).to.be.closeTo(0, 1e-6);
    expect(dark.electricalLoss).to.be.closeTo(1, 1e-9);
  });

  it('without patches is the same of half-cut cells and of whole ones', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.2, max: 1, noNaN: true }), (film) => {
        const [a, b] = [stringPower(string(full, [], film)).pmp, stringPower(string(half, [], film)).pmp];
        expect(b / a).to.be.closeTo(1, 1e-4);
      }),
      { numRuns: 20 },
    );
  });

  for (const module of [full, half]) {
    it(`of ${module.halfCut ? 'half-cut' : 'whole'} cells is never above the sum of its modules, nor below nothing`, () => {
      fc.assert(
        fc.property(fc.array(patch(module, 6), { maxLength: 30 }), (patches) => {
          const { pmp, pmpModuleLevel, pmpClean, electricalLoss } = stringPower(string(module, patches, 1, 6));
          expect(pmp).to.be.at.least(0);
          expect(pmp).to.be.at.most(pmpModuleLevel * (1 + 1e-4));
          expect(pmpModuleLevel).to.be.at.most(pmpClean * (1 + 1e-4));
          expect(electricalLoss).to.be.at.most(1);
        }),
        { numRuns: 40 },
      );
    });

    it(`of ${module.halfCut ? 'half-cut' : 'whole'} cells has no higher peak than the one that was found`, () => {
      fc.assert(
        fc.property(fc.array(patch(module, 5), { minLength: 1, maxLength: 12 }), (patches) => {
          const input = string(module, patches, 0.95, 5);
          const best = Math.max(...stringCurve(input, 3000).power);
          expect(stringPower(input).pmp / best).to.be.within(1 - 1e-4, 1 + 5e-4);
        }),
        { numRuns: 15 },
      );
    });
  }

  it('is made no worse by taking a patch away', () => {
    fc.assert(
      fc.property(fc.array(patch(half, 4), { minLength: 1, maxLength: 10 }), (patches) => {
        const dirty = stringPower(string(half, patches, 1, 4)).pmp;
        expect(stringPower(string(half, patches.slice(1), 1, 4)).pmp).to.be.at.least(dirty * (1 - 1e-4));
      }),
      { numRuns: 25 },
    );
  });
});

describe('strings in parallel', () => {
  it('give together what each gives alone where they are alike', () => {
    const { together, apart } = parallelPower([string(full), string(full)]);
    expect(together / apart).to.be.within(0.998, 1.0005);
  });

  it('give less together where one of them is held to another voltage', () => {
    const shaded = string(
      full,
      Array.from({ length: 6 }, (_, module) => ({ module, cell: 0, transmittance: 0 })),
    );
    const { together, apart } = parallelPower([string(full), shaded]);
    expect(together).to.be.below(apart * 0.999);
    expect(together).to.be.above(stringPower(string(full)).pmp);
  });
});

describe('the junction of a cell', () => {
  it('meets its own equation, forward and in reverse', () => {
    const cell = { iL: 10, i0: 1e-10, rs: 0.003, rsh: 4, a: 0.029 };
    for (const taken of [9.99, 5, 0.1, 1e-6, 0, -1e-6, -0.5, -8]) {
      const u = junctionVoltage(cell, taken);
      expect(cell.i0 * Math.expm1(u / cell.a) + u / cell.rsh).to.be.closeTo(taken, 1e-9 * Math.max(1, Math.abs(taken)));
    }
  });
});
