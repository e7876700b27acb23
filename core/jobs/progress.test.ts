import { expect } from 'chai';
import fc from 'fast-check';
import { type FoldedJob, foldJob, foldOn, type JobEntry } from './progress.ts';
import { jobSteps } from './steps.ts';

const STEPS = jobSteps({ access: 'ground', escalates: true, rungs: ['water', 'soak'], isolate: true, dryMinutes: 5 });
const START = Date.parse('2026-11-20T05:00:00Z');

/** What can happen on a job, without its id and its moment. */
const happening = fc.oneof(
  fc
    .constantFrom(...STEPS.map(({ key }) => key))
    .chain((step) =>
      fc.constantFrom(
        { kind: 'step-started' as const, step },
        { kind: 'step-done' as const, step },
        { kind: 'cannot' as const, step, reason: 'locked' },
        { kind: 'caution' as const, step, caution: 'wind', answer: false },
        { kind: 'caution' as const, step, caution: 'wind', answer: true },
        { kind: 'caution' as const, step, caution: 'sky', answer: false },
      ),
    ),
  fc
    .tuple(fc.uniqueArray(fc.nat(9), { minLength: 1 }), fc.constantFrom('rinsed', 'brushed', 'not-reached' as const))
    .map(([modules, mark]) => ({ kind: 'mark' as const, array: 'a', modules, mark })),
  fc.constantFrom(
    { kind: 'kit' as const, item: 'pole', packed: true },
    { kind: 'water' as const, conductivity: 4, temperature: 12, litres: 40 },
    { kind: 'temperatures' as const, glass: 20, water: 15 },
    { kind: 'cloth' as const, array: 'a', shows: 'clean' as const },
    { kind: 'paused' as const, reason: 'rain' },
    { kind: 'resumed' as const },
  ),
);

/** Entries in the order in which they came, each so many minutes after the one before. */
const entries = (gaps: fc.Arbitrary<number>) =>
  fc.array(fc.tuple(happening, gaps), { maxLength: 30 }).map((rows) => {
    let at = START;
    return rows.map(([what, gap], index): JobEntry => {
      at += gap * 60_000;
      return { ...what, id: `e${index}`, at: new Date(at).toISOString() } as JobEntry;
    });
  });

describe('a job that is folded as it goes on', () => {
  it('comes to the same as one that is folded at the end, wherever it is cut', () => {
    fc.assert(
      fc.property(entries(fc.nat(3)), fc.nat(30), (all, cut) => {
        const early = foldJob(STEPS, all.slice(0, cut));
        expect(foldOn(early, all.slice(cut))).to.deep.equal(foldJob(STEPS, all));
      }),
    );
  });

  it('leaves the fold that it goes on from as it was', () => {
    const one: JobEntry = { id: 'a', at: new Date(START).toISOString(), kind: 'kit', item: 'pole', packed: true };
    const fold = foldJob(STEPS, [one]);
    const before = structuredClone(fold);
    foldOn(fold, [{ ...one, id: 'b', item: 'hose' }]);
    expect(fold).to.deep.equal(before);
  });

  const begun = (): FoldedJob =>
    foldJob(STEPS, [{ id: 'a', at: '2026-11-20T06:00:00Z', kind: 'mark', array: 'a', modules: [1], mark: 'rinsed' }]);

  it('is folded anew where something is retracted', () => {
    const retracted: JobEntry = { id: 'b', at: '2026-11-20T07:00:00Z', kind: 'retracted', entry: 'a', reason: 'slip' };
    expect(foldOn(begun(), [retracted])).to.equal(null);
  });

  it('is folded anew where something comes in that happened before', () => {
    expect(foldOn(begun(), [{ id: 'b', at: '2026-11-20T05:59:59Z', kind: 'resumed' }])).to.equal(null);
  });

  it('is folded anew where it was folded in another way', () => {
    expect(foldOn({ ...begun(), version: 0 }, [])).to.equal(null);
  });

  it('counts every mark, each time', () => {
    const again: JobEntry = {
      ...{ id: 'b', at: '2026-11-20T07:00:00Z', kind: 'mark', array: 'a' },
      modules: [1, 2],
      mark: 'not-reached',
    };
    const fold = foldOn(begun(), [again]);
    expect(fold).to.include({ entries: 2, marked: 3, latest: '2026-11-20T07:00:00Z' });
    expect(fold?.progress.washedAt).to.equal('2026-11-20T06:00:00Z');
  });
});
