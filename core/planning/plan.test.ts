import { expect } from 'chai';
import { type CleaningMethod, SQUEEGEE_MINUTES } from '../assumptions.ts';
import { written } from '../findings.ts';
import type { MethodInput } from '../rules/input.ts';
import { examplePlan as input } from '../testing/examplePlan.ts';
import { makePlan, usedRungs } from './plan.ts';

const kitKeys = (plan: { kit: { key: string }[] }) => plan.kit.map(({ key }) => key);

describe('a plan for two faces', () => {
  const plan = makePlan(input);

  it('counts the time of each face at its own pace', () => {
    // 30 minutes to set up, 20 · 1.2, 10 of soaking, 20 · 1.2 from a lift at 1.3 and on 16 of them, where lichen lies, a
    // blade in 1.5 times that more; 40 on the road
    expect(plan.arrays[1]?.method.escalation.find(({ rung }) => rung === 'blade')?.modules).to.equal(16);
    expect(plan.priced.minutes).to.be.closeTo(30 + 24 + 10 + (20 + 1.5 * 16) * 1.2 * 1.3 + 40, 1e-9);
  });

  it('packs the blade because one of them needs it', () => {
    expect(kitKeys(plan)).to.include('blade');
    expect(usedRungs(plan.arrays)).to.include('blade');
  });

  it('overrules one face and leaves the other as recommended', () => {
    const overruled = makePlan({ ...input, overrides: { arrays: { shaded: { minutesPerModule: 2, brush: 'soft' } } } });
    const [sunny, shaded] = overruled.arrays;
    expect(sunny?.method).to.deep.equal(sunny?.recommended);
    expect(shaded?.method.brush.choose).to.deep.equal(written('soft'));
    expect(shaded?.recommended?.brush.choose).to.deep.equal(plan.arrays[1]?.method.brush.choose);
    expect(overruled.priced.minutes).to.be.closeTo(30 + 24 + 10 + 40 + 40, 1e-9);
  });

  it('changes litres, minutes, price, kit, effect and gain with the way', () => {
    const way = (method: 'hose' | 'fed-pole' | 'rotary-head' | 'robot-dry') =>
      makePlan({ ...input, overrides: { arrays: { sunny: { method } } } });
    const [pole, hose, rotary, robot] = [way('fed-pole'), way('hose'), way('rotary-head'), way('robot-dry')];
    expect(hose.priced.minutes).to.be.below(pole.priced.minutes);
    expect(hose.water.litres).to.be.above(pole.water.litres);
    expect(hose.priced.gross).not.to.equal(pole.priced.gross);
    expect(hose.recoverable.p50).to.be.below(pole.recoverable.p50);
    expect(hose.visits.options[2]?.savedEnergy.mean).to.be.below(pole.visits.options[2]?.savedEnergy.mean ?? 0);
    expect(kitKeys(rotary)).to.include('rotary');
    expect(robot.water.litres).to.be.below(pole.water.litres);
    expect(robot.arrays[0]?.method.escalation.find(({ rung }) => rung === 'water')?.use).to.equal(false);
    expect(pole.recoverable.p50).to.be.closeTo(plan.recoverable.p50, 1e-9);
  });

  it('plans bought or dry ways only where there is no water on site', () => {
    const none = makePlan({ ...input, water: { ...input.water, none: true } });
    expect(none.water.options.map(({ way }) => way)).to.deep.equal(['bought']);
    expect(none.waterWay).to.equal('bought');
    expect(kitKeys(none)).to.include('tank');
  });

  it('prices, packs and works from a lift where no pole reaches', () => {
    const far = input.arrays
      .slice(0, 1)
      .map((array) => ({ ...array, method: { ...array.method, surfaceTilt: 8, slopeLength: 14 } }));
    const lifted = makePlan({ ...input, arrays: far });
    expect(lifted.priced.lines.map(({ key }) => key)).to.include('access');
    expect(kitKeys(lifted)).to.include('access');
    expect(lifted.arrays[0]?.method.access.choose).to.equal('lift');
  });

  it('stops a way that was set by hand where it can hurt somebody, and nothing else that speaks against it', () => {
    const set = (changes: Partial<MethodInput>, method: CleaningMethod) =>
      makePlan({
        ...input,
        arrays: input.arrays.slice(0, 1).map((array) => ({ ...array, method: { ...array.method, ...changes } })),
        overrides: { arrays: { sunny: { method } } },
      }).arrays[0]?.stopped?.map(({ code }) => code) ?? null;
    expect(set({ cold: 'snow' }, 'fed-pole')).to.deep.equal(['refused-snow']);
    expect(set({ cold: 'frost' }, 'hose')).to.deep.equal(['refused-frost']);
    expect(set({ groundOnly: true }, 'cloth')).to.deep.equal(['refused-ground-only']);
    expect(set({ cracked: 1 }, 'rotary-head')).to.deep.equal(['refused-cracked']);
    expect(set({}, 'rotary-head'), 'that we do not have one is for whoever chooses it to know').to.equal(null);
    expect(set({ cold: 'frost' }, 'dry-brush')).to.equal(null);
  });

  it('asks about a stack of choices that cannot well be', () => {
    const odd = { method: 'rotary-head', access: 'ground', pole: 18, minutesPerModule: 0.1 } as const;
    const asked = makePlan({ ...input, overrides: { arrays: { sunny: odd } } }).questions ?? [];
    expect(asked).to.have.length(3);
    expect(asked[0]?.params).to.deep.include({ of: 'Sunny face' });
    expect(plan.questions).to.deep.equal([]);
  });

  it('carries what is assumed into the plan and marks it in the reasons', () => {
    const assumed = [{ key: 'ownUse' as const, value: 0.7, kind: 'fraction' as const }];
    const told = makePlan({ ...input, assumed });
    expect(told.assumed).to.deep.equal(assumed);
    expect(told.reasons.benefit.inputs.filter((one) => one.assumed).map(({ name }) => name.code)).to.deep.equal([
      'input-own-use',
      'input-worth-of-kwh',
    ]);
    expect(plan.reasons.benefit.inputs.some((one) => one.assumed)).to.equal(false);
  });

  it('leaves a rung out by hand, and with it what the rung would have packed', () => {
    const without = makePlan({ ...input, overrides: { arrays: { shaded: { rungs: { blade: false } } } } });
    expect(kitKeys(without)).to.not.include('blade');
    expect(usedRungs(without.arrays)).to.not.include('blade');
  });

  it('takes the cheapest water that keeps the finish, and the one set by hand where there is one', () => {
    const meeting = plan.water.options.filter(({ meetsFinish }) => meetsFinish).map(({ cost }) => cost);
    expect(plan.waterCost).to.equal(Math.min(...meeting));
    expect(makePlan({ ...input, overrides: { waterWay: 'bought' } }).waterWay).to.equal('bought');
  });

  it('draws the water off where somebody says so: harder water keeps the finish, for more time and a squeegee in the van', () => {
    const soft = { ...input, water: { ...input.water, conductivity: 900 } };
    const [dripping, drawn] = [makePlan(soft), makePlan({ ...soft, overrides: { drying: 'squeegee' } })];
    const asIs = ({ water }: typeof dripping) => water.options.find(({ way }) => way === 'as-is');
    expect([asIs(dripping)?.meetsFinish, asIs(drawn)?.meetsFinish]).to.deep.equal([false, true]);
    expect(asIs(drawn)?.residue).to.be.closeTo((asIs(dripping)?.residue ?? 0) / 5, 1e-9);
    expect(drawn.priced.minutes - dripping.priced.minutes).to.be.closeTo(SQUEEGEE_MINUTES * 40, 1e-9);
    expect([kitKeys(drawn).includes('squeegee'), kitKeys(dripping).includes('squeegee')]).to.deep.equal([true, false]);
    expect([drawn.drying, dripping.drying]).to.deep.equal(['squeegee', 'drip-dry']);
  });

  it('isolates first unless somebody said otherwise', () => {
    expect(plan.isolate).to.equal(true);
    expect(makePlan({ ...input, overrides: { isolate: false } }).isolate).to.equal(false);
  });

  it('takes as the best number of visits the one with the least sum', () => {
    const least = Math.min(...plan.visits.options.map(({ total }) => total));
    expect(plan.visits.options[plan.visits.best]?.total).to.equal(least);
    expect(makePlan({ ...input, overrides: { visits: 4 } }).visitsChosen).to.equal(4);
  });
});
