import { expect } from 'chai';
import { exampleReckon as input } from '../testing/exampleReckon.ts';
import { reckon, valueOfEnergy } from './reckon.ts';

const reading = { power: 5200, poaIrradiance: 800, tempModule: 45, capped: false, shading: false, wet: false };

describe('reckoning the loss of an array', () => {
  const { output } = reckon(input);

  it('values a kilowatt-hour by what is used on the spot and what is sold', () => {
    // 0.7 · 2.85 + 0.3 · 0.95 = 2.28 a kWh, in hundredths
    expect(valueOfEnergy(input.site)).to.be.closeTo(228, 1e-9);
  });

  it('takes the loss now from what was seen', () => {
    expect(output.lossNow.mid).to.be.closeTo(0.1152, 5e-4);
    expect(output.expectation).to.equal(null);
  });

  it('sets a reading beside it, with what speaks against the reading', () => {
    const with5200 = reckon({ ...input, inspection: { ...input.inspection, reading } }).output;
    expect(with5200.expectation?.expected).to.be.closeTo(5952, 0.5);
    expect(with5200.expectation?.shortfall).to.be.closeTo(0.1263, 5e-4);
    const capped = { ...reading, capped: true };
    const warned = reckon({ ...input, inspection: { ...input.inspection, reading: capped } }).output;
    expect(warned.warnings.map(({ code }) => code)).to.deep.equal(['at-limit']);
  });

  it('keeps what was recommended beside what was set by hand', () => {
    const overruled = reckon({ ...input, overrides: { lossNow: 0.2, dailyRate: 0.002, rainThreshold: 3 } });
    expect(overruled.output.lossNow).to.deep.equal({ low: 0.2, mid: 0.2, high: 0.2 });
    expect(new Set(overruled.input.rate)).to.deep.equal(new Set([0.002]));
    expect(overruled.input.threshold).to.equal(3);
    expect(overruled.output.recommended).to.deep.equal(output.recommended);
    expect(output.recommended?.rainThreshold).to.equal(12);
  });

  it('costs less money where less of the energy is used on the spot', () => {
    const sold = reckon({ ...input, site: { ...input.site, ownUse: 0 } }).output;
    expect(sold.lostValue.p50).to.be.below(output.lostValue.p50);
    expect(sold.year.lostEnergy).to.deep.equal(output.year.lostEnergy);
  });

  it('gives every figure a reason with its value, its formula and its source', () => {
    for (const reason of Object.values(output.reasons)) {
      expect(reason.formula).to.not.equal('');
      expect(reason.source).to.not.equal('');
      expect(reason.value).to.be.a('number');
    }
  });
});
