import { expect } from 'chai';
import { bare, written } from '../../core/findings.ts';
import { CALCULATION_VERSION } from '../../core/reasons.ts';
import { lifted } from './lift.ts';

describe('a stored report', () => {
  const array = {
    arrayId: 'a',
    modules: 20,
    cleaned: 15,
    missing: null,
    warnings: [{ code: 'part-cleaned', reason: 'Only part of the array was cleaned (75 % of its modules).' }],
  };
  const content = {
    washedOn: '2026-11-20',
    arrays: [array],
    notDone: [{ step: 'Bottom frame edge', reason: 'ran out of light' }],
    nextBecause: 'The plan found 2 visits a year best. Look first; wash if it is dirty.',
  };
  const of = (changes: object) =>
    (lifted({ calculationVersion: '9', content: { ...content, ...changes } }) as { content: Record<string, unknown> })
      .content;

  it('of calculation 9 keeps its sentences as they were written', () => {
    const made = of({});
    expect(made.nextBecause).to.deep.equal(written(content.nextBecause));
    expect(made.notDone).to.deep.equal([{ step: written('Bottom frame edge'), reason: 'ran out of light' }]);
  });

  it('tells the share that was cleaned by the modules, of all faces that were read together', () => {
    const together = { names: ['East', 'West'], modules: 40, cleaned: 10 };
    const shares = [array, { ...array, together }].map(
      (one) => (of({ arrays: [one] }).arrays as { warnings: unknown[] }[])[0]?.warnings[0],
    );
    expect(shares).to.deep.equal([
      { code: 'part-cleaned', params: { share: 0.75 } },
      { code: 'part-cleaned', params: { share: 0.25 } },
    ]);
  });

  it('of the first calculations says what it did not keep', () => {
    expect(of({})).to.include({ firm: null, clockGap: 0, claim: null });
    expect((of({}).arrays as unknown[])[0]).to.include({ together: null, readWith: null, reasons: null });
  });

  it('of the newest calculation is as it was stored', () => {
    const newest = {
      calculationVersion: CALCULATION_VERSION,
      content: { ...content, nextBecause: bare('next-none-pays') },
    };
    expect(lifted(newest)).to.deep.equal(newest);
  });
});
