import { expect } from 'chai';
import { makePlan } from '../../core/methods/plan.ts';
import { examplePlan } from '../../core/testing/examplePlan.ts';
import { lifted } from './lift.ts';

describe('a stored plan', () => {
  const output = makePlan(examplePlan);
  const newest = { calculationVersion: '9', input: examplePlan, output };

  it('of the newest calculation is as it was stored', () => {
    expect(lifted(newest)).to.deep.equal(newest);
  });

  it('of an old calculation keeps its numbers, and says what it did not have', () => {
    const arrays = output.arrays.map(({ effectiveness: _, ...array }) => {
      const { minutesBecause: __, litresPerModule: ___, ways: ____, ...method } = array.method;
      return { ...array, method, recommended: undefined };
    });
    const { assumed: _, questions: __, saves: ___, beyondFirst: ____, figures: _____, ...rest } = output;
    const { output: made } = lifted({
      calculationVersion: '3',
      input: { arrays: [{ year: { climate: 'winter-rain' } }] },
      output: { ...rest, arrays },
    }) as { output: typeof output };
    expect(made.priced).to.deep.equal(output.priced);
    expect(made).to.deep.include({ assumed: [], questions: [], saves: null, beyondFirst: null, figures: 0 });
    for (const { method, recommended } of made.arrays) {
      expect(method).to.deep.include({ minutesBecause: '', litresPerModule: null, ways: [method.method.choose] });
      expect(recommended).to.deep.equal(method);
    }
  });
});
