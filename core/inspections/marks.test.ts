import { expect } from 'chai';
import fc from 'fast-check';
import { MARK_COVER, PATCH_LIGHT } from '../assumptions.ts';
import { EXAMPLE_MODULE } from '../modules/exampleModule.ts';
import {
  cellsAsTheyLie,
  MARK_KINDS,
  MARK_PATTERNS,
  type Mark,
  patchesOfMarks,
  SEVERITIES,
  soilsOfMarks,
} from './marks.ts';

const half = { ...EXAMPLE_MODULE, cells: 120, halfCut: true };
const mark = (changes: Partial<Mark> = {}): Mark => ({
  kind: 'lichen',
  pattern: 'lower-edge',
  severity: 'plain',
  modules: [0],
  ...changes,
});
const cells = (changes: Partial<Mark>, orientation: 'portrait' | 'landscape' = 'portrait', module = EXAMPLE_MODULE) =>
  patchesOfMarks([mark(changes)], [0], module, orientation).map(({ cell }) => cell);

describe('a mark on a module', () => {
  it('at the lower edge touches the six cells above the frame of an upright module', () => {
    expect(cells({})).to.have.length(6);
    expect(new Set(cells({})).size).to.equal(6);
  });

  it('at the lower edge of a lying module touches its ten cells, all under one diode', () => {
    const lying = cells({}, 'landscape');
    expect(lying).to.have.length(10);
    expect(new Set(lying.map((cell) => Math.floor(cell / 20))).size).to.equal(1);
  });

  it('at the lower edge of an upright module touches every diode', () => {
    expect(new Set(cells({}).map((cell) => Math.floor(cell / 20))).size).to.equal(3);
  });

  it('at the frame touches both sides', () => {
    expect(cells({ pattern: 'frame-side' })).to.have.length(20);
    expect(cells({ pattern: 'frame-side' }, 'landscape')).to.have.length(12);
  });

  it('on single cells touches just those, where they lie', () => {
    const own = cells({ pattern: 'cells', cells: [0, 5, 59] });
    expect(own).to.have.length(3);
    // The top left cell of an upright module is the first of its string of cells, the top right one the last.
    expect([own[0], own[1]]).to.deep.equal([0, 59]);
    expect(cells({ pattern: 'cells', cells: [300] })).to.deep.equal([]);
    const { rows, columns } = cellsAsTheyLie('half', 'landscape');
    expect([rows, columns]).to.deep.equal([6, 20]);
  });

  it('becomes a line of soil, with how it comes off, so that the method knows of it', () => {
    const [edge, scale, cell] = soilsOfMarks(
      [
        mark({ modules: [0, 1] }),
        mark({ kind: 'scale', bond: 'dry' }),
        mark({ pattern: 'cells', cells: [3], severity: 'heavy' }),
      ],
      10,
    );
    expect(edge).to.deep.include({ kind: 'lichen', where: 'lower-edge', bond: 'blade' });
    expect(edge?.share).to.be.closeTo((MARK_COVER['lower-edge'].plain * 0.1 * 2) / 10, 1e-12);
    expect(scale).to.deep.include({ kind: 'scale', bond: 'dry', grade: 'thick' });
    expect(cell?.share).to.be.closeTo(MARK_COVER.cells.heavy / 60 / 10, 1e-12);
    expect(soilsOfMarks([mark({ kind: 'puddling' })], 1)[0]?.kind).to.equal('dust');
  });

  it('all over touches every cell once, whole or half, upright or lying', () => {
    for (const module of [EXAMPLE_MODULE, half]) {
      for (const orientation of ['portrait', 'landscape'] as const) {
        const all = cells({ pattern: 'all-over' }, orientation, module);
        expect(new Set(all).size).to.equal(module.cells);
        expect(Math.max(...all)).to.equal(module.cells - 1);
      }
    }
  });

  it('in spots touches as many cells as its card says, the same each time, others on another module', () => {
    for (const severity of SEVERITIES)
      expect(new Set(cells({ pattern: 'spots', severity })).size).to.equal(MARK_COVER.spots[severity]);
    expect(cells({ pattern: 'spots' })).to.deep.equal(cells({ pattern: 'spots' }));
    const patches = patchesOfMarks(
      [mark({ pattern: 'spots', severity: 'light', modules: [0, 1] })],
      [0, 1],
      EXAMPLE_MODULE,
      'portrait',
    );
    expect(patches[0]?.cell).not.to.equal(patches[1]?.cell);
  });

  it('lets through what its kind does not cover', () => {
    const [patch] = patchesOfMarks([mark({ kind: 'droppings', pattern: 'spots' })], [0], EXAMPLE_MODULE, 'portrait');
    expect(patch?.transmittance).to.be.closeTo(1 - MARK_COVER.spot * (1 - PATCH_LIGHT.droppings), 1e-12);
  });

  it('keeps out more the heavier it is, and by how much the eye may be out, never more than all', () => {
    const light = (severity: Mark['severity'], factor = 1) =>
      patchesOfMarks([mark({ severity })], [0], EXAMPLE_MODULE, 'portrait', factor)[0]?.transmittance ?? 1;
    expect(light('light')).to.be.above(light('plain'));
    expect(light('plain')).to.be.above(light('heavy'));
    expect(light('plain', 1.7)).to.be.below(light('plain'));
    expect(light('heavy', 100)).to.equal(PATCH_LIGHT.lichen);
  });

  it('counts modules along the string and leaves out those of other strings', () => {
    const patches = patchesOfMarks([mark({ modules: [7, 3, 99] })], [3, 5, 7], EXAMPLE_MODULE, 'portrait');
    expect(new Set(patches.map(({ module }) => module))).to.deep.equal(new Set([0, 2]));
  });

  it('always lies on cells that are there', () => {
    const any = fc.record({
      kind: fc.constantFrom(...MARK_KINDS),
      pattern: fc.constantFrom(...MARK_PATTERNS),
      severity: fc.constantFrom(...SEVERITIES),
      modules: fc.array(fc.nat(40), { minLength: 1 }),
    });
    fc.assert(
      fc.property(any, fc.boolean(), fc.boolean(), (given, isHalf, lying) => {
        const module = isHalf ? half : EXAMPLE_MODULE;
        const strings = Array.from({ length: 41 }, (_, index) => index);
        for (const { cell, transmittance } of patchesOfMarks(
          [given],
          strings,
          module,
          lying ? 'landscape' : 'portrait',
        )) {
          expect(cell).to.be.within(0, module.cells - 1);
          expect(transmittance).to.be.within(0, 1);
        }
      }),
    );
  });
});
