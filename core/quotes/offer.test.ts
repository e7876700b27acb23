import { expect } from 'chai';
import { written } from '../findings.ts';
import { MADE_UP_FIRM } from '../planning/madeUpFirm.ts';
import { makePlan } from '../planning/plan.ts';
import { examplePlan } from '../testing/examplePlan.ts';
import {
  additionsOf,
  bestVisitsAt,
  choicesOf,
  type LineChange,
  offeredPlan,
  offerOf,
  overruleLines,
  takenOf,
} from './offer.ts';
import { chanceOf } from './verdict.ts';

const plan = { finish: 'output' as const, ...makePlan({ ...examplePlan, overrides: { visits: 3 } }) };
const book = MADE_UP_FIRM.prices;
const change = (changes: Partial<LineChange>): LineChange => ({
  key: 'labour',
  label: '',
  amount: 0,
  reason: 'as agreed',
  ...changes,
});
const sum = (lines: readonly { amount: number }[]) => lines.reduce((all, { amount }) => all + amount, 0);

describe('an offer', () => {
  const offer = offerOf(plan, book);

  it('is the plan as it was priced, with a plan of visits from two a year on', () => {
    expect(offer.one.gross).to.equal(plan.priced.gross);
    expect(offer.planned?.gross).to.equal(plan.pricedInPlan.gross);
    expect(offerOf({ ...plan, visitsChosen: 1 }, book).planned).to.equal(null);
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
      {
        choice: 'one',
        visits: 1,
        each: one.gross,
        gross: one.gross,
        worth: benefit.worth,
        verdict: benefit.verdict,
        chance: benefit.chance,
      },
      {
        choice: 'planned',
        visits: 3,
        each: planned?.gross,
        gross: 3 * (planned?.gross ?? 0),
        worth: benefit.planRange,
        verdict: benefit.planVerdict,
        chance: benefit.planChance,
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

  it('tells of a plan of visits by its range, and of none nothing', () => {
    expect(offeredPlan(offer)?.code).to.equal('plan-of-visits');
    expect(offeredPlan({ ...offer, planned: null })).to.equal(null);
  });

  it('has the chance that it pays at its own price: none where it is dear beyond all courses, all where it is free', () => {
    const dear = overruleLines(offer, [change({ amount: 90_000_000 })], plan, book);
    expect([dear.benefit.chance, dear.benefit.planChance]).to.deep.equal([0, 0]);
    const all = offer.one.lines.map(({ key }) => change({ key }));
    expect(overruleLines(offer, all, plan, book).benefit.chance).to.equal(1);
    expect(offer.benefit.chance).to.equal(chanceOf(plan.worthUpTo.one, offer.one.gross));
    expect(offerOf({ ...plan, worthUpTo: { one: [], planned: [] } }, book).benefit.chance).to.equal(null);
  });

  it('is dearer at once by the surcharge on the work, and as before once nobody hurries', () => {
    const hurried = overruleLines(offer, [], plan, { ...book, urgentShare: 0.25 }, true);
    const labour = offer.one.lines[0]?.amount ?? 0;
    expect(hurried.one.net - offer.one.net).to.equal(Math.round(labour * 0.25));
    expect(hurried.urgent).to.equal(true);
    const calm = overruleLines(hurried, [], plan, { ...book, urgentShare: 0.25 }, false);
    expect(calm.one).to.deep.equal(offer.one);
  });

  it('is made up to the minimum anew where a line is set by hand, and a credit by hand is given on top of that', () => {
    const least = { ...book, minimumCharge: offer.one.net };
    const low = overruleLines(offer, [change({ amount: 0 })], plan, least);
    expect(low.one.net).to.equal(offer.one.net);
    expect(low.one.lines.map(({ key }) => key)).to.include('minimum');
    const credit = change({ key: 'other', label: 'For the trouble last time', amount: -5000 });
    expect(overruleLines(low, [credit], plan, least).one.net).to.equal(offer.one.net - 5000);
    const back = overruleLines(low, [change({ amount: offer.one.lines[0]?.amount ?? 0 })], plan, least);
    expect(back.one.lines.map(({ key }) => key)).not.to.include('minimum');
  });

  it('keeps a line that follows from others where it was set by hand itself', () => {
    const least = { ...book, minimumCharge: offer.one.net };
    const low = overruleLines(offer, [change({ amount: 0 })], plan, least);
    const waived = overruleLines(low, [change({ key: 'minimum', amount: 100 })], plan, least);
    expect(waived.one.lines.find(({ key }) => key === 'minimum')).to.include({ amount: 100, reason: 'as agreed' });
  });
});

describe('what is taken of an offer', () => {
  const spotless = {
    one: { net: 1000, tax: 150, gross: 1150 },
    planned: { net: 800, tax: 120, gross: 920 },
  };
  const fittings = { lines: [], minutes: 25, net: 2000, tax: 300, gross: 2300 };
  const offer = { ...offerOf(plan, { depositShare: 0.3 }), spotless, fittings };

  it('is what was chosen, with what is added to each visit and what is fitted once', () => {
    const { planned } = offer;
    if (planned === null) throw new Error('no plan of visits');
    const taken = takenOf(offer, 'planned', ['spotless', 'fittings']);
    expect(taken).to.deep.include({ visits: 3, each: planned.gross + 920, once: 2300, minutesOnce: 25 });
    expect(taken.gross).to.equal(3 * (planned.gross + 920) + 2300);
    expect(taken.deposit).to.equal(Math.round((planned.gross + 920 + 2300) * 0.3));
    expect(takenOf(offer, 'one', [])).to.include({ visits: 1, gross: offer.one.gross, once: 0, minutesOnce: 0 });
  });

  it('is refused where it was not offered', () => {
    expect(() => takenOf({ ...offer, spotless: null }, 'one', ['spotless'])).to.throw(RangeError, 'additions');
    expect(() => takenOf({ ...offer, planned: null }, 'planned', [])).to.throw(RangeError, 'choice');
    expect(additionsOf(offer, 'planned').map(({ gross }) => gross)).to.deep.equal([920, 2300]);
    expect(additionsOf({ spotless: null, fittings: null, sprayLine: null }, 'one')).to.deep.equal([]);
    expect(takenOf(offer, 'one', ['fittings', 'fittings']).once).to.equal(2300);
    const line = { ...offer, sprayLine: { net: 10_000, tax: 1500, gross: 11_500 } };
    expect(takenOf(line, 'planned', ['spray-line'])).to.include({ once: 11_500, minutesOnce: 0 });
  });

  it('has the spotless finish on top where its water costs more, and not where it costs the same', () => {
    const { priced, pricedInPlan } = plan;
    const dearer = (more: number) => ({
      priced: { ...priced, net: priced.net + more, gross: priced.gross + more },
      pricedInPlan: { ...pricedInPlan, net: pricedInPlan.net + more, gross: pricedInPlan.gross + more },
    });
    expect(offerOf({ ...plan, spotless: dearer(700) }, book).spotless?.one).to.include({ net: 700, gross: 700 });
    expect(offerOf({ ...plan, spotless: dearer(0) }, book).spotless).to.equal(null);
    expect(offerOf({ ...plan, spotless: null }, book).spotless).to.equal(null);
  });
});
