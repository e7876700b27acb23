import { expect } from 'chai';
import { acLimit } from './acLimit.ts';

describe('the limit of an array', () => {
  it('is the inverter’s where nothing else is in the way', () => {
    expect(acLimit({ inverterLimit: 5000, exportLimit: null }, 0.5)).to.equal(5000);
  });

  it('is the export limit with the share used on the spot on top', () => {
    expect(acLimit({ inverterLimit: null, exportLimit: 3000 }, 0.4)).to.be.closeTo(5000, 1e-9);
  });

  it('is the lower of both, and none where all is used on the spot', () => {
    expect(acLimit({ inverterLimit: 4000, exportLimit: 3000 }, 0.4)).to.equal(4000);
    expect(acLimit({ inverterLimit: null, exportLimit: 3000 }, 1)).to.equal(undefined);
  });
});
