import { expect } from 'chai';
import fc from 'fast-check';
import { jetOnGlass, STATIC_LOAD } from '../water/jet.ts';
import { poleReach, type ReachInput } from './reach.ts';

const house: ReachInput = {
  eaveHeight: 3,
  overhang: 0.5,
  roofTilt: 25,
  standOff: 7,
  handHeight: 1.4,
  slopeDistance: 2,
  poleMax: 10,
};

describe('a pole from the ground', () => {
  it('is the straight line where it clears the eave', () => {
    const { poleLength, lift, reachable } = poleReach(house);
    const across = 6.5 + 2 * Math.cos((25 * Math.PI) / 180);
    const up = 1.6 + 2 * Math.sin((25 * Math.PI) / 180);
    expect(poleLength).to.be.closeTo(Math.hypot(across, up), 1e-12);
    expect([lift, reachable]).to.deep.equal([0, true]);
  });

  it('goes over the eave and stands off the roof where one stands too near, and an angled neck makes that up', () => {
    const near = poleReach({ ...house, standOff: 2.5 });
    expect(near.lift).to.be.above(0.5);
    expect(near.reachable).to.equal(false);
    expect(poleReach({ ...house, standOff: 2.5, neck: (near.lift ?? 0) + 0.01 }).reachable).to.equal(true);
  });

  it('reaches nothing from under the eave', () => {
    for (const standOff of [0, 0.5])
      expect(poleReach({ ...house, standOff })).to.include({ reachable: false, poleLength: null, lift: null });
    expect(poleReach({ ...house, standOff: 0.5 }).minimumStandOff).to.be.above(0.5);
  });

  it('touches a flat roof from nowhere below it, and a low one from anywhere', () => {
    expect(poleReach({ ...house, roofTilt: 0 }).minimumStandOff).to.equal(null);
    expect(poleReach({ ...house, eaveHeight: 1, roofTilt: 0 }).minimumStandOff).to.equal(0.5);
    expect(poleReach({ ...house, eaveHeight: 1.4, roofTilt: 0 }).minimumStandOff).to.equal(null);
  });

  it('is long enough only up to the longest that is at hand', () => {
    const { poleLength } = poleReach(house);
    expect(poleReach({ ...house, poleMax: (poleLength ?? 0) - 0.01 }).reachable).to.equal(false);
  });

  it('needs no less pole for a place further up', () => {
    const unit = fc.double({ min: 0, max: 1, noNaN: true });
    fc.assert(
      fc.property(unit, unit, unit, (back, tilt, up) => {
        const at = { ...house, standOff: 1 + 9 * back, roofTilt: 60 * tilt, slopeDistance: 0.2 + 5 * up };
        const [near, far] = [poleReach(at), poleReach({ ...at, slopeDistance: at.slopeDistance + 0.5 })];
        expect(far.poleLength).to.be.at.least((near.poleLength ?? 0) - 1e-9);
        expect(near.lift).to.be.at.least(0);
      }),
    );
  });

  it('lies straight on the roof from the distance that the section gives, hand below the eave', () => {
    const tilt = (house.roofTilt * Math.PI) / 180;
    const s = house.slopeDistance;
    const from = house.overhang + ((3 + 0.05 - 1.4) * s * Math.cos(tilt)) / (s * Math.sin(tilt) - 0.05);
    expect(poleReach({ ...house, standOff: from + 1e-6 }).lift).to.equal(0);
    expect(poleReach({ ...house, standOff: from - 1e-3 }).lift).to.be.above(0);
  });
});

describe('a jet of water', () => {
  const jet = { pressure: 100, flow: 10, distance: 0.3, fanAngle: 25 };

  it('strikes harder from nearer, with the same force', () => {
    const [near, far] = [jetOnGlass(jet), jetOnGlass({ ...jet, distance: 1 })];
    expect(near.force).to.equal(far.force);
    expect(near.impactPressure).to.be.above(far.impactPressure ?? 0);
  });

  it('is not allowed over the static load of the module test', () => {
    for (const distance of [0.1, 0.3, 0.6, 2]) {
      const { impactPressure, allowed } = jetOnGlass({ ...jet, distance });
      expect(allowed).to.equal((impactPressure ?? Number.POSITIVE_INFINITY) <= STATIC_LOAD);
    }
  });

  it('has no pressure at no distance, and is not allowed there', () => {
    expect(jetOnGlass({ ...jet, distance: 0 })).to.include({ impactPressure: null, allowed: false });
    expect(jetOnGlass({ ...jet, distance: 0, flow: 0 }).allowed).to.equal(true);
  });
});
