import { expect } from 'chai';
import fc from 'fast-check';
import { MADE_UP_FIRM } from '../methods/madeUpFirm.ts';
import { bookAtCost, type Costs, type PriceBook } from './book.ts';
import { leftShare, marginOf, underFloor } from './margin.ts';
import { priceVisit, visitMinutes } from './price.ts';

const costs: Costs = { hour: 14_000, perKm: 400, margin: 0.3, floor: null };
const work = {
  modules: 50,
  minutesPerModule: 1.2,
  storeys: 1,
  travelKm: 20,
  travelMinutes: 30,
  waterCost: 5000,
  accessEquipment: true,
  kilowatts: 20,
};
const left = (book: PriceBook, changes: Partial<typeof work> = {}) => {
  const own = { ...work, ...changes };
  const { lines } = priceVisit(own, book);
  const { modules, travelKm, travelMinutes, waterCost } = own;
  const visit = { minutes: visitMinutes(own), travelMinutes, travelKm, modules, waterCost, computed: lines };
  return marginOf(lines, visit, book, costs);
};

describe('what a price leaves the firm', () => {
  const book = MADE_UP_FIRM.prices;

  it('is each line without its hours, kilometres and what was bought', () => {
    const { lines, hours } = left(book);
    expect(hours).to.equal(4);
    expect(lines.map(({ key, cost }) => [key, cost])).to.deep.equal([
      ['labour', 56_000],
      ['travel', 8000],
      ['water', 5000],
      ['consumables', 17_500],
      ['access', 280_000],
    ]);
  });

  it('adds up: what is asked is what it costs and what is left', () => {
    fc.assert(
      fc.property(fc.constantFrom('hour', 'module', 'kwp'), fc.integer({ min: 1, max: 900 }), (basis, modules) => {
        const { net, cost, lines, share } = left({ ...book, basis, perModule: 3000, perKwp: 7000 }, { modules });
        expect(lines.reduce((sum, line) => sum + line.cost, 0)).to.equal(cost);
        expect(share).to.be.closeTo((net - cost) / net, 1e-12);
      }),
    );
  });

  it('costs the same however it is charged', () => {
    const by = (basis: PriceBook['basis']) => left({ ...book, basis, perModule: 3000, perKwp: 7000, freeKm: 50 });
    expect(by('module').cost).to.equal(by('hour').cost);
    expect(by('kwp').cost).to.equal(by('hour').cost);
    expect(by('module').hours).to.equal(by('hour').hours);
  });

  it('is the margin that the owner set where the price is made by cost and margin, but for a lift at its cost', () => {
    const own = bookAtCost({ ...book, basis: 'cost' }, costs);
    const { share } = left(own, { accessEquipment: false });
    expect(share).to.be.closeTo(0.3, 0.0005);
  });

  it('is nothing at a price of nothing, and under any limit where it costs something', () => {
    const { share, cost, net } = marginOf([], { ...work, minutes: 60, computed: [] }, book, costs);
    expect([share, net]).to.deep.equal([null, 0]);
    expect(underFloor({ share, cost, net }, 0)).to.equal(true);
    expect(underFloor({ share, cost, net }, null)).to.equal(false);
    expect(underFloor({ share: 0.2, cost: 80, net: 100 }, 0.2)).to.equal(false);
    expect(underFloor({ share: 0.19, cost: 81, net: 100 }, 0.2)).to.equal(true);
  });
});

describe('what was left of what was asked', () => {
  it('is a share of it, less than nothing where it cost more, and unknown where nothing was asked', () => {
    expect(leftShare({ net: 10_000, cost: 6000 })).to.equal(0.4);
    expect(leftShare({ net: 10_000, cost: 12_000 })).to.equal(-0.2);
    expect(leftShare({ net: 0, cost: 0 })).to.equal(null);
  });
});
