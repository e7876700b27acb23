import { expect } from 'chai';
import fc from 'fast-check';
import { type PriceBook, planFinding, planVerdict, priceVisit, totals, verdict, visitMinutes } from './price.ts';

const book: PriceBook = {
  hourlyRate: 30_000,
  crew: 2,
  travelPerKm: 500,
  consumablesPerModule: 300,
  accessEquipment: 250_000,
  minimumCharge: 0,
  riskShare: 0.1,
  planDiscount: 0.1,
  taxRate: 0.15,
};
const work = {
  modules: 50,
  minutesPerModule: 1.2,
  storeys: 1,
  travelKm: 20,
  travelMinutes: 30,
  waterCost: 5000,
  accessEquipment: false,
};

describe('the price of a visit', () => {
  it('is time, travel, water and small stores, with tax on their sum', () => {
    const priced = priceVisit(work, book);
    expect(visitMinutes(work)).to.equal(30 + 60 + 30);
    expect(priced.lines.map(({ amount }) => amount)).to.deep.equal([120_000, 10_000, 5000, 15_000]);
    expect([priced.net, priced.tax, priced.gross]).to.deep.equal([150_000, 22_500, 172_500]);
  });

  it('rounds tax half away from zero, also on a credit', () => {
    expect(totals([{ amount: 10 }], 0.25).tax).to.equal(3);
    expect(totals([{ amount: -10 }], 0.25).tax).to.equal(-3);
  });

  it('rounds half a cent up where binary fractions would lose it', () => {
    expect(totals([{ amount: 350 }], 0.15).tax).to.equal(53);
  });

  it('is made up to the minimum charge, and says so', () => {
    const priced = priceVisit({ ...work, modules: 1 }, { ...book, minimumCharge: 200_000 });
    expect(priced.net).to.equal(200_000);
    expect(priced.lines.at(-1)?.key).to.equal('minimum');
  });

  it('adds for each storey above one, and for a lift', () => {
    const high = priceVisit({ ...work, storeys: 3, accessEquipment: true }, book);
    expect(high.lines.find(({ key }) => key === 'risk')?.amount).to.equal(24_000);
    expect(high.lines.find(({ key }) => key === 'access')?.amount).to.equal(250_000);
  });

  it('is less for each visit of a plan', () => {
    expect(priceVisit(work, book, true).net).to.equal(135_000);
  });

  it('is always whole minor units that add up', () => {
    const amount = fc.integer({ min: 0, max: 10_000_000 });
    fc.assert(
      fc.property(
        amount,
        fc.integer({ min: 1, max: 2000 }),
        fc.double({ min: 0.1, max: 20, noNaN: true }),
        (rate, modules, pace) => {
          const priced = priceVisit({ ...work, modules, minutesPerModule: pace }, { ...book, hourlyRate: rate });
          expect(Number.isInteger(priced.gross)).to.equal(true);
          expect(priced.net + priced.tax).to.equal(priced.gross);
          expect(priced.lines.reduce((sum, line) => sum + line.amount, 0)).to.equal(priced.net);
        },
      ),
    );
  });
});

describe('whether a wash pays', () => {
  it('pays where even the low estimate is worth the price', () => {
    expect(verdict({ p10: 100, p50: 200, p90: 300 }, 100)).to.equal('pays');
  });

  it('may pay where the price lies within the range', () => {
    expect(verdict({ p10: 50, p50: 90, p90: 300 }, 100)).to.equal('may-pay');
  });

  it('does not pay where even the high estimate falls short', () => {
    expect(verdict({ p10: 10, p50: 20, p90: 99 }, 100)).to.equal('does-not-pay');
  });
});

describe('a plan of visits', () => {
  const amount = (p10: number, p50: number, p90: number) => ({ p10, p50, p90 });

  it('does not pay where two of three visits save 415 and cost 8696', () => {
    const plan = {
      visits: 3,
      price: 4348,
      saves: amount(14_000, 15_000, 16_000),
      beyondFirst: amount(200, 415, 800),
    };
    expect(planVerdict(plan)).to.equal('does-not-pay');
    expect(planFinding(plan).params).to.include({ verdict: 'does-not-pay', beyondFirstFails: true });
  });

  it('is judged by its range, as one visit is', () => {
    const plan = { visits: 2, price: 100, saves: amount(250, 300, 400), beyondFirst: amount(120, 140, 180) };
    expect(planVerdict(plan)).to.equal('pays');
    expect(planVerdict({ ...plan, beyondFirst: amount(90, 140, 180) })).to.equal('may-pay');
    expect(planVerdict({ ...plan, saves: amount(150, 260, 400) })).to.equal('may-pay');
    expect(planVerdict({ ...plan, saves: amount(50, 90, 180) })).to.equal('does-not-pay');
    expect(planFinding({ ...plan, saves: amount(50, 90, 180) }).params).to.include({ beyondFirstFails: false });
  });
});
