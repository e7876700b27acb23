import { expect } from 'chai';
import fc from 'fast-check';
import { calibrate } from './calibration.ts';

const house = { value: 1.2, sd: 0.3 };

describe('a house figure and a contractor’s own records', () => {
  it('stay the house’s without a job', () => {
    expect(calibrate({ scale: 'log', house, data: [] })).to.deep.equal({ ...house, n: 0, between: 0 });
  });

  it('move towards what jobs say, and come closer the more there are', () => {
    const jobs = (count: number) => Array.from({ length: count }, () => ({ value: 2, sd: 0.2 }));
    const [few, many] = [1, 20].map((count) => calibrate({ scale: 'log', house, data: jobs(count) }));
    expect(few?.value).to.be.within(1.2, 2);
    expect(many?.value).to.be.within(few?.value as number, 2);
    expect(many?.sd).to.be.below(few?.sd as number);
  });

  it('believe jobs less that differ by more than was measured', () => {
    const data = [1, 4, 1.2, 3.5].map((value) => ({ value, sd: 0.05 }));
    const { between, sd } = calibrate({ scale: 'log', house, data });
    expect(between).to.be.above(0.4);
    expect(sd).to.be.above(
      calibrate({ scale: 'log', house, data: data.map(({ sd: own }) => ({ value: 2, sd: own })) }).sd,
    );
  });

  it('keep a share between nothing and all of it', () => {
    const share = fc.double({ min: 0.001, max: 0.999, noNaN: true });
    const figure = fc.record({ value: share, sd: fc.double({ min: 0.01, max: 3, noNaN: true }) });
    fc.assert(
      fc.property(figure, fc.array(figure, { maxLength: 12 }), (own, data) => {
        expect(calibrate({ scale: 'logit', house: own, data }).value).to.be.within(0, 1);
      }),
    );
  });
});
