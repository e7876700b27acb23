import { expect } from 'chai';
import { CLEANING_METHODS } from '../assumptions.ts';
import type { MethodInput } from '../rules/input.ts';
import { CLEAN_GLASS } from '../soiling/layered.ts';
import { exampleMembers, exampleYear } from '../testing/exampleAhead.ts';
import { examplePlan, exampleSoils } from '../testing/examplePlan.ts';
import { makePlan } from './plan.ts';
import type { PlanInput } from './visit.ts';
import { compareWays, type WayCompared, type WaysCompared } from './ways.ts';

/** The example with its first face alone, and that changed. */
const alone = (changes: Partial<MethodInput> = {}): PlanInput => ({
  ...examplePlan,
  arrays: examplePlan.arrays.slice(0, 1).map((array) => ({ ...array, method: { ...array.method, ...changes } })),
});
const ofWay = ({ ways }: WaysCompared, way: string) => {
  const found = ways.find((one) => one.way === way);
  if (found === undefined) throw new Error(`no ${way}`);
  return found;
};
const codesOf = (compared: WaysCompared, way: string) => ofWay(compared, way).refusals.map(({ code }) => code);

describe('all ways of cleaning a face beside each other', () => {
  const compared = compareWays(alone(), 'sunny');

  it('are all there, once each', () => {
    expect(compared.ways.map(({ way }) => way)).to.have.members([...CLEANING_METHODS]);
  });

  it('stand in order of the money they leave: first those that keep the finish, last those that cannot be used', () => {
    const group = ({ refusals, keepsFinish }: WayCompared) => (refusals.length > 0 ? 2 : keepsFinish ? 0 : 1);
    const groups = compared.ways.map(group);
    expect(groups).to.deep.equal([...groups].sort());
    expect(new Set(groups).size).to.equal(3);
    for (const one of [0, 1, 2]) {
      const nets = compared.ways.filter((way) => group(way) === one).map(({ net }) => net);
      expect(nets).to.deep.equal([...nets].sort((a, b) => b - a));
    }
  });

  it('cost and bring back what a plan by them costs and brings back', () => {
    for (const way of ['hose', 'fed-pole', 'soap'] as const) {
      const plan = makePlan({ ...alone(), overrides: { arrays: { sunny: { method: way } } } });
      const one = ofWay(compared, way);
      expect(one.gross, way).to.equal(plan.priced.gross);
      expect(one.litres, way).to.be.closeTo(plan.water.litres, 1e-9);
      expect(one.brings, way).to.deep.equal(plan.recoverable);
      expect(one.net, way).to.equal(one.worth - one.gross);
    }
  });

  it('leave the less on the glass the more they take off', () => {
    const [hose, brush, pole] = ['hose', 'hose-and-brush', 'fed-pole'].map((way) => ofWay(compared, way));
    expect(hose?.left.p50).to.be.above(brush?.left.p50 ?? 1);
    expect(brush?.left.p50).to.be.above(pole?.left.p50 ?? 1);
    expect(pole?.brings.mean).to.be.above(brush?.brings.mean ?? Number.POSITIVE_INFINITY);
  });

  it('take minutes that were set by hand for those of the chosen way alone', () => {
    const slow = compareWays({ ...alone(), overrides: { arrays: { sunny: { minutesPerModule: 9 } } } }, 'sunny');
    expect(ofWay(slow, slow.chosen).minutes).to.equal(9 * 20);
    expect(ofWay(slow, 'hose').minutes).to.equal(ofWay(compared, 'hose').minutes);
  });

  it('are each used alone: a rung that would be climbed is not counted in', () => {
    const sticky = compareWays(alone({ soils: [exampleSoils.dust, exampleSoils.sap] }), 'sunny');
    expect(codesOf(sticky, 'soap'), 'something sticks').to.deep.equal([]);
    expect(ofWay(sticky, 'fed-pole').left).to.deep.equal(ofWay(compared, 'fed-pole').left);
    expect(ofWay(sticky, 'soap').left.p50).to.be.below(ofWay(sticky, 'fed-pole').left.p50);
  });

  it('are priced from a lift where hands or a weight have to be at the glass', () => {
    const [pole, cloth, rotary] = ['fed-pole', 'cloth', 'rotary-head'].map((way) => ofWay(compared, way));
    expect([pole?.access, cloth?.access, rotary?.access]).to.deep.equal(['ground', 'lift', 'lift']);
    const equipment = Math.round(examplePlan.prices.accessEquipment * (1 + examplePlan.prices.taxRate));
    const withLift = makePlan({ ...alone(), overrides: { arrays: { sunny: { method: 'cloth', access: 'lift' } } } });
    expect(cloth?.gross).to.equal(withLift.priced.gross);
    expect(cloth?.gross).to.be.above(equipment);
  });

  it('are refused by what the site does not allow, each by its reason', () => {
    const dry = compareWays(alone({ waterless: true }), 'sunny');
    expect(dry.ways.filter(({ refusals }) => refusals.length === 0).map(({ way }) => way)).to.deep.equal(['dry-brush']);
    expect(codesOf(dry, 'hose')).to.deep.equal(['rung-no-water']);
    const tank = compareWays(alone({ runOff: 'rainwater-tank' }), 'sunny');
    expect([codesOf(tank, 'soap'), codesOf(tank, 'alcohol')]).to.deep.equal([
      ['rung-tank', 'rung-not-sticky'],
      ['rung-tank', 'rung-nothing-grows'],
    ]);
    expect(codesOf(tank, 'fed-pole')).to.deep.equal([]);
    expect(codesOf(compared, 'wet-blade')).to.deep.equal(['rung-blade-not-agreed', 'rung-no-blade']);
    const lichen = alone({ bladeAgreed: true, soils: [exampleSoils.lichen] });
    expect(codesOf(compareWays(lichen, 'sunny'), 'wet-blade')).to.deep.equal([]);
    expect(codesOf(compared, 'spray-line')).to.deep.equal(['way-line-not-known']);
  });

  it('say which of those that can be used and keep the finish leaves most money, and by how much', () => {
    const possible = compared.ways.filter(({ refusals, keepsFinish }) => refusals.length === 0 && keepsFinish);
    const most = Math.max(...possible.map(({ net }) => net));
    expect(ofWay(compared, compared.best ?? '').net).to.equal(most);
    const [finding] = compared.findings;
    const second = Math.max(...possible.filter(({ way }) => way !== compared.best).map(({ net }) => net));
    expect(finding).to.deep.include({ code: 'ways-best' });
    expect(finding?.params).to.deep.include({ way: compared.best, by: most - second });
  });

  it('are recommended by the same money: the plan takes the best of them, with the same reason', () => {
    const [array] = makePlan(alone()).arrays;
    const [first, second] = compared.ways;
    expect(array?.method.method.choose).to.equal(compared.best);
    expect(array?.method.method.because).to.deep.equal({
      code: 'method-best-worth',
      params: { by: (first?.net ?? 0) - (second?.net ?? 0), second: second?.way },
    });
  });

  it('that leave too much are not recommended, however cheap: the hose comes after those that keep the finish', () => {
    const hose = ofWay(compared, 'hose');
    expect([hose.refusals, hose.keepsFinish]).to.deep.equal([[], false]);
    expect(hose.takesOff).to.be.below(0.7);
  });

  it('say so where none keeps the finish, and then the most thorough is taken', () => {
    const bonded = { ...exampleYear, members: exampleMembers(3, { initial: { ...CLEAN_GLASS, bonded: 3 } }) };
    const site = alone({ waterless: true });
    const input = { ...site, arrays: site.arrays.map((array) => ({ ...array, courses: bonded })) };
    const dry = compareWays(input, 'sunny');
    expect(dry.findings[0]).to.deep.include({ code: 'ways-none-keeps' });
    expect(makePlan(input).arrays[0]?.method.method.because.code).to.equal('method-most-thorough');
  });

  it('say what another than the chosen one would leave more', () => {
    const hose = compareWays({ ...alone(), overrides: { arrays: { sunny: { method: 'hose' } } } }, 'sunny');
    const by = ofWay(hose, hose.best ?? '').net - ofWay(hose, 'hose').net;
    expect(hose.findings).to.deep.include({ code: 'ways-other', params: { way: hose.best, by, chosen: 'hose' } });
    expect(by).to.be.above(0);
  });

  it('say so where none pays, and do not where one does', () => {
    const short = -ofWay(compared, compared.best ?? '').net;
    expect(compared.findings).to.deep.include({ code: 'ways-none-pays', params: { way: compared.best, short } });
    const dear = compareWays({ ...alone(), valuePerKWh: 100_000 }, 'sunny');
    expect(dear.findings.map(({ code }) => code)).to.not.include('ways-none-pays');
  });

  it('leave the other faces as they are chosen, and count in what these bring back', () => {
    const both = compareWays(examplePlan, 'sunny');
    const plan = makePlan({ ...examplePlan, overrides: { arrays: { sunny: { method: 'hose' } } } });
    const hose = ofWay(both, 'hose');
    expect(hose.gross).to.equal(plan.priced.gross);
    expect(hose.brings.mean).to.be.below(plan.recoverable.mean);
    expect(hose.worth).to.be.closeTo(plan.benefit.mean, 1);
  });

  it('are of a face of the plan', () => {
    expect(() => compareWays(examplePlan, 'nowhere')).to.throw(RangeError, 'nowhere');
  });
});
