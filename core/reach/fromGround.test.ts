import { expect } from 'chai';
import fc from 'fast-check';
import { EAVE_OVERHANG, HAND_HEIGHT, LONGEST_POLE, NECK } from '../assumptions.ts';
import { fromGround } from './fromGround.ts';
import { poleReach } from './reach.ts';

const house = { eaveHeight: 2.8, surfaceTilt: 22, slopeLength: 5.5 };

describe('a pole from the ground', () => {
  it('is one that reaches by the section, from where it says that one stands', () => {
    const found = fromGround(house);
    const again = poleReach({
      eaveHeight: 2.8,
      overhang: EAVE_OVERHANG,
      roofTilt: 22,
      standOff: found?.standOff ?? 0,
      handHeight: HAND_HEIGHT,
      slopeDistance: 5.5,
      poleMax: LONGEST_POLE,
      neck: NECK,
    });
    expect(again.reachable).to.equal(true);
    expect(again.poleLength).to.equal(found?.poleLength);
    expect(again.lift).to.equal(found?.lift);
  });

  it('is none where the roof is so flat that the eave is in the way', () => {
    expect(fromGround({ ...house, surfaceTilt: 5, slopeLength: 14 })).to.equal(null);
  });

  it('is none where the eave is higher than any pole', () => {
    expect(fromGround({ ...house, eaveHeight: 15 })).to.equal(null);
  });

  it('is tried only from the standing places that were drawn', () => {
    expect(fromGround({ ...house, standOffs: [4] })?.standOff).to.equal(4);
    expect(fromGround({ ...house, standOffs: [0.2] })).to.equal(null);
    const free = fromGround(house)?.poleLength ?? 0;
    expect(fromGround({ ...house, standOffs: [4, 6] })?.poleLength).to.be.at.least(free);
  });

  it('is never longer than the longest, and its neck never more than there is', () => {
    const section = fc.record({
      eaveHeight: fc.double({ min: 0.5, max: 12, noNaN: true }),
      surfaceTilt: fc.double({ min: 0, max: 60, noNaN: true }),
      slopeLength: fc.double({ min: 1, max: 15, noNaN: true }),
    });
    fc.assert(
      fc.property(section, (face) => {
        const found = fromGround(face);
        if (found === null) return;
        expect(found.poleLength).to.be.at.most(LONGEST_POLE);
        expect(found.lift).to.be.at.most(NECK);
        expect(found.standOff).to.be.above(EAVE_OVERHANG);
      }),
    );
  });

  it('needs no less for the top row than for the row below it', () => {
    const lengths = [2, 3.7, 5.5].map((slopeLength) => fromGround({ ...house, slopeLength })?.poleLength ?? 0);
    expect(lengths).to.deep.equal([...lengths].sort((a, b) => a - b));
  });
});
