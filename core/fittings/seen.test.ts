import { expect } from 'chai';
import type { Mark } from '../inspections/marks.ts';
import type { FittedOn } from './kinds.ts';
import { fittingsSeen } from './seen.ts';

const algae = (modules: number[], severity: Mark['severity'] = 'plain'): Mark => ({
  kind: 'algae',
  pattern: 'lower-edge',
  severity,
  modules,
});
const range = (from: number, to: number) => Array.from({ length: to - from }, (_, at) => from + at);
/** Clips on the first ten of twenty modules. */
const clip: FittedOn = { kind: 'drain-clip', since: '2025-11-01', modules: range(0, 10) };
const past = { date: '2025-11-05', marks: [algae([19], 'light')] };
const seen = (marks: Mark[], changes: Partial<FittedOn> = {}, washes: string[] = []) =>
  fittingsSeen([{ ...clip, ...changes }], [past, { date: '2026-11-05', marks }], 20, washes);

describe('what fittings were seen to leave', () => {
  it('is the growth on their modules as a share of that on the modules without', () => {
    const [one] = seen([algae(range(0, 3)), algae(range(10, 20))]);
    expect(one).to.include({ kind: 'drain-clip', date: '2026-11-05' });
    expect(one?.left).to.be.within(0.3, 0.34);
    expect(one?.sd).to.be.within(0.2, 0.5);
  });

  it('is least where nothing grew on them, and less surely known', () => {
    const [none] = seen([algae(range(10, 20))]);
    const [some] = seen([algae(range(0, 5)), algae(range(10, 20))]);
    expect(none?.left).to.equal(0.05);
    expect(some?.left).to.be.above(none?.left ?? 1);
    expect(some?.sd).to.be.below(none?.sd ?? 0);
  });

  it('is nothing where the modules without did not grow over, or none was left without', () => {
    expect(seen([algae(range(0, 3)), algae([19], 'light')])).to.deep.equal([]);
    expect(seen([algae(range(0, 20))], { modules: range(0, 20) })).to.deep.equal([]);
  });

  it('is nothing where it was fitted between the visits, or they lie too near each other', () => {
    expect(seen([algae(range(10, 20))], { since: '2026-01-01' })).to.deep.equal([]);
    const soon = { date: '2025-12-05', marks: [algae(range(10, 20))] };
    expect(fittingsSeen([clip], [past, soon], 20, [])).to.deep.equal([]);
  });

  it('begins from nothing after a wash', () => {
    const overgrown = { date: '2025-11-05', marks: [algae(range(10, 20), 'heavy')] };
    const now = { date: '2026-11-05', marks: [algae(range(0, 3)), algae(range(10, 20))] };
    expect(fittingsSeen([clip], [overgrown, now], 20, [])).to.deep.equal([]);
    expect(fittingsSeen([clip], [overgrown, now], 20, ['2026-01-10'])[0]?.left).to.be.closeTo(0.3, 0.01);
  });

  it('counts droppings alone for a deterrent, and all but droppings for a clip', () => {
    const droppings: Mark = { kind: 'droppings', pattern: 'spots', severity: 'heavy', modules: range(0, 10) };
    expect(seen([droppings, algae(range(10, 20))])[0]?.left).to.equal(0.05);
    expect(seen([droppings, algae(range(10, 20))], { kind: 'deterrent' })).to.deep.equal([]);
  });

  it('does not count modules on which a look found it loose or gone by then, as fitted or as control', () => {
    const grown = [algae(range(0, 3)), algae(range(10, 20))];
    const lost = (date: string, modules: number[]) => seen(grown, { lost: [{ date, modules }] });
    expect(lost('2026-11-05', range(0, 3))[0]?.left).to.equal(0.05);
    expect(lost('2026-11-06', range(0, 3))[0]?.left).to.equal(seen(grown)[0]?.left);
    expect(lost('2026-11-05', range(0, 10))).to.deep.equal([]);
  });
});
