import { expect } from 'chai';
import { pairWarnings } from '../comparisons/warnings.ts';
import { bare } from '../findings.ts';
import { READ_BEFORE as before, exampleProved as proved } from '../testing/exampleProved.ts';
import { caveatsOf, claimFinding, claimOf, headlineGain } from './claims.ts';

describe('what a report claims', () => {
  it('is nothing at a limit, whose warning stands in its place', () => {
    const capped = proved(3600, { warnings: [bare('at-limit')] });
    expect(claimOf(capped)).to.deep.equal({ stated: false, because: bare('at-limit') });
    expect(headlineGain([capped])).to.equal(null);
    expect(caveatsOf(capped)).to.deep.equal([]);
  });

  it('keeps every other warning for the customer', () => {
    const context = {
      minutesApart: 50,
      hasControl: false,
      hasSensor: false,
      quantity: 'current' as const,
      shareCleaned: 0.5,
    };
    const warnings = pairWarnings(before, { ...before, tempModule: 60 }, context);
    expect(caveatsOf(proved(3600, { warnings })).map(({ code }) => code)).to.deep.equal([
      'too-far-apart',
      'temperatures-differ',
      'part-cleaned',
      'current-not-power',
    ]);
  });

  it('tells no loss where there was a fall', () => {
    expect(claimFinding(proved(3100)).params).to.include({ loss: null, cleaned: 20 });
    expect(claimFinding(proved(3600)).params)
      .to.have.property('loss')
      .that.is.closeTo(1 / 9, 1e-9);
  });

  it('has one figure for a report of one array, and none for several or for current', () => {
    expect(headlineGain([proved(3600)])).to.be.closeTo(0.125, 1e-9);
    expect(headlineGain([proved(3600), proved(3600)])).to.equal(null);
    expect(headlineGain([])).to.equal(null);
    expect(headlineGain([proved(4579, { quantity: 'current' })])).to.equal(null);
  });

  it('counts faces that were read together as one', () => {
    const together = { names: ['East', 'West'], modules: 40, cleaned: 30 };
    const missing = { code: 'read-together' as const, params: { face: 'East' } };
    const other = proved(0, { comparison: null, missing, readWith: 'East' });
    expect(headlineGain([proved(3600, { together }), other])).to.be.closeTo(0.125, 1e-9);
  });

  it('says why there is no figure', () => {
    expect(claimFinding(proved(0, { comparison: null, missing: bare('no-readings') }))).to.deep.equal({
      code: 'claim-none',
      params: { because: bare('no-readings') },
    });
  });
});
