import { expect } from 'chai';
import { EFFECTIVENESS } from '../assumptions.ts';
import { exampleYear as base, exampleMembers } from '../testing/exampleAhead.ts';
import { prepareCourses } from './courses.ts';
import type { CourseSetup } from './setup.ts';
import { recoveredBy, yearAhead } from './yearAhead.ts';
import { yearsAhead } from './yearsAhead.ts';

const of = (changes: Partial<CourseSetup> = {}) => yearAhead(prepareCourses({ ...base, ...changes }));

describe('a year ahead', () => {
  const year = of();

  it('comes out the same for the same seed, and otherwise for another', () => {
    expect(of()).to.deep.equal(year);
    expect(of({ seed: 5 }).lostEnergy.p50).to.not.equal(year.lostEnergy.p50);
  });

  it('is the first of ten years ahead, to the last digit', () => {
    const ten = yearsAhead(prepareCourses({ ...base, horizon: 10 }));
    const { p10, p50, p90 } = year.lostEnergy;
    expect(ten.lost[0]).to.deep.equal({ low: p10, mid: p50, high: p90 });
    expect(ten.lostShare[0]?.mid).to.equal(year.lostShare.p50);
  });

  it('names a range whose ends lie on either side of its middle', () => {
    for (const figure of [year.cleanEnergy, year.lostEnergy, year.recoverable]) {
      expect(figure.p10).to.be.at.most(figure.p50);
      expect(figure.p50).to.be.at.most(figure.p90);
    }
  });

  it('brings back by one wash no more than the dirt takes in the year', () => {
    expect(year.recoverable.p90).to.be.at.most(year.lostEnergy.p90);
  });

  it('brings back less by a way that leaves something', () => {
    const prepared = prepareCourses(base);
    const [whole, hose] = [recoveredBy(prepared), recoveredBy(prepared, EFFECTIVENESS.hose)];
    for (const [at, kWh] of hose.entries()) expect(kWh).to.be.below(whole[at] ?? 0);
  });

  it('begins with the loss that lies there', () => {
    const dirtier = of({
      members: exampleMembers(12, { initial: { loose: 3, bonded: 3, droppings: 0, lichenRadius: 0 } }),
    });
    expect(dirtier.curve[0]?.mid).to.be.above((year.curve[0]?.mid ?? 0) + 0.05);
  });

  it('loses more where more dust settles', () => {
    expect(of({ members: base.members.map((one) => ({ ...one, dust: 2 })) }).lostEnergy.p50).to.be.above(
      year.lostEnergy.p50,
    );
  });

  it('loses more where dew bonds more, set by hand for all members', () => {
    expect(of({ bondingPerDew: 0.3 }).lostEnergy.p50).to.be.above(year.lostEnergy.p50);
  });

  it('loses less where a limit holds for part of the year, and says for how much', () => {
    const found = of({ array: { ...base.array, pacRated: 5000 } });
    expect(found.limitShare).to.be.above(0.1);
    expect(found.lostEnergy.p50).to.be.below(year.lostEnergy.p50);
  });

  it('has 365 days of loss, each between 0 and 1', () => {
    expect(year.curve).to.have.length(365);
    for (const day of year.curve) expect(day.mid).to.be.within(0, 1);
  });
});
