import { expect } from 'chai';
import { EFFECTIVENESS } from '../assumptions.ts';
import { CLEAN_GLASS, soilingByLayers } from '../soiling/layered.ts';
import { seededRandom } from '../statistics/random.ts';
import { mean, sum } from '../statistics/summary.ts';
import { daysOfHabit, HABITS } from './habits.ts';
import { bestVisits, type VisitsInput } from './visits.ts';
import type { Course } from './walk.ts';

/** Dry summers in which a lot settles, wet winters; the days of the southern half. */
function course(seed: number, years: number): Course {
  const random = seededRandom(seed);
  const days = Array.from({ length: 365 * years }, (_, at) => Math.cos((2 * Math.PI * (at % 365)) / 365));
  const drawn = days.map((summer) => (random() < 0.18 - 0.15 * summer ? 15 * random() : 0));
  return {
    parameters: { lichenDensity: 50, mismatch: 6 + random() * 6, rainScale: 3 + 4 * random() },
    initial: { ...CLEAN_GLASS, loose: random(), bonded: random() / 2 },
    days: {
      rain: drawn,
      dew: days.map(() => 0.4),
      deposition: days.map((summer) => 0.012 + 0.01 * Math.max(0, summer)),
      droppings: days.map(() => 4e-5),
    },
  };
}

const question = (courses: number, years: number): VisitsInput => ({
  surfaceTilt: 15,
  effectiveness: EFFECTIVENESS['fed-pole'],
  cleaningCost: 40,
  dailyValue: Array.from({ length: 365 }, (_, day) => 4 + 2 * Math.cos((2 * Math.PI * day) / 365)),
  maxCleans: 4,
  courses: Array.from({ length: courses }, (_, at) => course(at + 1, years)),
});

/** Lost a year, walked through day by day with the model itself. */
const walked = ({ courses, dailyValue, effectiveness, surfaceTilt }: VisitsInput, washed: (day: number) => boolean) =>
  mean(
    courses.map(({ parameters, initial, days }) => {
      const cleanings = Array.from(days.rain, (_, day) => day)
        .filter(washed)
        .map((day) => ({ day, effectiveness }));
      const { soilingRatio } = soilingByLayers({ surfaceTilt, parameters, initial, days, cleanings });
      const lost = Array.from(soilingRatio, (ratio, day) => (1 - ratio) * (dailyValue[day % 365] ?? 0));
      return sum(lost) / (days.rain.length / 365);
    }),
  );
const onDays = (days: readonly number[]) => (day: number) => days.includes(day % 365);

describe('the days of visits over the layers', () => {
  const input = question(3, 1);
  const { options } = bestVisits(input);

  it('lose what the model loses when it is walked through with them', () => {
    for (const { days, lostValue } of options) expect(lostValue).to.be.closeTo(walked(input, onDays(days)), 1e-9);
  });

  it('come within 2 in 1000 of brute force on every day for one visit', () => {
    const least = Math.min(...Array.from({ length: 365 }, (_, day) => walked(input, onDays([day]))));
    expect(options[1]?.lostValue).to.be.at.most(least * 1.002);
  });

  it('come within 2 in 1000 of brute force on a grid of days for two', () => {
    const few = { ...input, courses: input.courses.slice(0, 1), maxCleans: 2 };
    const grid = Array.from({ length: 25 }, (_, at) => at * 15);
    const losses = grid.flatMap((a) => grid.filter((b) => b > a).map((b) => walked(few, onDays([a, b]))));
    expect(bestVisits(few).options[2]?.lostValue).to.be.at.most(Math.min(...losses) * 1.002);
  });

  it('never lose more than even spacing or the calendar’s habits', () => {
    const habits = [-1, 1].flatMap((latitude) => HABITS.map((habit) => daysOfHabit(habit, latitude)));
    for (const cleans of [1, 2, 3, 4]) {
      const even = Array.from({ length: cleans }, (_, at) => Math.floor(((at + 0.5) * 365) / cleans));
      for (const days of [even, ...habits.filter(({ length }) => length === cleans)])
        expect(options[cleans]?.lostValue).to.be.at.most(walked(input, onDays(days)) + 1e-9);
    }
  });

  it('lose no more with one visit more, and cost it', () => {
    for (const [cleans, option] of options.entries()) {
      expect(option.days).to.have.length(cleans);
      expect(option.total).to.be.closeTo(option.lostValue + cleans * input.cleaningCost, 1e-9);
      const before = options[cleans - 1];
      if (before) expect(option.lostValue).to.be.at.most(before.lostValue);
    }
  });

  it('tell how far the search is, and can be given up', () => {
    const told: number[] = [];
    bestVisits(input, (share) => told.push(share));
    expect(told).to.deep.equal([...told].sort((a, b) => a - b));
    expect([told.length, told.at(-1)]).to.deep.equal([5, 1]);
    const giveUp = () => {
      throw new Error('given up');
    };
    expect(() => bestVisits(input, giveUp)).to.throw('given up');
  });

  it('wash in the first of every so many years, on the best day for that', () => {
    const long = { ...question(2, 6), maxCleans: 1, everyYears: [2, 3] };
    for (const { everyYears, day, lostValue, cost } of bestVisits(long).longer) {
      const every = (wanted: number) => (at: number) => at % (365 * everyYears) === wanted;
      expect(lostValue).to.be.closeTo(walked(long, every(day)), 1e-9);
      expect(cost).to.equal(40 / everyYears);
      for (const other of [0, 100, 200, 300]) expect(lostValue).to.be.at.most(walked(long, every(other)) * 1.002);
    }
  });
});
