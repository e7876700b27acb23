import { expect } from 'chai';
import { VERDICTS } from '../core/quotes/verdict.ts';
import { fittingQuantity, rowsInWords } from './en/fittings.ts';
import { inEnglish } from './testing/inEnglish.ts';

const offered = (kind: 'drain-clip' | 'coating', verdict: (typeof VERDICTS)[number], payback: number | null = null) =>
  inEnglish({
    code: 'offer-fitting',
    params: { kind, worth: { low: 10_000, mid: 20_000, high: 30_000 }, years: 4, gross: 15_000, verdict, payback },
  });

describe('what is said of a fitting', () => {
  it('names its range, its years and its price, and says plainly where it does not pay', () => {
    expect(offered('coating', 'does-not-pay')).to.match(
      /^Coating would save .*100.* to .*300.* over 4 years and costs .*150.*\. On these figures it does not pay in energy\.$/,
    );
    expect(offered('coating', 'may-pay')).to.match(/may or may not pay\.$/);
    expect(offered('coating', 'pays', 2.5)).to.match(/it pays, after 2\.5 years\.$/);
  });

  it('speaks of clips as several', () => {
    expect(offered('drain-clip', 'pays')).to.match(/^Drain clips would save .* and cost .*they pay\.$/);
    for (const verdict of VERDICTS) expect(offered('drain-clip', verdict)).to.not.match(/\bit (pays|does)\b/);
  });

  it('names rows from 1, and those that are left without', () => {
    expect([rowsInWords([0]), rowsInWords([0, 1, 3])]).to.deep.equal(['row 1', 'rows 1-2, 4']);
    const label = (control: number[], of: string | null) =>
      inEnglish({ code: 'line-fitting', params: { kind: 'drain-clip', of, rows: [0, 2], control } });
    expect(label([1], null)).to.equal('Drain clips: rows 1, 3 (row 2 left without, to compare)');
    expect(label([], 'East face')).to.equal('Drain clips, East face: rows 1, 3');
  });

  it('counts in what it is sold in', () => {
    const say = { number: (value: number) => String(value) };
    expect(fittingQuantity({ quantity: 1, unit: 'piece' }, say)).to.equal('1 piece');
    expect(fittingQuantity({ quantity: 12, unit: 'square-metre' }, say)).to.equal('12 m²');
  });
});
