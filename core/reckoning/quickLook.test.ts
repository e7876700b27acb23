import { expect } from 'chai';
import { HOUSE } from '../assimilation/house.ts';
import { examplePlan } from '../testing/examplePlan.ts';
import { type QuickLookInput, quickLook, SEEN, soilsOfWords } from './quickLook.ts';

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
  today: '2026-11-25',
  house: HOUSE,
  seed: 5,
};

const answered = new Map<string, ReturnType<typeof quickLook>>();
/** What is asked twice is answered once: the same words have the same answer. */
function ask(changes: Partial<QuickLookInput> = {}): ReturnType<typeof quickLook> {
  const key = JSON.stringify(changes);
  const answer = answered.get(key) ?? quickLook({ ...call, ...changes });
  answered.set(key, answer);
  return answer;
}

describe('a quick look on the telephone', () => {
  it('lies between what is expected and what the caller sees, and is surer than either', () => {
    const { byCalendar, byEye, lossNow } = ask();
    const mids = [byCalendar.mid, byEye?.mid ?? 0].sort((a, b) => a - b);
    expect(lossNow.mid).to.be.within(mids[0] as number, mids[1] as number);
    expect(lossNow.high - lossNow.low).to.be.below(byCalendar.high - byCalendar.low);
  });

  it('goes by what is expected alone where the caller has said nothing of the glass', () => {
    const { byEye, lossNow, byCalendar } = ask({ seen: [] });
    expect(byEye).to.equal(null);
    expect(byCalendar.high).to.be.above(0.05);
    expect(lossNow.mid).to.be.closeTo(byCalendar.mid, 0.02);
  });

  it('finds hardly anything where it was washed today, and more with every month', () => {
    const lost = (monthsSinceCleaned: number) => ask({ monthsSinceCleaned, seen: [] }).byCalendar.mid;
    expect(lost(0)).to.be.below(0.02);
    expect(lost(0.7)).to.be.above(lost(0.2));
  });

  it('goes on where nobody ever washed', () => {
    expect(ask({ monthsSinceCleaned: null, seen: [] }).byCalendar.mid).to.be.above(
      ask({ monthsSinceCleaned: 0.5, seen: [] }).byCalendar.mid,
    );
  });

  it('has a price from the lightest to the heaviest that it may turn out, dearer with what the caller sees and with a lift', () => {
    const { prices, price } = ask();
    expect(prices.low).to.be.below(prices.mid);
    expect(prices.high).to.be.above(prices.mid);
    expect(prices.mid).to.equal(price);
    expect(ask({ seen: ['dirty', 'crusts'] }).price).to.be.above(price);
    expect(ask({ seen: ['nothing'] }).price).to.be.below(price);
    expect(ask({ storeys: 2 }).price).to.be.above(price);
    const lift = ask({ access: 'lift' }).price - price;
    expect(lift).to.equal(Math.round(call.prices.accessEquipment * (1 + call.prices.taxRate)));
  });

  it('says that it pays only where it does at the upper price, and that it does not only where it does not at the lower', () => {
    const { worth, prices } = ask();
    const at = (times: number) => ask({ valuePerKWh: call.valuePerKWh * times }).verdict;
    const sure = prices.high / worth.p10;
    const never = prices.low / worth.p90;
    expect(at(sure * 1.01)).to.equal('pays');
    expect(at(sure * 0.99)).to.equal('may-pay');
    expect(at(never * 1.01)).to.equal('may-pay');
    expect(at(never * 0.99)).to.equal('does-not-pay');
  });

  it('takes a caller’s words for soils that an inspection can begin with', () => {
    expect(soilsOfWords(['dirty', 'dull']).map(({ grade }) => grade)).to.deep.equal(['plain']);
    expect(soilsOfWords(['droppings', 'green', 'crusts']).map(({ kind }) => kind)).to.deep.equal([
      'droppings',
      'algae',
      'lichen',
    ]);
    expect(soilsOfWords(['nothing'])).to.deep.equal([]);
  });

  it('leaves room for a film that nobody sees from the garden', () => {
    const { lossNow } = ask({ seen: ['nothing'] });
    expect(lossNow.high).to.be.above(0.01);
    expect(lossNow.high).to.be.below(ask({ seen: ['dirty'] }).lossNow.high);
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
