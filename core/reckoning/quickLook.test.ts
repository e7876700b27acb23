import { expect } from 'chai';
import { examplePlan } from '../testing/examplePlan.ts';
import { type QuickLookInput, quickLook, SEEN, soilsOfWords } from './quickLook.ts';
import { lossFromInspection } from './soil.ts';

const call: QuickLookInput = {
  modules: 20,
  moduleWatts: 415,
  surfaceTilt: 22,
  storeys: 1,
  monthsSinceCleaned: 12,
  seen: ['dirty'],
  surroundings: 'farmland',
  birds: 'few',
  climate: 'winter-rain',
  latitude: -33.5,
  longitude: 19,
  altitude: 200,
  valuePerKWh: 228,
  travelKm: 30,
  travelMinutes: 40,
  prices: examplePlan.prices,
  today: 328,
  years: 12,
  seed: 5,
};
const ask = (changes: Partial<QuickLookInput> = {}) => quickLook({ ...call, ...changes });

describe('a quick look on the telephone', () => {
  it('is a range from the lesser of two estimates to the greater', () => {
    const { byCalendar, byEye, lossNow } = ask();
    expect(lossNow.low).to.equal(Math.min(byCalendar.low, byEye?.low ?? 1));
    expect(lossNow.high).to.equal(Math.max(byCalendar.high, byEye?.high ?? 0));
    expect(lossNow.mid).to.be.within(lossNow.low, lossNow.high);
  });

  it('goes by the calendar alone where the caller has said nothing of the glass', () => {
    const { byEye, lossNow, byCalendar } = ask({ seen: [] });
    expect(byEye).to.equal(null);
    expect(byCalendar.high).to.be.above(0.05);
    expect(lossNow).to.deep.equal(byCalendar);
  });

  it('is never sure of clean glass that nobody has looked at, however wet the weeks before were', () => {
    const { byCalendar, lossNow } = ask({ seen: [], latitude: 51.2, longitude: 7.1, surroundings: 'town' });
    const faint = lossFromInspection(soilsOfWords(['dull'])).mid;
    expect(byCalendar.high).to.be.below(faint);
    expect(lossNow.high).to.equal(faint);
    expect(lossNow.mid).to.be.within(lossNow.low, lossNow.high);
  });

  it('finds nothing by the calendar where it was washed today', () => {
    expect(ask({ monthsSinceCleaned: 0 }).byCalendar).to.deep.equal({ low: 0, mid: 0, high: 0 });
  });

  it('finds more after three weeks than after one', () => {
    const lost = (monthsSinceCleaned: number) => ask({ monthsSinceCleaned, surroundings: 'dusty' }).byCalendar.mid;
    expect(lost(0.7)).to.be.above(lost(0.25));
  });

  it('does not go on for ever: never washed is as three years', () => {
    expect(ask({ monthsSinceCleaned: null }).byCalendar).to.deep.equal(ask({ monthsSinceCleaned: 36 }).byCalendar);
  });

  it('takes a caller’s words for soils that an inspection can begin with', () => {
    expect(soilsOfWords(['dirty', 'dull']).map(({ grade }) => grade)).to.deep.equal(['plain']);
    expect(soilsOfWords(['droppings', 'green', 'crusts']).map(({ kind }) => kind)).to.deep.equal([
      'droppings',
      'algae',
      'lichen',
    ]);
    expect(soilsOfWords(['nothing'])).to.deep.equal([]);
    expect(ask().byEye).to.deep.equal(lossFromInspection(soilsOfWords(['dirty'])));
  });

  it('leaves room for a film that nobody sees from the garden', () => {
    const { byEye } = ask({ seen: ['nothing'] });
    expect(byEye?.low).to.equal(0);
    expect(byEye?.high).to.be.above(0);
  });

  it('holds the worth of a wash against its price, and says when it does not pay', () => {
    const { worth, price, verdict } = ask();
    expect(worth.p10).to.be.at.most(worth.p90);
    expect(verdict).to.equal(worth.p10 >= price ? 'pays' : worth.p90 >= price ? 'may-pay' : 'does-not-pay');
    expect(ask({ valuePerKWh: 0 }).verdict).to.equal('does-not-pay');
    expect(ask({ valuePerKWh: 100_000 }).verdict).to.equal('pays');
  });

  it('answers with numbers whatever is said, each with its reasons', () => {
    for (const word of SEEN) {
      const found = ask({ seen: [word] });
      expect(JSON.stringify(found)).not.to.match(/NaN|Infinity/);
      for (const reason of Object.values(found.reasons)) expect(reason.value).to.be.a('number');
    }
  });

  it('is the same for the same call', () => {
    expect(ask()).to.deep.equal(ask());
  });
});
