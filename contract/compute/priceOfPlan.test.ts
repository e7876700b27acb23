import { expect } from 'chai';
import { makePlan, workOfFace } from '../../core/planning/plan.ts';
import { settle } from '../../core/planning/recommend.ts';
import { visitOf } from '../../core/planning/visit.ts';
import { facesOf } from '../../core/planning/weigh.ts';
import { offerOf } from '../../core/quotes/offer.ts';
import type { PricedVisit } from '../../core/quotes/price.ts';
import { examplePlan } from '../../core/testing/examplePlan.ts';
import { price } from './commands/quotes.ts';

describe('the price of an offer', () => {
  const plan = { finish: 'output' as const, ...makePlan({ ...examplePlan, overrides: { visits: 3 } }) };
  const { work } = visitOf(examplePlan, settle(examplePlan, facesOf(examplePlan)).map(workOfFace));
  const asked = (changes: object) =>
    price.run(price.input.parse({ work, book: examplePlan.prices, ...changes }) as never) as Promise<
      PricedVisit & { verdict: string; chance: number }
    >;

  it('is what `compute price` answers, by itself and in the plan, line by line', async () => {
    const offer = offerOf(plan, examplePlan.prices);
    for (const [side, inPlan] of [[offer.one, false] as const, [offer.planned, true] as const]) {
      const { lines, net, tax, gross, taxes, minutes } = await asked({ inPlan });
      expect({ net, tax, gross, taxes, minutes }).to.deep.equal({
        ...{ net: side?.net, tax: side?.tax, gross: side?.gross },
        ...{ taxes: side?.taxes, minutes: side?.minutes },
      });
      expect(lines.map(({ key, amount }) => [key, amount])).to.deep.equal(
        side?.lines.map(({ key, amount }) => [key, amount]),
      );
    }
  });

  it('pays, or does not, with the same chance', async () => {
    const { benefit } = offerOf(plan, examplePlan.prices);
    const found = await asked({ worth: plan.worthUpTo?.one });
    expect([found.verdict, found.chance]).to.deep.equal([benefit.verdict, benefit.chance]);
  });
});
