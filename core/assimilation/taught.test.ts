import { expect } from 'chai';
import { exampleLook, exampleRecords } from '../testing/exampleRecords.ts';
import { whatIsKnown } from './known.ts';
import type { ArrayRecords } from './records.ts';

/** Clear days of energy that say that hardly anything lies on the glass. */
const energy = Array.from({ length: 40 }, (_, at) => ({
  date: new Date(Date.UTC(2026, 9, 10 + at)).toISOString().slice(0, 10),
  performance: Math.log(0.97),
}));
const taught = (changes: Partial<ArrayRecords> = {}) => whatIsKnown(exampleRecords(changes)).taught;
const of = (key: string, changes?: Partial<ArrayRecords>) => taught(changes).filter((one) => one.key === key);

describe('what an array teaches', () => {
  /** Strips that say that a film of 5 % lies there, where the eye sees one of 11.5 %. */
  const strips: ArrayRecords['looks'][number]['patch'] = {
    representative: true,
    found: {
      strips: [],
      loss: { low: 0.04, mid: 0.05, high: 0.06 },
      atMost: null,
      bonded: null,
      removed: [],
      minutesPerModule: [],
      missing: [],
    },
  };
  const tested = [exampleLook({ patch: strips })];

  it('is that an eye sees too much, where strips of the same day say so', () => {
    const [lesson] = of('eye:somebody', { looks: tested });
    expect(lesson?.value).to.be.within(0.7, 1.8);
    expect(lesson?.recordId).to.equal('a');
  });

  it('is the same of an eye that is corrected already: the raw look counts, not the corrected one', () => {
    const house = exampleRecords().house;
    const [plain] = of('eye:somebody', { looks: tested });
    const eyes = { somebody: { bias: 0.4, sigma: 0.5 } };
    const [corrected] = of('eye:somebody', { looks: tested, house: { ...house, eyes } });
    expect(corrected?.value).to.be.closeTo(plain?.value ?? 0, 0.15);
  });

  it('is nothing of an eye where nobody else has spoken', () => {
    expect(of('eye:somebody')).to.deep.equal([]);
  });

  it('is nothing of a caller’s words, and nothing of an eye that was left out', () => {
    expect(of('eye:somebody', { looks: [exampleLook({ by: null, patch: strips })] })).to.deep.equal([]);
    expect(of('eye:somebody', { looks: tested, leftOut: ['eye:a'] })).to.deep.equal([]);
  });

  it('is less dust where the energy says so, without what was taken to be so before', () => {
    const [lesson] = of('dust:town', { energy });
    expect(lesson?.value).to.be.below(1);
    const house = exampleRecords().house;
    const dusty = { ...house, dust: { ...house.dust, town: { mean: Math.log(2), sd: 0.6 } } };
    expect(Math.log(of('dust:town', { energy, house: dusty })[0]?.value ?? 1)).to.be.closeTo(
      Math.log(lesson?.value ?? 1),
      0.5,
    );
  });

  it('is what a brush left of the bonded film on test strips', () => {
    const removed = [
      { way: 'rinse' as const, share: { low: 0.35, mid: 0.4, high: 0.45 } },
      { way: 'brush' as const, share: { low: 0.72, mid: 0.76, high: 0.8 } },
      { way: 'blade' as const, share: { low: 0.97, mid: 1, high: 1 } },
    ];
    const found = {
      strips: [],
      loss: { low: 0.08, mid: 0.09, high: 0.1 },
      atMost: null,
      bonded: { low: 0.55, mid: 0.6, high: 0.65 },
      removed,
      minutesPerModule: [],
      missing: [],
    };
    const looks = [exampleLook({ patch: { found, representative: true } })];
    const [lesson] = of('bonded:fed-pole', { looks });
    // 0.76 = 0.4 · 0.99 + 0.6 · e
    expect(lesson?.value).to.be.closeTo((0.76 - 0.4 * 0.99) / 0.6, 1e-9);
  });

  it('is nothing of dust where nobody has spoken', () => {
    expect(taught({ looks: [] })).to.deep.equal([]);
  });
});
