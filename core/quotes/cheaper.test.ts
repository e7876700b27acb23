import { expect } from 'chai';
import fc from 'fast-check';
import { makePlan } from '../planning/plan.ts';
import { examplePlan } from '../testing/examplePlan.ts';
import { bestChoice, type CheaperChoice, weighCheaper } from './cheaper.ts';
import { besideCheaper, offerOf } from './offer.ts';

const choice = (changes: Partial<CheaperChoice> = {}): CheaperChoice => ({
  key: 'rinse',
  leaves: 0.6,
  saves: { p10: 1000, p50: 2000, p90: 3000, mean: 2000 },
  once: 0,
  lasts: 1,
  yearly: 500,
  washes: 0,
  notes: [],
  not: [],
  hazards: [],
  ...changes,
});

describe('a cheaper choice at the price of a wash', () => {
  it('costs what it takes in a year, and leaves what it saves after that', () => {
    const made = weighCheaper(choice(), 9000);
    expect(made).to.deep.include({ cost: 500, net: { p10: 500, p50: 1500, p90: 2500, mean: 1500 }, verdict: 'pays' });
  });

  it('of half a wash a year costs half of one', () => {
    expect(weighCheaper(choice({ yearly: 0, washes: 0.5 }), 9001).cost).to.equal(4501);
  });

  it('that is paid once is spread over its years, and is back after what it saves', () => {
    const made = weighCheaper(choice({ once: 6000, lasts: 10 }), 0);
    expect([made.cost, made.payback]).to.deep.equal([1100, 4]);
    expect(weighCheaper(choice({ once: 60_000, lasts: 10 }), 0).payback).to.equal(null);
  });

  it('that nobody has priced pays up to a price, and has no verdict', () => {
    const made = weighCheaper(choice({ once: null, lasts: 10 }), 0);
    expect(made).to.deep.include({ cost: null, net: null, verdict: null, worthUpTo: 15_000 });
    expect(weighCheaper(choice({ once: null, yearly: 5000 }), 0).worthUpTo).to.equal(0);
  });

  it('never pays where its tenth percentile is below its cost', () => {
    const amount = fc.integer({ min: 0, max: 1_000_000 });
    fc.assert(
      fc.property(amount, amount, amount, amount, (one, two, three, yearly) => {
        const [p10 = 0, p50 = 0, p90 = 0] = [one, two, three].sort((a, b) => a - b);
        const { verdict, net } = weighCheaper(choice({ saves: { p10, p50, p90, mean: p50 }, yearly: yearly + 1 }), 0);
        expect(verdict === 'pays').to.equal((net?.p10 ?? 0) >= 0);
      }),
    );
  });
});

describe('the best of all', () => {
  const weighed = (key: CheaperChoice['key'], p50: number, changes: Partial<CheaperChoice> = {}) =>
    weighCheaper(choice({ key, saves: { p10: p50, p50, p90: p50, mean: p50 }, yearly: 0, ...changes }), 0);

  it('is what leaves most on the middle of its range, of those that can be had and have a price', () => {
    const all = [
      weighed('nothing', 0),
      weighed('rinse', 500),
      weighed('spray-line', 9000, { once: null }),
      weighed('coating', 8000, { not: [{ code: 'cheaper-no-cause', params: {} }] }),
    ];
    expect(bestChoice(all)?.key).to.equal('rinse');
  });

  it('is nothing where everything costs more than it saves, and of two alike the cheaper one', () => {
    expect(bestChoice([weighed('nothing', 0), weighed('rinse', 100, { yearly: 300 })])?.key).to.equal('nothing');
    expect(bestChoice([weighed('nothing', 0), weighed('rain', 0)])?.key).to.equal('nothing');
    expect(bestChoice([])).to.equal(null);
  });

  it('goes by the prices of the offer, and leaves out what is left out where the customer reads', () => {
    const plan = { finish: 'output' as const, ...makePlan({ ...examplePlan, overrides: { visits: 3 } }) };
    const offer = offerOf(plan, { depositShare: 0 });
    const leftOut = [{ key: 'rinse' as const, reason: 'their pressure is too low' }];
    const worthMuch = choice({ saves: { p10: 9e8, p50: 9e8, p90: 9e8, mean: 9e8 } });
    const own = { ...offer, cheaper: { choices: [worthMuch], leaves: 0.1, leftOut } };
    expect(besideCheaper({ ...own, cheaper: { ...own.cheaper, leftOut: [] } })?.best?.key).to.equal('rinse');
    const shown = besideCheaper(own);
    expect(shown?.all.map(({ key }) => key)).to.deep.equal(['one', 'planned']);
    expect(shown?.all[0]).to.include({ cost: offer.one.gross, verdict: offer.benefit.verdict, leaves: 0.1 });
    expect(besideCheaper({ ...offer, cheaper: null })).to.equal(null);
    const line = choice({ key: 'spray-line', once: null, lasts: 10 });
    const priced = { ...offer, cheaper: { choices: [line], leaves: 0.1, leftOut: [] } };
    expect(besideCheaper(priced)?.all[0]?.cost).to.equal(null);
    const sprayLine = { net: 4000, tax: 600, gross: 4600 };
    expect(besideCheaper({ ...priced, sprayLine })?.all[0]).to.include({ cost: 960, worthUpTo: null });
  });
});
