import { expect } from 'chai';
import { EFFECTIVENESS } from '../assumptions.ts';
import { exampleYear } from '../testing/exampleAhead.ts';
import { prepareCourses } from './courses.ts';
import { ALL_OF_IT, withFewer } from './setup.ts';
import { afterWash, firstDayThatPays, nextBestDay } from './washPays.ts';

const prepared = prepareCourses({ ...withFewer(exampleYear, 4), horizon: 2 });
const at = (price: number) => firstDayThatPays(prepared, ALL_OF_IT, { valuePerKWh: 200, price });

describe('the first day on which a wash pays', () => {
  it('is today where it costs next to nothing, and none where it costs more than it ever brings', () => {
    expect(at(1)).to.equal(0);
    expect(at(1e9)).to.equal(null);
  });

  it('is no earlier the more a wash costs', () => {
    const days = [1, 20_000, 60_000, 100_000, 140_000].map((price) => at(price) ?? 365);
    expect(days).to.deep.equal([...days].sort((a, b) => a - b));
    expect(new Set(days).size).to.be.above(2);
  });
});

describe('the glass after a wash', () => {
  it('carries what the ways left of it, and goes on from the day of the wash', () => {
    const after = afterWash(exampleYear, [{ effectiveness: EFFECTIVENESS['fed-pole'], share: 1 }], 17);
    const [before, left] = [exampleYear.members[0]?.initial, after.members[0]?.initial];
    expect(left?.loose).to.be.closeTo((before?.loose ?? 0) * 0.01, 1e-12);
    expect(left?.bonded).to.be.closeTo((before?.bonded ?? 0) * 0.15, 1e-12);
    expect([after.startDay, after.horizon]).to.deep.equal([17, 2]);
  });

  it('carries half of it where half of the modules were washed', () => {
    const half = afterWash(exampleYear, [{ effectiveness: ALL_OF_IT, share: 0.5 }], 0);
    expect(half.members[0]?.initial.loose).to.be.closeTo((exampleYear.members[0]?.initial.loose ?? 0) / 2, 1e-12);
  });
});

describe('the next visit', () => {
  const clean = prepareCourses(afterWash(withFewer(exampleYear, 4), [{ effectiveness: ALL_OF_IT, share: 1 }], 10));
  const next = (visits: number) => nextBestDay([{ prepared: clean, effectiveness: ALL_OF_IT }], visits);

  it('lies within half a round of the even spacing', () => {
    for (const visits of [1, 2, 4, 12]) expect(next(visits)).to.be.within(182 / visits, 548 / visits);
  });

  it('comes sooner the more visits a year has', () => {
    expect(next(6)).to.be.below(next(1));
  });
});
