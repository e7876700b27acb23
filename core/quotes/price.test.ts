import { expect } from 'chai';
import fc from 'fast-check';
import { bookAtCost, PLAIN_TERMS, type PriceBook } from './book.ts';
import { totals } from './lines.ts';
import { priceVisit, visitMinutes } from './price.ts';
import { planFinding, planVerdict, verdict } from './verdict.ts';

const book: PriceBook = {
  ...PLAIN_TERMS,
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

  it('is charged by the module all in, with travel beyond the kilometres that are free', () => {
    const byModule: PriceBook = { ...book, basis: 'module', perModule: 2500, freeKm: 12 };
    const priced = priceVisit(work, byModule);
    expect(priced.lines.map(({ key, amount }) => [key, amount])).to.deep.equal([
      ['wash', 125_000],
      ['travel', 4000],
    ]);
    expect(priceVisit(work, { ...byModule, freeKm: 20 }).lines.map(({ key }) => key)).to.deep.equal(['wash']);
  });

  it('asks for water on top of a price all in only where a finer finish takes more of it', () => {
    const byModule: PriceBook = { ...book, basis: 'module', perModule: 2500, freeKm: 99 };
    const more = priceVisit({ ...work, extraWater: 700 }, byModule);
    expect(more.lines.map(({ key, amount }) => [key, amount])).to.deep.equal([
      ['wash', 125_000],
      ['water', 700],
    ]);
    expect(priceVisit({ ...work, extraWater: 700 }, book)).to.deep.equal(priceVisit(work, book));
  });

  it('is charged by the kilowatt peak that is washed', () => {
    const priced = priceVisit({ ...work, kilowatts: 20.5 }, { ...book, basis: 'kwp', perKwp: 6000, freeKm: 99 });
    expect(priced.lines).to.have.length(1);
    expect(priced.lines[0]).to.include({ quantity: 20.5, unit: 'kwp', amount: 123_000 });
  });

  it('adds for dirt that takes more than brush and water on its share of the modules, where it is not charged by time', () => {
    const byModule: PriceBook = { ...book, basis: 'module', perModule: 2000, soilShare: 0.5, freeKm: 99 };
    const heavy = { ...work, heavyModules: 10 };
    const soil = (own: PriceBook) => priceVisit(heavy, own).lines.find(({ key }) => key === 'soil')?.amount;
    expect(soil(byModule)).to.equal(Math.round(100_000 * 0.5 * 0.2));
    expect(soil({ ...byModule, basis: 'hour' })).to.equal(undefined);
  });

  it('is rounded to whole tens before tax, up and down, and says so', () => {
    const priced = priceVisit({ ...work, waterCost: 5321 }, { ...book, roundTo: 1000 });
    expect(priced.net).to.equal(150_000);
    expect(priced.lines.at(-1)).to.include({ key: 'rounding', amount: -321 });
    expect(priceVisit({ ...work, waterCost: 5500 }, { ...book, roundTo: 1000 }).net).to.equal(151_000);
  });

  it('has the tax of each rate on the sum of its lines, and a discount off what it is taken off', () => {
    const rates: PriceBook = { ...book, otherTaxes: [{ rate: 0.05, keys: ['water', 'travel'] }] };
    const priced = priceVisit(work, rates, true);
    expect(priced.taxes).to.deep.equal([
      { rate: 0.15, net: 121_500, tax: 18_225 },
      { rate: 0.05, net: 13_500, tax: 675 },
    ]);
    expect(priced.tax).to.equal(18_900);
    expect(priced.lines.filter(({ key }) => key === 'discount').map(({ amount }) => amount)).to.deep.equal([
      -13_500, -1500,
    ]);
  });

  it('is made of costs and a margin where it is charged so: what is bought or hired stays at what it costs', () => {
    const byCost: PriceBook = { ...book, basis: 'cost' };
    const own = bookAtCost(byCost, { hour: 15_000, perKm: 300, margin: 0.25, floor: null, fittings: {} });
    const priced = priceVisit({ ...work, accessEquipment: true }, own);
    expect(priced.lines.map(({ key, amount }) => [key, amount])).to.deep.equal([
      ['labour', 80_000],
      ['travel', 8000],
      ['water', 5000],
      ['consumables', 15_000],
      ['access', 250_000],
    ]);
    expect(bookAtCost(book, { hour: 1, perKm: 1, margin: 0.5, floor: null, fittings: {} })).to.equal(book);
    expect(bookAtCost(byCost, null)).to.equal(byCost);
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
