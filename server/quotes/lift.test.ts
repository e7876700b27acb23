import { expect } from 'chai';
import { written } from '../../core/findings.ts';
import { lifted } from './lift.ts';

describe('a stored quote', () => {
  const line = { key: 'consumables', label: 'Brushes, pads and consumables', quantity: 23, amount: 8050, reason: '' };
  const offer = (unit: string) => ({ lines: [{ ...line, unit }], net: 8050, tax: 1208, gross: 9258 });
  const benefit = { worth: { p10: 1, p50: 2, p90: 3 }, verdict: 'may-pay', sentence: 'On these figures it may.' };
  const of = (version: string, changes: object) =>
    (
      lifted({
        calculationVersion: version,
        content: { one: offer('modules'), planned: null, benefit, taxRate: 0.15, ...changes },
      }) as {
        content: { one: { lines: unknown[]; gross: number }; benefit: object; assumed: unknown };
      }
    ).content;

  it('of calculation 9 keeps its lines and amounts, counted by a code', () => {
    const { one } = of('9', {});
    expect(one.lines).to.deep.equal([{ ...line, label: written(line.label), unit: 'module', taxRate: 0.15 }]);
    expect(one.gross).to.equal(9258);
  });

  it('of calculation 9 keeps what its weather was called', () => {
    const { benefit: made } = of('9', { benefit: { ...benefit, climate: 'Winter-rain valley' } });
    expect(made).to.deep.include({ climate: written('Winter-rain valley') });
  });

  it('of the first calculations says what it did not have', () => {
    const made = of('1', {});
    expect(made.benefit).to.deep.include({ planRange: null, beyondFirst: null, climate: null, reasons: null });
    expect(made.assumed).to.deep.equal([]);
  });

  it('of calculation 12 offered nothing to be fitted', () => {
    const made = of('12', { leftOut: [] }) as unknown as { fittings: unknown };
    expect(made.fittings).to.equal(null);
  });

  it('of calculation 13 was taxed at one rate, and had no chance, no finish to choose, no urgency and no deposit', () => {
    const made = of('13', {}) as unknown as Record<string, unknown>;
    expect(made.one).to.deep.include({ taxes: [{ rate: 0.15, net: 8050, tax: 1208 }], gross: 9258 });
    expect(made.benefit).to.include({ chance: null, planChance: null });
    expect(made).to.include({ spotless: null, cheaper: null, sprayLine: null, urgent: false, depositShare: 0 });
  });
});
