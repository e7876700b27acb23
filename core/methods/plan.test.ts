import { expect } from 'chai';
import { examplePlan as input } from '../testing/examplePlan.ts';
import { makePlan, usedRungs } from './plan.ts';

const kitKeys = (plan: { kit: { key: string }[] }) => plan.kit.map(({ key }) => key);

describe('a plan for two faces', () => {
  const plan = makePlan(input);

  it('counts the time of each face at its own pace', () => {
    // 30 minutes to set up, 20 · 1.2, 20 · 3 under the blade, 40 on the road
    expect(plan.priced.minutes).to.be.closeTo(30 + 24 + 60 + 40, 1e-9);
  });

  it('packs the blade because one of them needs it', () => {
    expect(kitKeys(plan)).to.include('blade');
    expect(usedRungs(plan.arrays)).to.include('blade');
  });

  it('overrules one face and leaves the other as recommended', () => {
    const overruled = makePlan({ ...input, overrides: { arrays: { shaded: { minutesPerModule: 2, brush: 'soft' } } } });
    const [sunny, shaded] = overruled.arrays;
    expect(sunny?.method).to.deep.equal(sunny?.recommended);
    expect(shaded?.method.brush.choose).to.equal('soft');
    expect(shaded?.recommended?.brush.choose).to.equal(plan.arrays[1]?.method.brush.choose);
    expect(overruled.priced.minutes).to.be.closeTo(30 + 24 + 40 + 40, 1e-9);
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
