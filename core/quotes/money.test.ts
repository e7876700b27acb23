import { expect } from 'chai';
import fc from 'fast-check';
import { makePlan } from '../methods/plan.ts';
import { examplePlan } from '../testing/examplePlan.ts';
import { choicesOf, type LineChange, offerOf, overruleLines } from './offer.ts';
import { type LineKey, planVerdict, totals, verdict } from './price.ts';

const plan = { finish: 'output' as const, ...makePlan({ ...examplePlan, overrides: { visits: 3 } }) };
const offer = offerOf(plan);
const KEYS = offer.one.lines.map(({ key }) => key);
const sum = (lines: readonly { amount: number }[]) => lines.reduce((all, { amount }) => all + amount, 0);

const amount = fc.integer({ min: 0, max: 50_000_000 });
const rate = fc.integer({ min: 0, max: 400 }).map((perMille) => perMille / 1000);
const change = fc
  .record({ key: fc.constantFrom<LineKey>(...KEYS, 'other'), label: fc.constantFrom('Gate key', 'Parking'), amount })
  .map((one): LineChange => ({ ...one, reason: 'as agreed' }));
/** Some lines set by hand, each once. */
const changes = fc.uniqueArray(change, {
  maxLength: 6,
  selector: ({ key, label }) => (key === 'other' ? `${key} ${label}` : key),
});
const spread = fc
  .tuple(amount, amount, amount)
  .map((values) => values.sort((one, other) => one - other))
  .map(([p10 = 0, p50 = 0, p90 = 0]) => ({ p10, p50, p90 }));

describe('money on an offer', () => {
  it('is the sum of its lines and the tax on that, once, whatever was set by hand', () => {
    fc.assert(
      fc.property(changes, rate, rate, (set, planDiscount, taxRate) => {
        const made = overruleLines(offer, set, plan, { planDiscount, taxRate });
        for (const side of [made.one, made.planned]) {
          if (side === null) throw new Error('no plan of visits');
          expect(side.net).to.equal(sum(side.lines));
          expect(Math.abs(side.tax - side.net * taxRate)).to.be.at.most(0.5 + 1e-6);
          expect(side.gross).to.equal(side.net + side.tax);
          for (const { amount: own } of side.lines) expect(Number.isInteger(own)).to.equal(true);
        }
      }),
    );
  });

  it('comes to the same in whatever order its lines are set by hand, at once or one after the other', () => {
    fc.assert(
      fc.property(changes, fc.integer(), rate, rate, (set, seed, planDiscount, taxRate) => {
        const book = { planDiscount, taxRate };
        const atOnce = overruleLines(offer, set, plan, book);
        const shuffled = [...set].sort(
          (one, other) => ((one.amount * 31 + seed) % 97) - ((other.amount * 31 + seed) % 97),
        );
        const untouched = overruleLines(offer, [], plan, book);
        const oneByOne = shuffled.reduce((made, one) => overruleLines(made, [one], plan, book), untouched);
        for (const part of ['net', 'tax', 'gross'] as const) {
          expect(oneByOne.one[part]).to.equal(atOnce.one[part]);
          expect(oneByOne.planned?.[part]).to.equal(atOnce.planned?.[part]);
        }
        expect(oneByOne.benefit.verdict).to.equal(atOnce.benefit.verdict);
        expect(oneByOne.benefit.planVerdict).to.equal(atOnce.benefit.planVerdict);
      }),
    );
  });

  it('has a discount that is never more than what it is taken off', () => {
    fc.assert(
      fc.property(changes, rate, (set, planDiscount) => {
        const { one, planned } = overruleLines(offer, set, plan, { planDiscount, taxRate: 0.15 });
        const discount = planned?.lines.find(({ key }) => key === 'discount')?.amount ?? 0;
        expect(discount <= 0 && -discount <= one.net).to.equal(true);
        expect(planned?.net).to.equal(one.net + discount);
        expect(planned?.net ?? -1).to.be.at.least(0);
      }),
    );
  });

  it('has its tax rounded once, on the sum, and never further than half a unit away, however large it is', () => {
    fc.assert(
      fc.property(fc.array(amount, { maxLength: 60 }), rate, (amounts, taxRate) => {
        const { net, tax } = totals(
          amounts.map((own) => ({ amount: own })),
          taxRate,
        );
        expect(Math.abs(tax - net * taxRate)).to.be.at.most(0.5 + 1e-6);
      }),
    );
  });

  it('never says that something pays whose tenth percentile is below its price', () => {
    fc.assert(
      fc.property(spread, amount, (worth, price) => {
        const said = verdict(worth, price);
        expect(said === 'pays').to.equal(worth.p10 >= price);
        expect(said === 'does-not-pay').to.equal(worth.p90 < price);
      }),
    );
  });

  it('never says so of a plan of visits, together or of those beyond the first', () => {
    fc.assert(
      fc.property(spread, spread, amount, fc.integer({ min: 1, max: 12 }), (saves, beyondFirst, price, visits) => {
        if (planVerdict({ visits, price, saves, beyondFirst }) !== 'pays') return;
        expect(saves.p10).to.be.at.least(visits * price);
        if (visits > 1) expect(beyondFirst.p10).to.be.at.least((visits - 1) * price);
      }),
    );
  });

  it('is offered with the verdict of its own price, for every choice', () => {
    fc.assert(
      fc.property(changes, rate, (set, planDiscount) => {
        const made = overruleLines(offer, set, plan, { planDiscount, taxRate: 0.15 });
        const [one, planned] = choicesOf(made);
        if (!one?.worth || !planned?.worth) throw new Error('a choice is missing');
        expect(one.verdict).to.equal(verdict(one.worth, one.gross));
        if (planned.verdict === 'pays') expect(planned.worth.p10).to.be.at.least(planned.gross);
      }),
    );
  });
});
