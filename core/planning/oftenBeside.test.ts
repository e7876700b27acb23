import { expect } from 'chai';
import { exampleLichenYear, examplePlan } from '../testing/examplePlan.ts';
import { leastOften, lookPrice, type OftenKey, oftenBeside } from './oftenBeside.ts';
import { makePlan } from './plan.ts';

const output = makePlan(examplePlan);
const beside = oftenBeside({ plan: examplePlan, output, wish: 4, lookCost: 60_000 });
const named = (key: OftenKey, from = beside) => {
  const found = from.rows.find((row) => row.key === key);
  if (!found) throw new Error(`no ${key}`);
  return found;
};

const [face] = examplePlan.arrays;
if (!face) throw new Error('no face');
const damp = { ...examplePlan, arrays: [{ ...face, courses: { ...exampleLichenYear, lichenDensity: 300 } }] };
const grown = oftenBeside({ plan: damp, output: makePlan(damp), wish: null, lookCost: 0 });

describe('how often, beside other ways of deciding it', () => {
  it('has never and the best at the figures of the plan', () => {
    const { options, best } = output.visits;
    expect(named('never')).to.include({ visits: 0, cost: 0, lostValue: options[0]?.lostValue });
    expect(named('best')).to.include({ visits: best, lostValue: options[best]?.lostValue, cost: options[best]?.cost });
  });

  it('costs the habits of the calendar as often as they come, none of them less than as many on the best days', () => {
    const often: [OftenKey, number][] = [
      ['spring', 1],
      ['spring-and-autumn', 2],
      ['seasons', 4],
      ['months', 12],
    ];
    for (const [key, visits] of often) {
      expect(named(key).visits).to.equal(visits);
      expect(named(key).lostValue).to.be.at.least((output.visits.options[visits]?.lostValue ?? 0) * 0.999);
    }
  });

  it('takes what the customer wants evenly, and leaves it out where nobody has said', () => {
    expect(named('wish').visits).to.equal(4);
    const none = oftenBeside({ plan: examplePlan, output, wish: null, lookCost: 0 });
    expect(none.rows.map(({ key }) => key)).not.to.include('wish');
  });

  it('loses more the longer nobody comes, for less', () => {
    const keys: OftenKey[] = ['best', 'every-2', 'every-3', 'every-4', 'every-5'];
    const rows = keys.map((key) => named(key));
    for (const [at, row] of rows.entries()) {
      const before = rows[at - 1];
      if (before === undefined) continue;
      expect(row.lostValue).to.be.above(before.lostValue);
      expect(row.cost).to.be.below(before.cost);
    }
  });

  it('prices a look by its time and the road, with tax', () => {
    const prices = { ...examplePlan.prices, hourlyRate: 30_000, travelPerKm: 500, taxRate: 0.1 };
    expect(lookPrice({ prices, travelKm: 20, travelMinutes: 30 })).to.equal(44_000);
  });

  it('costs four looks where it is looked first, and washes at the loss that costs least', () => {
    const free = oftenBeside({ plan: examplePlan, output, wish: null, lookCost: 0 });
    const [dear, cheap] = [named('look-first'), named('look-first', free)];
    expect(dear.cost - cheap.cost).to.equal(4 * 60_000);
    expect(dear.lostValue).to.equal(cheap.lostValue);
    expect(beside.washAt).to.be.above(0);
  });

  it('says what a fortnight late and early cost: never less than nothing, and the plan has the same', () => {
    expect(beside.slip?.late).to.be.at.least(0);
    expect(output.slip).to.deep.equal(beside.slip);
    const never = makePlan({ ...examplePlan, overrides: { visits: 0 } });
    expect(never.slip).to.equal(null);
  });

  it('has a floor against growth where lichen can settle, and none in a dry place', () => {
    expect(beside.floorYears).to.equal(null);
    expect(grown.floorYears).to.equal(2);
  });

  it('follows growth over ten years: the more seldom it is washed the more of it, and none is followed in a dry place', () => {
    expect(beside.growth).to.deep.equal([]);
    const { growth } = grown;
    const covers = (['best', 'every-2', 'every-5', 'never'] as const).flatMap(
      (key) => growth.find((one) => one.key === key)?.cover.mid ?? [],
    );
    expect(covers.length).to.be.at.least(3);
    expect(covers).to.deep.equal([...covers].sort((one, other) => one - other));
    expect(covers.at(-1)).to.be.above(covers[0] ?? 1);
    for (const { cover } of growth) expect(cover.low <= cover.mid && cover.mid <= cover.high).to.equal(true);
  });

  it('takes as least what washes often enough against growth, however cheap it is to leave it', () => {
    const row = (key: OftenKey, visits: number, total: number) => ({ ...named('never'), key, visits, total });
    const rows = [row('never', 0, 10), row('every-3', 1 / 3, 20), row('every-2', 0.5, 30), row('spring', 1, 40)];
    expect(leastOften({ rows, floorYears: 2 })?.key).to.equal('every-2');
    expect(leastOften({ rows, floorYears: null })?.key).to.equal('never');
    expect(leastOften({ rows: rows.slice(0, 2), floorYears: 2 })?.key).to.equal('never');
  });
});
