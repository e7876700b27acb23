import { expect } from 'chai';
import { EFFECTIVENESS } from '../assumptions.ts';
import { CLEAN_GLASS } from '../soiling/layered.ts';
import { exampleAhead, exampleMembers } from '../testing/exampleAhead.ts';
import { prepareCourses } from './courses.ts';
import type { CourseSetup, Visits } from './setup.ts';
import { yearsAhead } from './yearsAhead.ts';

const of = (changes: Partial<CourseSetup> = {}, visits?: Visits) =>
  yearsAhead(prepareCourses({ ...exampleAhead, ...changes }), visits);
const each = (days: number[], everyYears = 1): Visits => ({
  days,
  everyYears,
  effectiveness: EFFECTIVENESS['fed-pole'],
});
const sum = (values: { mid: number }[]) => values.reduce((total, { mid }) => total + mid, 0);

describe('years ahead', () => {
  const bare = of();

  it('have a band for each month and each year, the same for the same seed', () => {
    expect([bare.fan.length, bare.lost.length]).to.deep.equal([72, 6]);
    expect(of()).to.deep.equal(bare);
    for (const { low, mid, high } of [...bare.fan, ...bare.lost]) {
      expect(low).to.be.at.least(0).and.at.most(mid);
      expect(high).to.be.at.least(mid);
    }
  });

  it('cost ever more where lichen grows, from the third uncleaned year on', () => {
    const without = of({ lichenDensity: 0 });
    expect(bare.lost[1]?.mid).to.be.closeTo(without.lost[1]?.mid ?? 0, 1e-9);
    expect(bare.lost[2]?.mid).to.be.above(without.lost[2]?.mid ?? 0);
    expect(bare.lost[5]?.mid).to.be.above((bare.lost[3]?.mid ?? 0) * 1.2);
    expect(bare.lichen.mid).to.be.within(0.01, 0.05);
  });

  it('let lichen settle also where an estimate has counted a radius of colonies that are not there', () => {
    const initial = { ...CLEAN_GLASS, lichenRadius: 0.002 };
    const clean = of({ members: exampleMembers(6, { initial: CLEAN_GLASS }) });
    expect(clean.lichen.mid).to.be.above(0);
    expect(of({ members: exampleMembers(6, { initial }) })).to.deep.equal(clean);
  });

  it('a wash every year keeps lichen from settling at all', () => {
    expect(of({}, each([20])).lichen.high).to.equal(0);
    expect(of({}, each([0], 2)).lichen.high).to.equal(0);
    expect(of({}, each([20], 3)).lichen.mid).to.be.above(0);
  });

  it('lose less with more visits, and every second year less than never', () => {
    const [never, second, once, twice] = [bare, of({}, each([0], 2)), of({}, each([0])), of({}, each([0, 90]))];
    expect(sum(second.lost)).to.be.below(sum(never.lost));
    expect(sum(once.lost)).to.be.below(sum(second.lost));
    expect(sum(twice.lost)).to.be.below(sum(once.lost));
  });

  it('begin with what lies on the glass now', () => {
    const dirty = of({ members: exampleMembers(6, { initial: { ...CLEAN_GLASS, bonded: 4 } }) });
    expect(dirty.fan[0]?.mid).to.be.above((bare.fan[0]?.mid ?? 0) + 0.05);
  });

  it('lose more where water stands at the frame', () => {
    const puddles = of({ puddleFactor: 8 });
    expect(sum(puddles.lost)).to.be.above(sum(bare.lost) * 1.05);
  });

  it('lose less at the limit, where dirt costs nothing', () => {
    const limited = of({ array: { ...exampleAhead.array, pacRated: 4000 } });
    expect(sum(limited.lost)).to.be.below(sum(bare.lost));
  });

  it('are dirtier while works go on next door, and not after', () => {
    const works = { from: 0, to: 200, surroundings: 'dusty' as const };
    const busy = of({ exposure: { ...exampleAhead.exposure, works } });
    expect(busy.fan[3]?.mid).to.be.above(bare.fan[3]?.mid ?? 1);
    expect(busy.lost[3]?.mid).to.be.closeTo(bare.lost[3]?.mid ?? 0, 1);
  });
});
