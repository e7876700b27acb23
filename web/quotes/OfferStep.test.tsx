import { expect } from 'chai';
import type { ShownQuote } from '../../contract/quotes/endpoints.ts';
import type { SiteSpread } from '../../contract/sites/endpoints.ts';
import {
  offered,
  examplePlanned as plan,
  exampleQuote as quote,
  quoteOfEveryLine,
} from '../../contract/testing/quotes.ts';
import { bare } from '../../core/findings.ts';
import { VERDICTS } from '../../core/quotes/verdict.ts';
import { DEFAULT_UNITS } from '../../core/units/quantities.ts';
import { formatMoney } from '../../words/format.ts';
import { inEnglish } from '../../words/testing/inEnglish.ts';
import { markup, read } from '../testing/markup.tsx';
import { OfferStep } from './OfferStep.tsx';

const spread = (planned = true, planOvertaken = false, planAtOtherPrices = false) =>
  ({
    site: { id: 's' },
    latest: { planId: 'p', quoteId: 'q', jobId: null, reportId: null, planOvertaken },
    planAtOtherPrices,
    spine: { plan: { state: planned ? 'settled' : 'not-begun', figure: 3 } },
  }) as unknown as SiteSpread;

const answers = (made: ShownQuote): [unknown[], unknown][] => [
  [['listQuotes', null, { site: 's', limit: 20 }], { items: [], next: null }],
  [['readQuote', { id: 'q' }, null], made],
];
const page = (made: ShownQuote) => read(<OfferStep spread={spread()} />, { answers: answers(made) });
const html = (made: ShownQuote) => markup(<OfferStep spread={spread()} />, { answers: answers(made) });

describe('the page of a quote', () => {
  it('has a line of every kind with its quantity, its unit and its amount', () => {
    const made = quoteOfEveryLine();
    const text = page(made);
    for (const line of made.one.lines) {
      const quantity = inEnglish({ code: 'line-quantity', params: line });
      const amount = formatMoney(line.amount, 'ZAR', DEFAULT_UNITS);
      expect(text).to.include(`${inEnglish(line.label)} ${quantity} ${amount}`.replace(/\s/g, ' '));
    }
    expect(text)
      .to.match(/Tax, 15\.0.%/)
      .and.to.match(/Tax, 5\.0.%/);
  });

  for (const verdict of VERDICTS) {
    it(`says plainly where the verdict is "${verdict}"`, () => {
      expect(page(quote({}, verdict))).to.include(inEnglish(bare(`verdict-${verdict}`)));
      expect(html(quote({}, verdict))).to.include(`verdict ${verdict}`);
    });
  }

  it('says where somebody has reckoned since the plan, and leads back to it', () => {
    const at = (overtaken: boolean) =>
      read(<OfferStep spread={spread(true, overtaken)} />, { answers: answers(quote()) });
    expect(at(true)).to.include('Somebody has reckoned since the plan was made').and.to.include('Plan again first');
    expect(at(false)).not.to.include('reckoned since');
  });

  it('says where prices have changed since the plan, and leads back to it', () => {
    const at = (others: boolean) =>
      read(<OfferStep spread={spread(true, false, others)} />, { answers: answers(quote()) });
    expect(at(true)).to.include('Prices or costs have changed since').and.to.include('Plan again first');
    expect(at(false)).not.to.include('have changed since');
  });

  it('says of the plan of visits too that it does not pay', () => {
    const costly = { p10: 14_000, p50: 15_000, p90: 16_000 };
    const beyondFirst = { p10: 200, p50: 415, p90: 800, mean: 415 };
    const planned = quote();
    const benefit = { ...planned.benefit, planRange: { ...costly, mean: 15_000 }, beyondFirst };
    const each = { ...offered(plan.pricedInPlan), gross: 4348 };
    expect(page({ ...planned, benefit, planned: each })).to.match(
      /the 2 visits beyond the first would save ZAR.2 to ZAR.8 and cost ZAR.87: more than one visit does not pay/,
    );
  });

  it('says what a wash is worth as a range, beside the price', () => {
    expect(page(quote())).to.match(/One visit, tax included ZAR.*One wash is worth ZAR.\d+ ZAR \d+ to \d+/);
  });

  it('says where another number of visits is best at its price, and where none is', () => {
    expect(page(quote())).not.to.include('At this price');
    expect(page(quote({ bestVisits: 1 }))).to.include(
      'At this price 1 visit a year would be best, and 3 visits a year are offered.',
    );
    expect(page(quote({ bestVisits: 0 }))).to.include('At this price no visit pays in energy');
  });

  it('offers no plan of visits where there is none', () => {
    const text = page(quote({ planned: null, visits: 1, bestVisits: 1 }));
    expect(text).not.to.include('visits a year');
  });

  it('keeps the reason of an overruled line in sight', () => {
    const lines = quote().one.lines.map((line, index) =>
      index === 0 ? { ...line, reason: 'neighbour’s rate' } : line,
    );
    expect(page(quote({ one: { ...quote().one, lines } }))).to.include('Overruled: neighbour’s rate');
  });
});

describe('what can be done with a quote', () => {
  const moves: [state: ShownQuote['state'], offered: string[], not: string[]][] = [
    ['draft', ['Mark as sent', 'add a line', 'overrule'], ['Accepted: one visit', 'Next revision']],
    [
      'sent',
      ['Accepted: one visit', 'Accepted: the plan', 'Declined', 'Next revision'],
      ['Mark as sent', 'add a line', 'overrule'],
    ],
    ['accepted', ['Go on to Wash'], ['Mark as sent', 'Next revision', 'Declined', 'overrule']],
    ['declined', ['Next revision'], ['Mark as sent', 'Accepted: one visit', 'overrule']],
    ['expired', ['Next revision'], ['Mark as sent', 'Accepted: one visit', 'overrule']],
    ['superseded', [], ['Mark as sent', 'Accepted: one visit', 'Next revision', 'overrule']],
  ];
  for (const [state, can, cannot] of moves) {
    it(`where it is ${state}`, () => {
      const text = page(quote({ state, choice: state === 'accepted' ? 'one' : null }));
      for (const words of can) expect(text).to.include(words);
      for (const words of cannot) expect(text).not.to.include(words);
    });
  }

  it('does not include a plan of visits that was not offered', () => {
    expect(page(quote({ state: 'sent', planned: null }))).not.to.include('Accepted: the plan');
  });

  it('begins with the plan', () => {
    const text = read(<OfferStep spread={spread(false)} />, { answers: answers(quote()) });
    expect(text).to.include('Make the plan first');
    expect(text).not.to.include('Draft a quote from the plan');
  });
});
