import { expect } from 'chai';
import { EFFECTIVENESS } from '../../core/assumptions.ts';
import { daysOfMember, prepareCourses } from '../../core/courses/courses.ts';
import { parametersOf, withFewer } from '../../core/courses/setup.ts';
import { compareVisits } from '../../core/courses/visitsOfSite.ts';
import type { FrequencyOutput } from '../../core/frequency/optimalDays.ts';
import { costOfLoss } from '../../core/modules/energyYear.ts';
import { mean } from '../../core/statistics/summary.ts';
import { exampleYear } from '../../core/testing/exampleAhead.ts';
import { visits } from './commands/work.ts';

const DAYS = 365;
const PRICE = 120_000;
const PER_KWH = 250;

describe('the visits of a plan', () => {
  it('are those that `compute visits` finds for the same members: the same days and the same best, at the same loss but for whose sun it is', async () => {
    const setup = withFewer(exampleYear, 4);
    const prepared = prepareCourses(setup);
    const effectiveness = EFFECTIVENESS['fed-pole'];
    const plan = compareVisits([{ prepared, effectiveness }], () => PRICE, PER_KWH);
    const input = visits.input.parse({
      surfaceTilt: setup.surfaceTilt,
      effectiveness,
      cleaningCost: PRICE,
      dailyValue: Array.from({ length: DAYS }, (_, day) => {
        const all = prepared.energy.map((own) => own[day]).filter((one) => one !== undefined);
        return mean(all.map((one) => costOfLoss(one, setup.array.pacRated))) * PER_KWH;
      }),
      maxCleans: 12,
      courses: setup.members.map((member, at) => {
        const days = daysOfMember(prepared.days[at] as Parameters<typeof daysOfMember>[0], member);
        return {
          parameters: parametersOf(setup, member),
          initial: member.initial,
          days: Array.from({ length: DAYS }, (_, day) => ({
            rain: days.rain[day],
            dew: days.dew[day],
            deposition: days.deposition[day],
            droppings: days.droppings[day],
          })),
        };
      }),
    });
    const { options } = (await visits.run(input as never)) as FrequencyOutput;
    for (const [count, option] of options.entries()) {
      expect(plan.options[count]?.days, `${count} visits`).to.deep.equal(option.days);
      // The plan counts each member's own sun, the command the mean of all: a cloudy year is a dirty one, or a clean one.
      const lost = plan.options[count]?.lostValue ?? 0;
      expect(Math.abs(lost - option.lostValue) / option.lostValue, `${count} visits`).to.be.below(0.03);
    }
    const best = options.reduce((least, one) => (one.total < least.total ? one : least));
    expect(plan.best).to.equal(best.cleans);
  });
});
