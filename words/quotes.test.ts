import { expect } from 'chai';
import { LINE_UNITS } from '../core/quotes/lines.ts';
import { planFinding } from '../core/quotes/verdict.ts';
import type { ClimateName } from '../core/weather/climates.ts';
import { inEnglish } from './testing/inEnglish.ts';

describe('the words of an offer', () => {
  const amount = (p10: number, p50: number, p90: number) => ({ p10, p50, p90 });
  const plan = {
    visits: 2,
    price: 10_000,
    saves: amount(25_000, 30_000, 40_000),
    beyondFirst: amount(12_000, 14_000, 18_000),
  };
  const words = (changes: Partial<typeof plan> = {}) => inEnglish(planFinding({ ...plan, ...changes }));

  it('name the visits beyond the first where these are what does not pay', () => {
    const costly = {
      visits: 3,
      price: 434_800,
      saves: amount(1_400_000, 1_500_000, 1_600_000),
      beyondFirst: amount(20_000, 41_500, 80_000),
    };
    expect(words(costly)).to.equal(
      'The plan of 3 visits would save ZAR 14 000 to ZAR 16 000 of energy a year and cost ZAR 13 044. Of that, the 2 visits beyond the first would save ZAR 200 to ZAR 800 and cost ZAR 8696: more than one visit does not pay for itself in energy.',
    );
  });

  it('say plainly whether it pays, may pay or does not', () => {
    expect(words()).to.match(/it pays, and so do the visits beyond the first\.$/);
    expect(words({ beyondFirst: amount(9000, 14_000, 18_000) })).to.match(/may or may not pay/);
    expect(words({ saves: amount(5000, 9000, 18_000) })).to.match(/it does not pay for itself in energy\.$/);
  });

  it('count what a line is counted in, one of it and many', () => {
    const counted = (quantity: number) =>
      LINE_UNITS.map((unit) => inEnglish({ code: 'line-quantity', params: { quantity, unit } }));
    expect(counted(1)).to.deep.equal(['1 person-hour', '1 h', '1 km', '1 visit', '1 module', '1 storey', '1 kWp']);
    expect(counted(4.15)[0]).to.equal('4.15 person-hours');
  });

  it('name the weather that an offer rests on', () => {
    const weather = (climate: ClimateName) => inEnglish({ code: 'offer-weather', params: { climate } });
    expect(weather({ code: 'climate-desert', params: {} })).to.include(
      'of the kind “Desert edge”, which is not a forecast',
    );
  });
});
