import { expect } from 'chai';
import { FACTORS } from '../assimilation/factors.ts';
import type { Posterior } from '../assimilation/posterior.ts';
import { dustOf, learnedFrom } from './learned.ts';

const parameters = Object.fromEntries(
  FACTORS.map((name) => [name, { mean: name === 'deposition' ? Math.log(0.7) : 0, sd: 0.1 }]),
) as Posterior['parameters'];
const pair = { jobId: 'job', date: '2026-05-02', ratio: 1 / 0.96, sigma: 0.006 };
const expected = { date: '2026-04-30', loss: { low: 0.04, mid: 0.061, high: 0.09 } };

describe('what the last measured wash taught', () => {
  it('is what came off beside what was expected, and what settles here', () => {
    const learned = learnedFrom([pair], expected, parameters);
    expect(learned?.measured.mid).to.be.closeTo(0.04, 1e-12);
    expect(learned?.measured.low).to.be.below(0.04);
    expect(learned?.expected).to.equal(expected.loss);
    expect(learned?.dust.mid).to.be.closeTo(0.7, 1e-12);
  });

  it('is of the last of several', () => {
    expect(learnedFrom([{ ...pair, date: '2027-01-01', jobId: 'later' }, pair], expected, parameters)?.jobId).to.equal(
      'later',
    );
  });

  it('is nothing where no wash was measured, and has no expectation that came after', () => {
    expect(learnedFrom([], expected, parameters)).to.equal(null);
    expect(learnedFrom([pair], { ...expected, date: '2026-06-01' }, parameters)?.expected).to.equal(null);
    expect(learnedFrom([pair], null, parameters)?.expected).to.equal(null);
  });

  it('has a band for the dust that holds four in five', () => {
    const { low, mid, high } = dustOf(parameters.deposition);
    expect(Math.log(mid / low)).to.be.closeTo(0.12816, 1e-4);
    expect(Math.log(high / mid)).to.be.closeTo(0.12816, 1e-4);
  });
});
