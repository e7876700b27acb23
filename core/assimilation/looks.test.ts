import { expect } from 'chai';
import type { Mark } from '../inspections/marks.ts';
import { markedLoss, type WiredArray } from '../soiling/markedLoss.ts';
import { type LookedAt, looksOf, type RecordedLook } from './looks.ts';

const wiring: WiredArray = {
  rows: 2,
  columns: 10,
  missing: [],
  orientation: 'portrait',
  cells: 'whole',
  electronics: 'string',
  strings: [],
};
const array: LookedAt = {
  wiring,
  modules: 20,
  moduleWatts: 400,
  gammaPdc: -0.0035,
  inverterLimit: null,
  exportLimit: null,
  installedOn: '2016-11-20',
  ownUse: 1,
};
const look = (changes: Partial<RecordedLook> = {}): RecordedLook => ({
  id: 'a',
  by: 'somebody',
  date: '2026-11-20',
  soils: [],
  marks: [],
  wipeTest: 'not-done',
  reading: null,
  testPatch: null,
  ...changes,
});
const spots: Mark = { kind: 'droppings', pattern: 'spots', severity: 'plain', modules: [2, 5, 11] };
const growth: Mark = { kind: 'lichen', pattern: 'lower-edge', severity: 'plain', modules: [0, 1] };
const reading = {
  power: 6000,
  side: 'dc' as const,
  poaIrradiance: 800,
  tempModule: 25,
  capped: false,
  shading: false,
  wet: false,
};

describe('looks on record', () => {
  it('come in the order in which they were taken', () => {
    const dates = ['2026-03-01', '2025-11-20', '2026-11-20'];
    const found = looksOf(
      array,
      dates.map((date) => look({ date })),
    );
    expect(found.map(({ date }) => date)).to.deep.equal([...dates].sort());
  });

  it('tell droppings, which come and go, from what stands, each at what it costs its strings', () => {
    const [found] = looksOf(array, [look({ marks: [spots, growth] })]);
    const { droppings, standing } = found?.marked ?? { droppings: { cover: 0, loss: 0 }, standing: 0 };
    expect(droppings.loss).to.equal(markedLoss(wiring, [spots]).powerLoss.mid);
    expect(standing).to.equal(markedLoss(wiring, [growth]).powerLoss.mid);
    // Three spots of 0.35 of a cell on three of twenty modules of sixty cells.
    expect(droppings.cover).to.be.closeTo((3 * 3 * 0.35) / 60 / 20, 1e-12);
    expect(looksOf(array, [look()])[0]?.marked).to.equal(null);
  });

  it('take the years since it was put up out of a reading, as they were on that day', () => {
    const [found] = looksOf(array, [look({ reading })]);
    // 8000 W at 800 W/m2 after ten years of half a percent.
    expect(found?.reading?.shortfall).to.be.closeTo(1 - 6000 / (6400 * 0.995 ** 10), 2e-4);
    const young = looksOf({ ...array, installedOn: null }, [look({ reading })])[0]?.reading;
    expect(young?.shortfall).to.be.closeTo(1 - 6000 / 6400, 1e-9);
  });

  it('know a reading that is spoilt: in a shadow, at a limit', () => {
    const spoilt = (changes: Partial<typeof reading>, limit: number | null = null) =>
      looksOf({ ...array, inverterLimit: limit }, [look({ reading: { ...reading, ...changes } })])[0]?.reading?.spoilt;
    expect(spoilt({})).to.equal(false);
    expect(spoilt({ shading: true })).to.equal(true);
    expect(spoilt({}, 5800)).to.equal(true);
  });
});
