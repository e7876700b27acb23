import { expect } from 'chai';
import fc from 'fast-check';
import { DEPOSITION, EFFECTIVENESS } from '../assumptions.ts';
import { CLEAN_GLASS, soilingByLayers } from '../soiling/layered.ts';
import { type SprayTimerInput, sprayTimer } from './timer.ts';

const line: SprayTimerInput = {
  area: 40,
  surfaceTilt: 20,
  deposition: DEPOSITION.dusty,
  keepUnder: 0.02,
  effectiveness: EFFECTIVENESS['spray-line'].loose,
  totalLpm: 20,
  pumpPower: 750,
  caught: 0.5,
};

describe('the timer of a spray line', () => {
  it('gives as much water as the rain that takes off as much: 8 mm for four fifths at 20 degrees', () => {
    const { litres, minutes } = sprayTimer(line);
    expect(litres).to.be.closeTo(5 * Math.log(5) * 40, 1e-9);
    expect(minutes).to.be.closeTo(litres / 20, 1e-9);
  });

  it('keeps the loss under the limit, as the model of days has it, and a day more would not', () => {
    const { everyDays, lossBefore } = sprayTimer(line);
    expect(everyDays).to.be.above(1);
    const course = (every: number) => {
      const count = 400 * every;
      const still = new Float64Array(count);
      const effectiveness = { ...EFFECTIVENESS['spray-line'] };
      const { filmLoss } = soilingByLayers({
        surfaceTilt: 20,
        parameters: { bondingPerDew: 0, lichenDensity: 0, mismatch: 8 },
        initial: CLEAN_GLASS,
        days: { rain: still, dew: still, deposition: still.map(() => line.deposition), droppings: still },
        cleanings: Array.from({ length: 400 }, (_, index) => ({ day: index * every, effectiveness })),
      });
      return filmLoss[count - 1] ?? 0;
    };
    expect(course(everyDays ?? 0)).to.be.closeTo(lossBefore, 1e-6);
    expect(lossBefore).to.be.at.most(0.02);
    expect(course((everyDays ?? 0) + 1)).to.be.above(0.02);
  });

  it('counts litres and kWh of a year by its rinses', () => {
    const { everyDays, minutes, litres, litresAYear, caughtAYear, energyAYear } = sprayTimer(line);
    const rinses = 365 / (everyDays ?? 1);
    expect(litresAYear).to.be.closeTo(litres * rinses, 1e-6);
    expect(caughtAYear).to.be.closeTo(litresAYear / 2, 1e-6);
    expect(energyAYear).to.be.closeTo((0.75 * minutes * rinses) / 60, 1e-9);
  });

  it('rinses every day at the most, and says the loss that stays where that is not enough', () => {
    const { everyDays, lossBefore } = sprayTimer({ ...line, deposition: 2 });
    expect(everyDays).to.equal(1);
    expect(lossBefore).to.be.above(0.02);
  });

  it('has nothing to do where nothing settles, or where no film costs so much', () => {
    expect(sprayTimer({ ...line, deposition: 0 }).everyDays).to.equal(null);
    expect(sprayTimer({ ...line, keepUnder: 0.5 }).everyDays).to.equal(null);
    expect(sprayTimer({ ...line, deposition: 0 }).litresAYear).to.equal(0);
  });

  it('never rinses more often where less settles', () => {
    const dust = fc.double({ min: 0.001, max: 0.2, noNaN: true });
    fc.assert(
      fc.property(dust, dust, (one, other) => {
        const days = (deposition: number) => sprayTimer({ ...line, deposition }).everyDays ?? Number.POSITIVE_INFINITY;
        const [less, more] = [Math.min(one, other), Math.max(one, other)];
        expect(days(less)).to.be.at.least(days(more));
      }),
    );
  });

  it('names the field that cannot be used', () => {
    expect(() => sprayTimer({ ...line, effectiveness: 1 })).to.throw(RangeError, /effectiveness/);
    expect(() => sprayTimer({ ...line, keepUnder: 0 })).to.throw(RangeError, /keepUnder/);
    expect(() => sprayTimer({ ...line, totalLpm: 0 })).to.throw(RangeError, /totalLpm/);
  });
});
