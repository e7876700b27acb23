import { expect } from 'chai';
import { HAND_HEIGHT, LONGEST_POLE, MODULE_SIZE } from '../assumptions.ts';
import { chooseMethod } from '../planning/choose.ts';
import { exampleFace, exampleSoils } from '../testing/examplePlan.ts';
import { fromGround } from './fromGround.ts';
import { foundOf, type ReachFace, reachMap } from './reachMap.ts';

/** Three rows of six modules on a roof of 22 degrees; the modules lie between 0 and about 6.5 m across, 5.3 m down. */
const face = (changes: Partial<ReachFace> = {}, things: ReachFace['drawing']['things'] = []): ReachFace => ({
  rows: 3,
  columns: 6,
  missing: [],
  orientation: 'portrait',
  eaveHeight: 2.8,
  tilt: 22,
  drawing: { origin: { row: 0, column: 0 }, toRidge: 0.3, toEave: 0.3, things },
  ...changes,
});
const stand = (x: number, y: number) => ({ kind: 'stand', x, y, width: 0, height: 0 });
const row = (index: number) => Math.floor(index / 6);

describe('what a pole reaches of a face', () => {
  it('is all of it where the far edge is reached, by the pole that the section asks for', () => {
    const map = reachMap(face());
    const slopeLength = 3 * MODULE_SIZE.long + 2 * 0.05 + 0.3;
    const far = fromGround({ eaveHeight: 2.8, surfaceTilt: 22, slopeLength });
    expect(map.out).to.deep.equal([]);
    expect(map.furthest?.pole).to.be.closeTo(far?.poleLength ?? 0, 1e-9);
    expect(map.furthest).to.include({ from: 'eave', standOff: far?.standOff });
    expect(map.drawn).to.equal(false);
  });

  it('is less up the slope: what is out of reach lies at the ridge', () => {
    const { out, modules } = reachMap(face({ rows: 6, tilt: 12 }), 7);
    expect(out).to.not.have.length(0);
    expect(Math.max(...out.map(row))).to.be.below(6);
    const reached = modules.flatMap((one, index) => (one ? [row(index)] : []));
    expect(Math.min(...reached)).to.be.above(Math.max(...out.map(row)));
    const poles = [5, 4, 3].map((at) => modules[at * 6]?.pole ?? Number.POSITIVE_INFINITY);
    expect(poles).to.deep.equal([...poles].sort((a, b) => a - b));
  });

  it('leaves holes out', () => {
    const { modules, out } = reachMap(face({ missing: [4] }), 2);
    expect(modules[4]).to.equal(null);
    expect(out).to.have.length(17).and.not.include(4);
  });

  it('is what the places drawn allow: too near the wall the pole stands off the roof', () => {
    const near = reachMap(face({ tilt: 10 }, [stand(3, 6.2)]));
    const far = reachMap(face({ tilt: 10 }, [stand(3, 11)]));
    expect(near.drawn).to.equal(true);
    expect(near.out.length).to.be.above(far.out.length);
  });

  it('is all but the far columns from beside a gable, each as far as it lies from it', () => {
    const low = { eaveHeight: 0.3, tilt: 10, columns: 14 };
    const { modules, out } = reachMap(face(low, [stand(-6, 3)]), 9);
    const across = (index: number) => index % 14;
    expect(modules[0]?.from).to.equal('gable');
    expect(out.length).to.be.within(1, 3 * 14 - 1);
    expect(Math.max(...modules.flatMap((one, index) => (one ? [across(index)] : [])))).to.be.below(13);
    const other = reachMap(face(low, [stand(14 * 1.09 + 6, 3)]), 9);
    expect(other.out.map(across).every((column) => column < 13)).to.equal(true);
    expect(other.out).to.have.length(out.length);
  });

  it('is hardly anything from behind a steep ridge, and more of it behind a low one', () => {
    const behind = (changes: Partial<ReachFace>) => reachMap(face(changes, [stand(3, -7)]));
    expect(behind({ tilt: 40 }).out).to.have.length(18);
    const low = behind({ eaveHeight: 0.3, tilt: 5 });
    expect(low.out.length).to.be.below(18);
    expect(low.modules.find((one) => one !== null)?.from).to.equal('behind');
  });

  it('is what lies within a pole of a walkway, and nobody goes up for what is reached from below', () => {
    const walkway = { kind: 'walkway', x: 0, y: -1, width: 6.5, height: 0.8 };
    const above = reachMap(face({ eaveHeight: 9 }, [walkway]));
    expect(above.out).to.deep.equal([]);
    const [first] = above.modules;
    expect(first?.from).to.equal('walkway');
    expect(first?.pole).to.be.closeTo(Math.hypot(0.2 + MODULE_SIZE.long, HAND_HEIGHT), 1e-9);
    const both = reachMap(face({}, [walkway, stand(3, 11)]));
    expect(both.modules.every((one) => one?.from === 'eave')).to.equal(true);
  });

  it('is nothing without a pole', () => {
    expect(reachMap(face(), 0.5)).to.deep.include({ furthest: null });
  });
});

describe('the access of a face', () => {
  const chosen = (given: ReachFace, changes = {}) =>
    chooseMethod(exampleFace([exampleSoils.dust], { modules: 18, reach: foundOf(reachMap(given)), ...changes }));

  it('is from the ground where all of it is reached, with the pole of the farthest module', () => {
    const { access, pole } = chosen(face());
    expect(access.choose).to.equal('ground');
    expect(pole.choose).to.equal(Math.ceil(reachMap(face()).furthest?.pole ?? 0));
    expect(pole.because.code).to.equal('pole-reaches');
  });

  it('is a lift where some of it is out of reach, and says how many modules that are', () => {
    const long = face({ rows: 8, tilt: 10 });
    const { out } = reachMap(long);
    const { access } = chosen(long, { modules: 48 });
    expect(access.choose).to.equal('lift');
    expect(access.because).to.deep.equal({
      code: 'access-out-of-reach',
      params: { out: out.length, modules: 48, most: LONGEST_POLE, drawn: false },
    });
  });

  it('is a walkway where that reaches what the ground does not: no lift is priced, and nobody goes up where none may', () => {
    const walkway = { kind: 'walkway', x: 0, y: -1, width: 6.5, height: 0.8 };
    const above = face({ eaveHeight: 9 }, [walkway]);
    const { access, pole } = chosen(above);
    expect([access.choose, access.because.code, pole.because.code]).to.deep.equal([
      'walkway',
      'access-walkway',
      'pole-walkway',
    ]);
  });

  it('stays as somebody set it by hand', () => {
    expect(chosen(face({ rows: 8, tilt: 10 }), { accessByHand: 'ground' }).access.choose).to.equal('ground');
  });
});
