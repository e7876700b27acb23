import { expect } from 'chai';
import { written } from '../findings.ts';
import { makePlan } from '../methods/plan.ts';
import { examplePlan } from '../testing/examplePlan.ts';
import { bestVisitsAt, choicesOf, type LineChange, offeredPlan, offerOf, overruleLines } from './offer.ts';

const plan = { finish: 'output' as const, ...makePlan({ ...examplePlan, overrides: { visits: 3 } }) };
const book = { planDiscount: 0.1, taxRate: 0.15 };
const change = (changes: Partial<LineChange>): LineChange => ({
  key: 'labour',
  label: '',
  amount: 0,
  reason: 'as agreed',
  ...changes,
});
const sum = (lines: readonly { amount: number }[]) => lines.reduce((all, { amount }) => all + amount, 0);

describe('an offer', () => {
  const offer = offerOf(plan);

  it('is the plan as it was priced, with a plan of visits from two a year on', () => {
    expect(offer.one.gross).to.equal(plan.priced.gross);
    expect(offer.planned?.gross).to.equal(plan.pricedInPlan.gross);
    expect(offerOf({ ...plan, visitsChosen: 1 }).planned).to.equal(null);
  });

  it('with a line overruled keeps what the line is called, and discount, tax and verdict follow', () => {
    const dear = overruleLines(offer, [change({ amount: 90_000_000 })], plan, book);
    const line = dear.one.lines.find(({ key }) => key === 'labour');
    expect(line).to.deep.include({ label: plan.priced.lines[0]?.label, amount: 90_000_000, reason: 'as agreed' });
    for (const side of [dear.one, dear.planned]) {
      expect(side?.net).to.equal(sum(side?.lines ?? []));
      expect(side?.gross).to.equal((side?.net ?? 0) + (side?.tax ?? 0));
    }
    expect(dear.planned?.lines.at(-1)?.amount).to.equal(-Math.round(dear.one.net * 0.1));
    expect(dear.benefit.verdict).to.equal('does-not-pay');
  });

  it('has lines of somebody’s own by their words: one more for new words, the same for known ones', () => {
    const once = overruleLines(offer, [change({ key: 'other', label: 'Gate key', amount: 500 })], plan, book);
    const twice = overruleLines(once, [change({ key: 'other', label: 'Gate key', amount: 700 })], plan, book);
    const own = twice.one.lines.filter(({ key }) => key === 'other');
    expect(own.map(({ label, amount }) => [label, amount])).to.deep.equal([[written('Gate key'), 700]]);
  });

  it('can be accepted as one visit, or as a plan at the price of all its visits, each with its own verdict', () => {
    const { one, planned, benefit } = offer;
    expect(choicesOf(offer)).to.deep.equal([
      { choice: 'one', visits: 1, each: one.gross, gross: one.gross, worth: benefit.worth, verdict: benefit.verdict },
      {
        choice: 'planned',
        visits: 3,
        each: planned?.gross,
        gross: 3 * (planned?.gross ?? 0),
        worth: benefit.planRange,
        verdict: benefit.planVerdict,
      },
    ]);
    expect(choicesOf({ ...offer, planned: null }).map(({ choice }) => choice)).to.deep.equal(['one']);
  });

  it('is best with as many visits as its plan at the prices of its plan, and with fewer where it gets dear', () => {
    const { options, best } = plan.visits;
    expect(bestVisitsAt(offer, options)).to.equal(best);
    const dear = overruleLines(offer, [change({ amount: 90_000_000 })], plan, book);
    expect(bestVisitsAt(dear, options)).to.equal(0);
    const free = overruleLines(
      offer,
      offer.one.lines.map(({ key }) => change({ key, amount: 0 })),
      plan,
      book,
    );
    expect(bestVisitsAt(free, options)).to.equal(options.length - 1);
  });

  it('tells of a plan of visits by its range, of one without a range by its sum, and of none nothing', () => {
    expect(offeredPlan(offer)?.code).to.equal('plan-of-visits');
    const old = { ...offer, benefit: { ...offer.benefit, planRange: null, beyondFirst: null } };
    expect(offeredPlan(old)?.code).to.equal('plan-of-visits-without-range');
    expect(offeredPlan({ ...offer, planned: null })).to.equal(null);
  });
});
