import { expect } from 'chai';
import fc from 'fast-check';
import { written } from '../findings.ts';
import type { Mark } from '../inspections/marks.ts';
import { stringPower } from '../modules/string.ts';
import { markedLoss, stringsOf, type WiredArray } from './markedLoss.ts';

const array: WiredArray = {
  rows: 2,
  columns: 12,
  missing: [],
  orientation: 'portrait',
  cells: 'whole',
  electronics: 'string',
  strings: [],
};
const row = (which: number) => Array.from({ length: 12 }, (_, column) => which * 12 + column);
const droppings = (modules: number[], severity: Mark['severity'] = 'plain'): Mark => ({
  kind: 'droppings',
  pattern: 'spots',
  severity,
  modules,
});

describe('strings of an array', () => {
  it('are of the usual length, row by row, where nobody has said', () => {
    expect(stringsOf(array).map(({ modules }) => modules)).to.deep.equal([row(0), row(1)]);
    expect(markedLoss(array, []).assumedStrings).to.equal(true);
  });

  it('leave out places without a module', () => {
    const modules = stringsOf({ ...array, missing: [0, 23] }).flatMap((string) => string.modules);
    expect(modules).to.have.length(22);
    expect(modules).not.to.include(0).and.not.to.include(23);
  });

  it('are as they were entered, and what is in none is said to be so', () => {
    const strings = stringsOf({ ...array, strings: [{ name: 'A', modules: row(0) }] });
    expect(strings.map(({ name }) => name)).to.deep.equal([
      written('A'),
      { code: 'string-not-wired', params: { number: 1 } },
    ]);
    expect(strings[1]?.modules).to.deep.equal(row(1));
  });
});

describe('what marks cost', () => {
  it('is nothing where there are none', () => {
    const none = markedLoss(array, []);
    expect(none.powerLoss).to.deep.equal({ low: 0, mid: 0, high: 0 });
    expect(none.strings.map(({ worst }) => worst)).to.deep.equal([null, null]);
  });

  it('is what the string model says of the same case', () => {
    const { strings } = markedLoss(array, [droppings([3, 4])]);
    for (const { input, powerLoss, areaLoss } of strings) {
      const { pmp, pmpClean, opticalLoss } = stringPower(input);
      expect(powerLoss.mid).to.be.closeTo(1 - pmp / pmpClean, 1e-12);
      expect(areaLoss).to.equal(opticalLoss);
    }
  });

  it('is more of the power than of the light', () => {
    const { areaLoss, powerLoss } = markedLoss(array, [droppings(row(0))]);
    expect(powerLoss.mid).to.be.above(5 * areaLoss);
  });

  it('is less in a string with electronics at each module, beside one without', () => {
    const strings = [
      { name: 'A', modules: row(0), electronics: 'module' as const },
      { name: 'B', modules: row(1) },
    ];
    const [own, held] = markedLoss({ ...array, strings }, [droppings([0, 12], 'heavy')]).strings;
    expect(own?.powerLoss.mid).to.be.below(held?.powerLoss.mid ?? 0);
    const [all] = markedLoss({ ...array, electronics: 'module' }, [droppings([0, 12], 'heavy')]).strings;
    expect(own?.powerLoss).to.deep.equal(all?.powerLoss);
  });

  it('is told by inverter where strings were said to end in one, each string by its modules', () => {
    const strings = [
      { name: 'A', modules: row(0), inverter: 'Shed' },
      { name: 'B', modules: row(1).slice(0, 4), inverter: 'Shed' },
      { name: 'C', modules: row(1).slice(4), inverter: 'Barn' },
    ];
    const { inverters, strings: found } = markedLoss({ ...array, strings }, [droppings([0])]);
    expect(inverters.map(({ name, modules }) => [name, modules])).to.deep.equal([
      ['Shed', 16],
      ['Barn', 8],
    ]);
    expect(inverters[0]?.powerLoss.mid).to.be.closeTo(((found[0]?.powerLoss.mid ?? 0) * 12) / 16, 1e-12);
    expect(inverters[1]?.powerLoss.mid).to.equal(0);
    expect(markedLoss(array, [droppings([0])]).inverters).to.deep.equal([]);
  });

  it('falls on the string that carries the mark, and a gull roost on one costs more than a little on both', () => {
    const roost = markedLoss(array, [droppings(row(0), 'heavy')]);
    expect(roost.strings[1]?.powerLoss.mid).to.equal(0);
    expect(roost.powerLoss.mid).to.be.above(markedLoss(array, [droppings([0, 12], 'light')]).powerLoss.mid);
  });

  it('has the range of the eye about it', () => {
    const { low, mid, high } = markedLoss(array, [{ ...droppings(row(0)), pattern: 'lower-edge' }]).powerLoss;
    expect(low).to.be.below(mid);
    expect(mid).to.be.below(high);
  });

  it('names the module that holds the string back, and what clearing it alone gives', () => {
    const [string] = markedLoss(array, [droppings([2], 'light'), droppings([7], 'heavy')]).strings;
    expect(string?.worst?.module).to.equal(7);
    expect(string?.worst?.gives).to.be.within(0, string?.powerLoss.mid ?? 0);
  });

  it('is less with electronics at each module than in one string', () => {
    const marks = [droppings([0, 1, 2, 3, 4, 5, 6])];
    const series = markedLoss(array, marks).powerLoss.mid;
    expect(markedLoss({ ...array, electronics: 'module' }, marks).powerLoss.mid).to.be.at.most(series);
  });

  it('weighs strings by their modules', () => {
    const strings = [
      { name: 'A', modules: row(0).slice(0, 3) },
      { name: 'B', modules: [...row(0).slice(3), ...row(1)] },
    ];
    const found = markedLoss({ ...array, strings }, [droppings([0, 1, 2], 'heavy')]);
    expect(found.powerLoss.mid).to.be.closeTo(((found.strings[0]?.powerLoss.mid ?? 0) * 3) / 24, 1e-12);
  });

  it('is never less for one mark more, and never over the whole', () => {
    const modules = fc.array(fc.nat(23), { minLength: 1, maxLength: 8 });
    const severity = fc.constantFrom<Mark['severity']>('light', 'plain', 'heavy');
    fc.assert(
      fc.property(modules, modules, severity, (first, second, how) => {
        const one = markedLoss(array, [droppings(first, how)]).powerLoss.mid;
        const both = markedLoss(array, [droppings(first, how), { ...droppings(second), kind: 'lichen' }]).powerLoss.mid;
        expect(both).to.be.at.least(one - 1e-9);
        expect(both).to.be.within(0, 1);
      }),
      { numRuns: 40 },
    );
  });
});
