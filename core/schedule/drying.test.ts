import { expect } from 'chai';
import fc from 'fast-check';
import { dryingMinutes, evaporation, glassAfterRinse } from './drying.ts';

const day = { filmThickness: 0.1, poaGlobal: 600, tempAir: 22, relativeHumidity: 0.4, windSpeed: 1.5 };

describe('a film of water on the glass', () => {
  it('dries faster in more sun, more wind and drier air', () => {
    const minutes = dryingMinutes(day) ?? 0;
    expect(dryingMinutes({ ...day, poaGlobal: 900 })).to.be.below(minutes);
    expect(dryingMinutes({ ...day, windSpeed: 4 })).to.be.below(minutes);
    expect(dryingMinutes({ ...day, relativeHumidity: 0.1 })).to.be.below(minutes);
  });

  it('dries the sooner the more sun there is, in any weather in which it dries', () => {
    const unit = fc.double({ min: 0, max: 1, noNaN: true });
    fc.assert(
      fc.property(unit, unit, unit, (sun, damp, wind) => {
        const weather = { ...day, poaGlobal: 1000 * sun, relativeHumidity: damp, windSpeed: 8 * wind };
        const some = dryingMinutes(weather);
        const more = dryingMinutes({ ...weather, poaGlobal: weather.poaGlobal + 100 });
        if (some !== null) expect(more).to.be.at.most(some);
      }),
    );
  });

  it('never dries where dew would form', () => {
    const night = { ...day, poaGlobal: 0, relativeHumidity: 1 };
    expect(evaporation(night)).to.be.below(0);
    expect(dryingMinutes(night)).to.equal(null);
  });

  it('is gone at once from hot glass, also where the air would never dry it', () => {
    expect(dryingMinutes({ ...day, tempGlass: 60 })).to.equal(0);
    expect(dryingMinutes({ ...day, poaGlobal: 0, relativeHumidity: 1, tempGlass: 60 })).to.equal(0);
    expect(dryingMinutes({ ...day, filmThickness: 0 })).to.equal(0);
  });

  it('stands longer after a rinse that has cooled the glass', () => {
    const hot = { ...day, filmThickness: 0.2, tempGlass: 50 };
    const rinsed = { ...hot, rinse: { litresPerM2: 2, waterTemperature: 18 } };
    expect(dryingMinutes(rinsed)).to.be.above(dryingMinutes(hot) ?? 0);
    expect(glassAfterRinse(50, rinsed.rinse)).to.be.closeTo((10_000 * 50 + 4186 * 2 * 18) / (10_000 + 4186 * 2), 1e-9);
  });

  it('takes wind under half a metre a second as that', () => {
    expect(dryingMinutes({ ...day, windSpeed: 0 })).to.equal(dryingMinutes({ ...day, windSpeed: 0.5 }));
  });
});
