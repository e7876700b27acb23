import { expect } from 'chai';
import { exampleSoils } from '../testing/examplePlan.ts';
import type { MarkedLoss } from './markedLoss.ts';
import { type NarrowingInput, whatWouldNarrow } from './narrowing.ts';

const droppings = { kind: 'droppings', where: 'spots', grade: 'plain', share: 0.01, bond: 'soak' } as const;
const base: NarrowingInput = { soils: [exampleSoils.dust], marked: null, tested: false, gammaPdc: -0.0035 };
const names = (changes: Partial<NarrowingInput>) => whatWouldNarrow({ ...base, ...changes }).map(({ what }) => what);
const string = (name: string, low: number, high: number) => ({
  name,
  modules: 10,
  areaLoss: 0.01,
  powerLoss: { low, mid: (low + high) / 2, high },
  worst: null,
  input: {} as never,
});
const marked: MarkedLoss = {
  strings: [string('String 1', 0.02, 0.04), string('String 2', 0.05, 0.35)],
  areaLoss: 0.01,
  powerLoss: { low: 0.035, mid: 0.115, high: 0.195 },
  inverters: [],
  assumedStrings: false,
};

describe('what would narrow the range most', () => {
  it('is a test patch for a film', () => {
    expect(names({})[0]).to.match(/Test strips/);
  });

  it('is marking where patches are only guessed at', () => {
    expect(names({ soils: [droppings] })[0]).to.match(/Mark the patches/);
  });

  it('is one current reading on the string that is least known', () => {
    expect(names({ soils: [], marked })[0]).to.match(/current reading on String 2/);
  });

  it('offers no test patch again, and no marking where patches are marked', () => {
    expect(names({ tested: true }).join()).not.to.match(/Test strips/);
    expect(names({ soils: [exampleSoils.dust, droppings], marked }).join()).not.to.match(/Mark the patches/);
  });

  it('each leaves less than there is, the best first', () => {
    const found = whatWouldNarrow({ ...base, soils: [exampleSoils.dust, droppings] });
    expect(found.length).to.be.above(1);
    for (const [index, one] of found.entries()) {
      expect(one.to).to.be.below(one.from);
      expect(one.to).to.be.at.least(found[index - 1]?.to ?? 0);
    }
  });

  it('is nothing where nothing was seen', () => {
    expect(names({ soils: [] })).to.deep.equal([]);
  });
});
