import { expect } from 'chai';
import { MADE_UP_FIRM } from '../planning/madeUpFirm.ts';
import { makePlan } from '../planning/plan.ts';
import { examplePlan } from '../testing/examplePlan.ts';
import { byKind, type FaceFitted, fitted, fittingsTogether, type PricedFitting } from './fittings.ts';
import { offerOf, overruleLines } from './offer.ts';

const one = (changes: Partial<PricedFitting> = {}): PricedFitting => ({
  kind: 'drain-clip',
  stands: 'along',
  rows: [0],
  control: [1],
  quantity: 11,
  unit: 'piece',
  minutes: 16.5,
  each: 4_550,
  amount: 50_050,
  access: 0,
  stopped: false,
  gross: 57_558,
  worth: { low: 10_000, mid: 60_000, high: 90_000 },
  life: null,
  payback: 7.2,
  verdict: 'may-pay',
  ...changes,
});
const face = (name: string, ...fittings: PricedFitting[]): FaceFitted => ({ arrayId: name, name, fittings });
const BOOK = MADE_UP_FIRM.prices;
const RATE = 0.15;
const two = [face('East', one(), one({ kind: 'coating', unit: 'square-metre', quantity: 30, amount: 33_333 }))];

describe('the price of what is fitted', () => {
  it('is the sum of its lines with tax on it once, which is not the sum of their taxes', () => {
    const found = fittingsTogether(two, RATE);
    expect(found).to.include({ net: 83_383, tax: 12_507, gross: 95_890, minutes: 33 });
    const each = [50_050, 33_333].map((amount) => Math.round(amount * RATE));
    expect((each[0] ?? 0) + (each[1] ?? 0), 'rounded line by line it would be another').to.equal(12_508);
  });

  it('has the lift of all of it in one line', () => {
    const found = fittingsTogether([face('East', one({ access: 70_000 }), one({ access: 70_000 }))], RATE);
    expect(found).to.include({ access: 140_000, net: 2 * 50_050 + 140_000 });
  });

  it('is nothing where nothing is asked for, and leaves out what nobody can put up', () => {
    expect(fittingsTogether([face('East')], RATE)).to.equal(null);
    const stopped = fittingsTogether([face('East', one({ stopped: true })), face('West', one())], RATE);
    expect(stopped?.net).to.equal(50_050);
    expect(fitted(stopped ?? { faces: [] }).map(({ name }) => name)).to.deep.equal(['West']);
  });

  it('comes to one amount of each kind over all faces', () => {
    expect(byKind({ faces: [...two, face('West', one({ quantity: 9 }))] })).to.deep.equal([
      { kind: 'drain-clip', quantity: 20, unit: 'piece' },
      { kind: 'coating', quantity: 30, unit: 'square-metre' },
    ]);
  });
});

describe('what is fitted on an offer', () => {
  const plan = { finish: 'output' as const, ...makePlan(examplePlan) };
  const priced = fittingsTogether([face('Sunny face', one({ access: 70_000 }))], RATE);
  const offer = offerOf({ ...plan, fittings: priced }, BOOK);
  const lines = offer.fittings?.lines ?? [];

  it('is a price of its own: its lines and the lift add up, and the visit costs what it did', () => {
    expect(lines.map(({ label }) => label.code)).to.deep.equal(['line-fitting', 'line-access']);
    expect(lines.reduce((sum, { amount }) => sum + amount, 0)).to.equal(offer.fittings?.net);
    expect(offer.one).to.deep.equal(offerOf(plan, BOOK).one);
    expect(offerOf(plan, BOOK).fittings).to.equal(null);
  });

  it('says with each line what it saves over how many years, and nothing with the lift', () => {
    expect(lines[0]?.says?.params).to.include({ years: 10, verdict: 'may-pay', gross: 57_558 });
    expect(lines[1]?.says).to.equal(null);
    const short = fittingsTogether([face('Sunny face', one({ life: 4 }))], RATE);
    expect(offerOf({ ...plan, fittings: short }, BOOK).fittings?.lines[0]?.says?.params.years).to.equal(4);
  });

  it('names its face where there are several, and stays as it is when a line of the visit is overruled', () => {
    expect(lines[0]?.label.params).to.include({ of: 'Sunny face' });
    const change = { key: 'labour' as const, label: '', amount: 1, reason: 'as agreed' };
    const changed = overruleLines(offer, [change], { ...plan, fittings: priced }, BOOK);
    expect(changed.fittings).to.deep.equal(offer.fittings);
  });

  it('is not there where all of it was stopped', () => {
    const stopped = fittingsTogether([face('Sunny face', one({ stopped: true }))], RATE);
    expect(offerOf({ ...plan, fittings: stopped }, BOOK).fittings).to.equal(null);
  });
});
