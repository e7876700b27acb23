import { expect } from 'chai';
import { EFFECTIVENESS } from '../assumptions.ts';
import { EXAMPLE_FACE } from '../sites/example.ts';
import { type LayeredYearSetup, layeredYear, prepareYears } from './layeredYear.ts';

const setup: LayeredYearSetup = {
  ...EXAMPLE_FACE,
  array: { pdc0: 10_000, gammaPdc: -0.0035 },
  exposure: { surroundings: 'farmland', birds: 'few' },
  parameters: { lichenDensity: 0, mismatch: 8 },
  years: 12,
  seed: 3,
};
const prepared = prepareYears(setup);
const pole = EFFECTIVENESS['fed-pole'];

describe('a year under the layered model', () => {
  const none = layeredYear(prepared, [], pole);

  it('has a fan of 365 days that does not cross itself', () => {
    expect(none.fan).to.have.length(365);
    for (const { low, mid, high } of none.fan) {
      expect(low).to.be.at.most(mid);
      expect(mid).to.be.at.most(high);
      expect(high).to.be.within(0, 1);
    }
  });

  it('loses less with a wash, and least energy of all where nothing settles', () => {
    const washed = layeredYear(prepared, [20], pole);
    expect(washed.lostEnergy.mean).to.be.below(none.lostEnergy.mean);
    expect(washed.cleanEnergy).to.deep.equal(none.cleanEnergy);
  });

  it('is dirtier by the school that says rain never cleans', () => {
    const parameters = { ...setup.parameters, bondingPerDew: 0.3 };
    const never = layeredYear(prepareYears({ ...setup, parameters }), [], pole);
    const always = layeredYear(prepareYears({ ...setup, parameters: { ...parameters, bondingPerDew: 0 } }), [], pole);
    expect(never.lostEnergy.mean).to.be.above(always.lostEnergy.mean);
  });

  it('loses less through a limit, which holds clean and dirty down alike', () => {
    const limited = layeredYear(prepareYears({ ...setup, array: { ...setup.array, pacRated: 4000 } }), [], pole);
    expect(limited.lostEnergy.mean).to.be.below(none.lostEnergy.mean);
  });
});
