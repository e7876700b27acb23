import { expect } from 'chai';
import { EFFECTIVENESS } from '../assumptions.ts';
import { CLIMATES, exposureDays, generateWeatherYears } from '../weather/index.ts';
import { bestFoundSchedule, type LayeredScheduleInput, valueOfSchedule } from './layeredSchedule.ts';

const climate = CLIMATES['winter-rain'];
const courses = [1, 2].map((seed) =>
  exposureDays(
    climate,
    { surroundings: 'farmland', birds: 'few', latitude: -33.5 },
    generateWeatherYears(climate, -33.5, 3, seed),
    seed,
  ),
);
const input: LayeredScheduleInput = {
  surfaceTilt: 20,
  parameters: { lichenDensity: 50, mismatch: 8 },
  courses,
  dailyValue: Array.from({ length: 365 }, (_, day) => 60 + 30 * Math.cos((2 * Math.PI * day) / 365)),
  effectiveness: EFFECTIVENESS['fed-pole'],
  cleaningCost: 400,
};

describe('schedules under the layered model', () => {
  it('lose no more than even spacing, and the more visits the less', () => {
    const one = bestFoundSchedule(input, 1);
    const even = valueOfSchedule(input, [182]);
    expect(one.lostValue).to.be.at.most(even.lostValue);
    expect(bestFoundSchedule(input, 2).lostValue).to.be.below(one.lostValue);
    expect(one.lostValue).to.be.below(valueOfSchedule(input, []).lostValue);
  });

  it('cost their visits, and name what each course of years loses', () => {
    const two = valueOfSchedule(input, [300, 40]);
    expect(two.days).to.deep.equal([40, 300]);
    expect(two.total).to.be.closeTo(two.lostValue + 800, 1e-9);
    expect(two.spread).to.have.length(2);
  });

  it('can be given up, and then keep the best so far', () => {
    let asked = 0;
    const stopped = bestFoundSchedule(input, 2, () => {
      asked += 1;
      return asked < 2;
    });
    expect(stopped.days).to.have.length(2);
    expect(stopped.lostValue).to.be.at.most(valueOfSchedule(input, [91, 273]).lostValue + 1e-9);
  });
});
