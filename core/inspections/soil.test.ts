import { expect } from 'chai';
import fc from 'fast-check';
import { lossFromInspection, lossOfSoil, PATCH_KINDS, type Soil } from './soil.ts';

const film = (grade: Soil['grade'], share = 1): Soil => ({
  kind: 'dust',
  where: 'whole-face',
  grade,
  share,
  bond: 'wet',
});
const droppings = (share: number): Soil => ({ kind: 'droppings', where: 'spots', grade: 'plain', share, bond: 'soak' });

describe('loss from what the eye found', () => {
  it('is nothing on clean glass', () => {
    expect(lossFromInspection([])).to.deep.equal({ low: 0, mid: 0, high: 0 });
  });

  it('is the curve of the film at its mass: 2 g/m2 cost about 11.5 %', () => {
    expect(lossOfSoil(film('plain')).mid).to.be.closeTo(0.3437 * 0.3351, 0.001);
  });

  it('counts a spot for more than the glass it covers', () => {
    expect(lossOfSoil(droppings(0.005)).mid).to.be.above(0.005);
  });

  it('lets one loss act on what the other leaves, so that two films do not add up over 1', () => {
    const both = lossFromInspection([film('thick'), film('thick')]).mid;
    const one = lossFromInspection([film('thick')]).mid;
    expect(both).to.be.closeTo(1 - (1 - one) ** 2, 1e-12);
  });

  it('has a range around its middle for anything that may be seen', () => {
    const soil = fc.record({
      kind: fc.constantFrom('dust' as const, 'salt' as const, ...PATCH_KINDS),
      where: fc.constant('spots' as const),
      grade: fc.constantFrom('faint' as const, 'plain' as const, 'thick' as const),
      share: fc.double({ min: 0, max: 1, noNaN: true }),
      bond: fc.constant('wet' as const),
    });
    fc.assert(
      fc.property(fc.array(soil, { maxLength: 6 }), (soils) => {
        const { low, mid, high } = lossFromInspection(soils);
        expect(low).to.be.within(0, mid + 1e-12);
        expect(high).to.be.within(mid - 1e-12, 1);
      }),
    );
  });
});
