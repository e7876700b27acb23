import { expect } from 'chai';
import fc from 'fast-check';
import { MADE_UP_FIRM } from '../planning/madeUpFirm.ts';
import { makePlan } from '../planning/plan.ts';
import { examplePlan } from '../testing/examplePlan.ts';
import { PRICE_BASES, type PriceBook } from './book.ts';
import { type LineKey, totals } from './lines.ts';
import { choicesOf, type LineChange, offerOf, overruleLines } from './offer.ts';
import { planVerdict, verdict } from './verdict.ts';

const plan = { finish: 'output' as const, ...makePlan({ ...examplePlan, overrides: { visits: 3 } }) };
const BOOK = MADE_UP_FIRM.prices;
const offer = offerOf(plan, BOOK);
const KEYS = offer.one.lines.map(({ key }) => key);
const sum = (lines: readonly { amount: number }[]) => lines.reduce((all, { amount }) => all + amount, 0);

const amount = fc.integer({ min: 0, max: 50_000_000 });
const rate = fc.integer({ min: 0, max: 400 }).map((perMille) => perMille / 1000);
const change = fc
  .record({ key: fc.constantFrom<LineKey>(...KEYS, 'other'), label: fc.constantFrom('Gate key', 'Parking'), amount })
  .map((one): LineChange => ({ ...one, reason: 'as agreed' }));
/** A price book of any terms. */
const book = fc
  .record({
    basis: fc.constantFrom(...PRICE_BASES),
    minimumCharge: fc.integer({ min: 0, max: 500_000 }),
    riskShare: rate,
    soilShare: rate,
    urgentShare: rate,
    planDiscount: rate,
    taxRate: rate,
    roundTo: fc.constantFrom(0, 1, 100, 500, 1000),
    otherTaxes: fc.constantFrom<PriceBook['otherTaxes'][]>(
      [],
      [{ rate: 0, keys: ['water'] }],
      [
        { rate: 0.05, keys: ['travel', 'access'] },
        { rate: 0.21, keys: ['other'] },
      ],
    ),
  })
  .map((terms): PriceBook => ({ ...BOOK, ...terms }));
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
      fc.property(changes, book, fc.boolean(), (set, own, urgent) => {
        const made = overruleLines(offer, set, plan, own, urgent);
        for (const side of [made.one, made.planned]) {
          if (side === null) throw new Error('no plan of visits');
          expect(side.net).to.equal(sum(side.lines));
          expect(side.tax).to.equal(side.taxes.reduce((all, { tax }) => all + tax, 0));
          for (const { rate: of, net, tax } of side.taxes) {
            expect(net).to.equal(sum(side.lines.filter(({ taxRate }) => taxRate === of)));
            expect(Math.abs(tax - net * of)).to.be.at.most(0.5 + 1e-6);
          }
          expect(side.gross).to.equal(side.net + side.tax);
          for (const { amount: own } of side.lines) expect(Number.isInteger(own)).to.equal(true);
        }
      }),
    );
  });

  it('comes to the same in whatever order its lines are set by hand, at once or one after the other', () => {
    fc.assert(
      fc.property(changes, fc.integer(), book, (set, seed, own) => {
        const atOnce = overruleLines(offer, set, plan, own);
        const shuffled = [...set].sort(
          (one, other) => ((one.amount * 31 + seed) % 97) - ((other.amount * 31 + seed) % 97),
        );
        const untouched = overruleLines(offer, [], plan, own);
        const oneByOne = shuffled.reduce((made, one) => overruleLines(made, [one], plan, own), untouched);
        for (const part of ['net', 'tax', 'gross'] as const) {
          expect(oneByOne.one[part]).to.equal(atOnce.one[part]);
          expect(oneByOne.planned?.[part]).to.equal(atOnce.planned?.[part]);
        }
        expect(oneByOne.benefit.verdict).to.equal(atOnce.benefit.verdict);
        expect(oneByOne.benefit.planVerdict).to.equal(atOnce.benefit.planVerdict);
      }),
    );
  });

  it('has a discount that is never more than what it is taken off, at any rate of tax', () => {
    fc.assert(
      fc.property(changes, book, (set, own) => {
        const { planned } = overruleLines(offer, set, plan, { ...own, roundTo: 0 });
        if (planned === null) throw new Error('no plan of visits');
        const off = planned.lines.filter(({ key }) => key === 'discount');
        for (const { amount: less, taxRate } of off) {
          const from = sum(planned.lines.filter((line) => line.key !== 'discount' && line.taxRate === taxRate));
          expect(less <= 0 && -less <= from).to.equal(true);
        }
        expect(planned.net).to.be.at.least(0);
      }),
    );
  });

  it('comes to at least the minimum, whatever was set by hand but the minimum itself', () => {
    fc.assert(
      fc.property(changes, book, (set, own) => {
        const { one } = overruleLines(offer, set, plan, { ...own, roundTo: 0 });
        expect(one.net).to.be.at.least(own.minimumCharge);
      }),
    );
  });

  it('is a whole multiple of what it is rounded to, and never further from it than half of that', () => {
    fc.assert(
      fc.property(changes, book, (set, own) => {
        if (own.roundTo === 0) return;
        for (const side of [overruleLines(offer, set, plan, own).one, overruleLines(offer, set, plan, own).planned]) {
          if (side === null) throw new Error('no plan of visits');
          expect(Math.abs(side.net % own.roundTo)).to.equal(0);
          const rounded = side.lines.find(({ key }) => key === 'rounding')?.amount ?? 0;
          expect(Math.abs(rounded)).to.be.at.most(own.roundTo / 2);
        }
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
      fc.property(changes, book, (set, own) => {
        const made = overruleLines(offer, set, plan, own);
        const [one, planned] = choicesOf(made);
        if (!one?.worth || !planned?.worth) throw new Error('a choice is missing');
        expect(one.verdict).to.equal(verdict(one.worth, one.gross));
        if (planned.verdict === 'pays') expect(planned.worth.p10).to.be.at.least(planned.gross);
      }),
    );
  });
});
