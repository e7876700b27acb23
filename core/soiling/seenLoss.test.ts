import { expect } from 'chai';
import type { PatchOfInspection, Strip } from '../comparisons/testPatch.ts';
import { lossFromInspection } from '../inspections/soil.ts';
import { exampleReckon as input } from '../testing/exampleReckon.ts';
import { filmLoss, filmMassOf, MOST_FILM_LOSS } from './filmLoss.ts';
import type { MarkedLoss } from './markedLoss.ts';
import { seenLoss } from './seenLoss.ts';
import { RAIN_THRESHOLD, wipeOfSplit } from './siteRate.ts';

const strip = (way: Strip['way'], left: number): Strip => {
  const dirty = { value: 300 * (1 - filmLoss(3)), tempModule: 40 };
  return {
    way,
    modules: 1,
    minutes: 2,
    before: { strip: dirty, neighbour: dirty },
    after: { strip: { value: 300 * (1 - filmLoss(left)), tempModule: 40 }, neighbour: dirty },
  };
};
const patch = (more: Partial<PatchOfInspection> = {}): PatchOfInspection => ({
  quantity: 'power',
  representative: true,
  strips: [strip('rinse', 2.4), strip('brush', 0)],
  ...more,
});
const seen = (testPatch: PatchOfInspection | null, marked: MarkedLoss | null = null) =>
  seenLoss({ ...input, inspection: { ...input.inspection, testPatch } }, marked);

describe('the loss that an inspection gives', () => {
  it('is what the eye found, without a test patch', () => {
    const { loss, from, threshold } = seen(null);
    expect(loss).to.deep.equal(lossFromInspection(input.inspection.soils));
    expect([from, threshold]).to.deep.equal(['eye', RAIN_THRESHOLD.some]);
  });

  it('is that of the test patch where there is one, and far less uncertain', () => {
    const { loss, from } = seen(patch());
    expect(loss.mid).to.be.closeTo(filmLoss(3), 1e-9);
    expect(loss.high - loss.low).to.be.below(0.05);
    expect(from).to.equal('test-patch');
  });

  it('stays with the eye where the rest of the array looks otherwise', () => {
    expect(seen(patch({ representative: false })).from).to.equal('eye');
  });

  it('stays with the eye where the test shows no number', () => {
    expect(seen(patch({ strips: [strip('brush', 3)] })).from).to.equal('eye');
  });

  it('adds marked patches to a measured film', () => {
    const marked = {
      strings: [],
      areaLoss: 0.01,
      powerLoss: { low: 0.05, mid: 0.1, high: 0.15 },
      inverters: [],
      assumedStrings: false,
    };
    expect(seen(patch(), marked).loss.mid).to.be.closeTo(1 - (1 - filmLoss(3)) * 0.9, 1e-9);
  });

  it('lets the rinsed strip say what rain does, in place of the wipe test', () => {
    expect(seen(patch()).wipe).to.equal('plain');
    expect(seen(patch({ strips: [strip('rinse', 0.1), strip('brush', 0)] })).threshold).to.equal(RAIN_THRESHOLD.clean);
    expect(seen(patch({ strips: [strip('brush', 0)] })).wipe).to.equal(input.inspection.wipeTest);
  });
});

describe('the curve of a film read backwards', () => {
  it('gives the mass that costs a loss', () => {
    for (const mass of [0.01, 0.5, 2, 9]) expect(filmMassOf(filmLoss(mass))).to.be.closeTo(mass, 1e-6);
  });

  it('is nothing for no loss, and not to be had past the limit of the curve', () => {
    expect(filmMassOf(0)).to.equal(0);
    expect(filmMassOf(-0.1)).to.equal(0);
    expect(filmMassOf(MOST_FILM_LOSS)).to.equal(null);
  });
});

describe('what rain leaves', () => {
  it('is clean, some or plain as the rinsed strip left little, much or nearly all', () => {
    expect([0, 0.14, 0.15, 0.59, 0.6, 1].map(wipeOfSplit)).to.deep.equal([
      'clean',
      'clean',
      'some',
      'some',
      'plain',
      'plain',
    ]);
  });
});
