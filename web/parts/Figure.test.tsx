import { expect } from 'chai';
import { written } from '../../core/findings.ts';
import type { Reason } from '../../core/reasons.ts';
import { DEFAULT_UNITS, type Units } from '../../core/units/quantities.ts';
import { count, markup, read } from '../testing/markup.tsx';
import { Choice } from './Choice.tsx';
import { Figure, Plain, show, showRange } from './Figure.tsx';

const units: Units = DEFAULT_UNITS;
const comma: Units = { ...units, decimalMark: ',' };

const reason = (changes: Partial<Reason> = {}): Reason => ({
  what: written('Lost now'),
  value: 0.115,
  kind: 'fraction',
  formula: written('film and patches together'),
  inputs: [],
  drivers: [],
  source: written('house'),
  assumption: false,
  ...changes,
});

describe('a figure on the screen', () => {
  it('has its unit', () => {
    expect(show(5952, 'power', units, 'ZAR')).to.match(/kW|W/);
    expect(show(0.115, 'fraction', units, 'ZAR')).to.match(/11\.5.%/);
  });

  it('has the decimal mark of whoever reads it', () => {
    expect(show(0.115, 'fraction', comma, 'ZAR')).to.match(/11,5.%/);
  });

  it('is money with cents while it is small, and without from a hundred on', () => {
    expect(show(9950, 'money', units, 'ZAR')).to.match(/99\.50$/);
    expect(show(147_039, 'money', units, 'ZAR')).to.match(/ZAR.1470$/);
  });

  it('is no number where there is none', () => {
    expect(show(null, 'fraction', units, 'ZAR')).not.to.match(/\d|NaN|null/);
  });

  it('has a range with one unit for both ends', () => {
    expect(showRange(0.08, 0.15, 'fraction', units, 'ZAR')).to.match(/^8\.0 to 15\.0.%$/);
    expect(showRange(100_000, 250_000, 'money', units, 'ZAR')).to.match(/^ZAR.1000 to 2500$/);
  });

  it('stands with its range, and opens its reasons', () => {
    const html = markup(<Figure label="Lost now" reason={reason({ low: 0.08, high: 0.15 })} />);
    expect(html).to.match(/^<button type="button"/);
    const text = read(<Figure label="Lost now" reason={reason({ low: 0.08, high: 0.15 })} />);
    expect(text).to.match(/^Lost now 11\.5.% 8\.0 to 15\.0.% why this figure$/);
  });

  it('has what is noted after its range', () => {
    const text = read(<Figure label="Gain" reason={reason({ low: 0.1, high: 0.2 })} note="measured" />);
    expect(text).to.match(/20\.0.%, measured/);
  });

  it('has a plus-minus sign before the value where it is an uncertainty', () => {
    expect(read(<Figure label="Uncertainty" sign="± " reason={reason({ value: 0.025 })} />)).to.match(/± 2\.5.%/);
  });

  it('that was agreed and not computed promises no reasons', () => {
    const html = markup(<Plain label="Price" value="ZAR 100" note="a visit" />);
    expect(count(html, /button/)).to.equal(0);
  });
});

describe('a recommendation', () => {
  it('stands with its reason', () => {
    const text = read(<Choice what="Water" value="Resin" because="The cheapest that keeps the finish." />);
    expect(text).to.equal('Water Resin The cheapest that keeps the finish.');
  });

  it('that was overruled shows that reason, and what had been recommended', () => {
    const text = read(
      <Choice what="Water" value="Bought in" because="x" overruled={{ reason: 'resin spent' }} recommended="Resin" />,
    );
    expect(text).to.include('Overruled: resin spent');
    expect(text).to.include('Recommended was: Resin.');
    expect(text).not.to.include('x ');
  });
});
