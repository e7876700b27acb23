import { expect } from 'chai';
import { EFFECTIVENESS } from '../assumptions.ts';
import { exampleAhead, exampleMembers } from '../testing/exampleAhead.ts';
import { compareRemedies, type RemedyInput, withRemedy } from './remedies.ts';
import { REMEDIES } from './remedyKeys.ts';
import type { CourseSetup } from './setup.ts';

const setup: CourseSetup = {
  ...exampleAhead,
  surfaceTilt: 5,
  array: { pdc0: 20_000, gammaPdc: -0.0035 },
  exposure: { surroundings: 'farmland', birds: 'roost' },
  members: exampleMembers(3),
  lichenDensity: 0,
  puddleFactor: 12,
  horizon: 4,
};
const compared = (changes: Partial<RemedyInput> = {}) =>
  compareRemedies({
    setup,
    effectiveness: EFFECTIVENESS['fed-pole'],
    visitCost: 150_000,
    valuePerKWh: 250,
    asked: REMEDIES.map((key) => ({ key, cost: 100_000 })),
    ...changes,
  });

describe('causes and their remedies', () => {
  const { remedies, visits } = compared();
  const found = (key: string) => remedies.find((one) => one.key === key);

  it('that have nothing to change here are not offered', () => {
    expect(found('wait')).to.equal(undefined);
    const clean = {
      ...setup,
      surfaceTilt: 25,
      puddleFactor: 1,
      exposure: { ...setup.exposure, birds: 'none' as const },
    };
    for (const key of ['drain-clip', 'gutter', 'tilt', 'deterrent'] as const)
      expect(withRemedy(clean, key), key).to.equal(null);
  });

  it('each save energy with the same visits, and come best first', () => {
    for (const { savedEnergy, key } of remedies) {
      expect(savedEnergy.low, key).to.be.within(-1e-6, savedEnergy.mid);
      expect(savedEnergy.high, key).to.be.at.least(savedEnergy.mid);
    }
    const nets = remedies.flatMap(({ net }) => net ?? []);
    expect(nets).to.have.length(remedies.length);
    expect(nets).to.deep.equal([...nets].sort((a, b) => b - a));
  });

  it('a deterrent under a roost, and a clip where water stands, save more than trimming', () => {
    expect(found('deterrent')?.savedEnergy.mid).to.be.above(1);
    expect(found('drain-clip')?.savedEnergy.mid).to.be.above(1);
  });

  it('never ask for more visits than before', () => {
    for (const { visits: count } of remedies) expect(count.after).to.be.at.most(count.before);
    expect(visits).to.be.within(0, 4);
  });

  it('do not pay where they cost more than they save in their life', () => {
    const dear = compared({ asked: [{ key: 'coating', cost: 1e9 }] }).remedies[0];
    expect([dear?.payback, (dear?.net ?? 0) < 0]).to.deep.equal([null, true]);
    const free = compared({ asked: [{ key: 'drain-clip', cost: 0 }] }).remedies[0];
    expect(free?.payback).to.equal(0);
  });

  it('pay up to what they save in their life, whether somebody has priced them or not', () => {
    const [unpriced] = compared({ asked: [{ key: 'deterrent', cost: null }] }).remedies;
    expect([unpriced?.net, unpriced?.payback]).to.deep.equal([null, null]);
    const most = unpriced?.worthAtMost.mid ?? 0;
    expect(most).to.be.above(0);
    const netAt = (cost: number) => compared({ asked: [{ key: 'deterrent', cost }] }).remedies[0]?.net ?? Number.NaN;
    expect(netAt(most)).to.be.closeTo(0, 1e-6);
    expect(netAt(most * 1.1)).to.be.below(0);
  });

  it('say what works next door cost, which end by themselves', () => {
    const works = { from: 0, to: 365, surroundings: 'dusty' as const };
    const busy = compared({
      setup: { ...setup, exposure: { ...setup.exposure, works } },
      asked: [{ key: 'wait', cost: 0 }],
    });
    expect(busy.remedies[0]?.savedEnergy.mid).to.be.above(0);
  });
});
