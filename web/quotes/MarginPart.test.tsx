import { expect } from 'chai';
import type { QuoteMargin } from '../../contract/quotes/endpoints.ts';
import { markup, read } from '../testing/markup.tsx';
import { MarginPart } from './MarginPart.tsx';

const visit: QuoteMargin = {
  lines: [{ key: 'labour', amount: 100_000, cost: 60_000, hours: 4 }],
  ...{ net: 100_000, cost: 60_000, hours: 4, share: 0.4, additions: [] },
};
const clips = { addition: 'fittings', net: 50_000, cost: 48_000, hours: 1 } as const;
const line = { addition: 'spray-line', net: 90_000, cost: null, hours: 0 } as const;

const of = (one: QuoteMargin | null, floor: number | null = null, planned: QuoteMargin | null = null) => ({
  part: <MarginPart quote={{ id: 'q', currency: 'ZAR', visits: planned ? 3 : 1 }} />,
  given: { answers: [[['quoteMargin', { id: 'q' }, null], { floor, one, planned }]] as [unknown[], unknown][] },
});
const text = (...about: Parameters<typeof of>) => read(of(...about).part, of(...about).given);
const isOpen = (...about: Parameters<typeof of>) =>
  markup(of(...about).part, of(...about).given).includes('<details class="mb-3" open');

describe('what a quote leaves its owner', () => {
  it('is each line without what it costs, and nothing on top where nothing is', () => {
    expect(text(visit))
      .to.match(/Work 4\.00 ZAR.1000\.00 ZAR.600\.00 ZAR.400\.00/)
      .and.not.to.include('On top');
  });

  it('says where costs are not known: of the work at all, of what is fitted, of a spray line', () => {
    expect(text(null)).to.include('once your costs stand under Company');
    const unknown = { ...visit, additions: [{ ...clips, cost: null }, line] };
    expect(text(unknown)).to.match(/What is fitted once 1\.00 ZAR.500\.00 not known not known/);
    expect(text(unknown)).to.include('Say under Company what you pay for what is fitted');
    expect(text({ ...visit, additions: [clips, line] })).not.to.include('Say under Company');
  });

  it('is opened where a visit is under the limit, by itself or with what leaves little, and says which', () => {
    const withClips = { ...visit, additions: [clips] };
    expect([isOpen(withClips), isOpen(visit, 0.3), isOpen(visit, 0.5), isOpen(withClips, 0.3)]).to.deep.equal([
      ...[false, false, true, true],
    ]);
    expect(text(withClips, 0.3)).to.include('Taken with what leaves little, one visit is under your limit');
    expect(text(visit, 0.5)).to.include('under your limit').and.not.to.include('Taken with what leaves little');
  });

  it('says so too where it is a visit of the plan that leaves little', () => {
    const planned = { ...visit, additions: [clips] };
    expect([isOpen(visit, 0.3, visit), isOpen(visit, 0.3, planned)]).to.deep.equal([false, true]);
    expect(text(visit, 0.3, planned)).to.include('leaves little, a visit of the plan is under your limit');
    expect(text(planned, 0.3, planned)).to.include('one visit or a visit of the plan is under your limit');
  });
});
