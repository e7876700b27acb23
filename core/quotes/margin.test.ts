import { expect } from 'chai';
import fc from 'fast-check';
import { MADE_UP_FIRM } from '../planning/madeUpFirm.ts';
import { bookAtCost, type Costs, type PriceBook } from './book.ts';
import type { QuoteLine } from './lines.ts';
import { fittingsMargin, leftShare, marginOf, spotlessMargin, underFloor, underFloorAtWorst } from './margin.ts';
import type { FittingLine } from './offer.ts';
import { priceVisit, visitMinutes } from './price.ts';

const costs: Costs = { hour: 14_000, perKm: 400, margin: 0.3, floor: null, fittings: {} };
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

const asLine = (line: Pick<QuoteLine, 'key' | 'amount'>) => line as QuoteLine;

/** Whether the share that is left is the floor itself, where a rounding could fall to either side. */
const isAtFloor = (taken: readonly { net: number; cost: number }[], twentieths: number): boolean => {
  const net = taken.reduce((sum, each) => sum + each.net, 0);
  const cost = taken.reduce((sum, each) => sum + each.cost, 0);
  return 20 * (net - cost) === twentieths * net;
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

  it('is the margin that the owner set on work and road where the price is made by cost and margin, and nothing on what is bought', () => {
    const own = bookAtCost({ ...book, basis: 'cost' }, costs);
    const { lines } = left(own, { accessEquipment: false });
    for (const { key, amount, cost } of lines)
      expect(amount - cost, key).to.be.closeTo(['labour', 'travel'].includes(key) ? 0.3 * amount : 0, 0.001 * amount);
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

describe('what is taken on top of a visit', () => {
  const book = MADE_UP_FIRM.prices;

  it('leaves what is asked for the finer finish without its minutes and what its water cost', () => {
    const plain = { minutes: 100, lines: [{ key: 'water', amount: 6000 } as const].map(asLine) };
    const finer = { minutes: 130, lines: [{ key: 'water', amount: 9000 } as const].map(asLine) };
    const { hours, cost, net } = spotlessMargin(20_000, { plain, finer }, { crew: 2, markUp: 0.5 }, costs);
    expect(hours).to.equal(1);
    expect([net, cost]).to.deep.equal([20_000, 14_000 + 2000]);
  });

  const clips = { label: { code: 'line-fitting', params: { kind: 'drain-clip' } }, quantity: 10, amount: 45_000 };
  const lift = { label: { code: 'line-access' }, quantity: 1, amount: 280_000 };
  const fitted = { lines: [clips, lift] as never as FittingLine[], minutes: 60, net: 325_000 };

  it('leaves what is asked for what is fitted without what was bought, its hours, and a lift at what it costs', () => {
    const own = { ...costs, fittings: { 'drain-clip': 1500 } };
    expect(fittingsMargin(fitted, book, own)).to.deep.equal({
      ...{ addition: 'fittings', net: 325_000, hours: book.crew },
      cost: 15_000 + book.crew * 14_000 + 280_000,
    });
  });

  it('is not known where nobody has said what is paid for it, and is where it is nothing', () => {
    expect(fittingsMargin(fitted, book, costs).cost).to.equal(null);
    expect(fittingsMargin(fitted, book, { ...costs, fittings: { 'drain-clip': null } }).cost).to.equal(null);
    expect(fittingsMargin(fitted, book, { ...costs, fittings: { 'drain-clip': 0 } }).cost).to.be.a('number');
  });

  it('can be taken so that less than the floor is left exactly where some choice of it leaves less', () => {
    const amount = fc.integer({ min: 0, max: 1000 });
    const one = fc.record({ net: amount, cost: fc.option(amount) });
    fc.assert(
      fc.property(
        one,
        fc.array(one, { maxLength: 3 }),
        fc.integer({ min: 1, max: 19 }),
        (visit, extras, twentieths) => {
          const floor = twentieths / 20;
          const additions = extras.map((each) => ({ addition: 'fittings' as const, hours: 0, ...each }));
          const own = { net: visit.net, cost: visit.cost ?? 0 };
          const known = additions.flatMap(({ net, cost }) => (cost === null ? [] : [{ net, cost }]));
          // In whole numbers, so that a share exactly at the floor is not under it by a rounding.
          const under = (taken: readonly { net: number; cost: number }[]) => {
            const [net, cost] = [own, ...taken].reduce(([n, c], each) => [n + each.net, c + each.cost], [0, 0]);
            return net === 0 ? cost > 0 : 20 * (net - cost) < twentieths * net;
          };
          const choices = Array.from({ length: 2 ** known.length }, (_, which) =>
            known.filter((_each, at) => (which >> at) % 2 === 1),
          );
          fc.pre(choices.every((taken) => !isAtFloor([own, ...taken], twentieths)));
          expect(underFloorAtWorst({ ...own, additions }, floor)).to.equal(choices.some(under));
        },
      ),
    );
  });

  it('counts for nothing where there is no floor', () => {
    expect(underFloorAtWorst({ net: 1, cost: 100, additions: [] }, null)).to.equal(false);
  });
});
