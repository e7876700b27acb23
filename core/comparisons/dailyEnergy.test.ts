import { expect } from 'chai';
import { syntheticSeries } from '../testing/syntheticEnergy.ts';
import { type DailyEnergyInput, gainFromDailyEnergy } from './dailyEnergy.ts';

const series = syntheticSeries(3);
const { input } = series;
const answer = gainFromDailyEnergy(input);
const without = (change: Partial<DailyEnergyInput>) => gainFromDailyEnergy({ ...input, ...change });
const cleaning = input.cleanings[0] ?? '';

describe('the gain of a cleaning from daily energy', () => {
  it('is found within its interval, gain and loss both', () => {
    expect(answer.gain).to.be.closeTo(series.gain, 0.025);
    expect(answer.loss).to.be.closeTo(1 - 1 / (1 + (answer.gain ?? 0)), 1e-12);
    expect(answer.ci95?.[0]).to.be.below(answer.gain ?? 0);
    expect(answer.ci95?.[1]).to.be.above(answer.gain ?? 0);
    expect(answer.ratePerDay).to.be.closeTo(series.ratePerDay, 0.0006);
  });

  it('holds the truth in its interval in most of forty series, and is not biased', () => {
    let within = 0;
    let errors = 0;
    let count = 0;
    for (let seed = 100; seed < 140; seed += 1) {
      const one = syntheticSeries(seed);
      const { gain, ci95 } = gainFromDailyEnergy(one.input);
      if (gain === null || ci95 === null) continue;
      count += 1;
      errors += gain - one.gain;
      if (one.gain >= ci95[0] && one.gain <= ci95[1]) within += 1;
    }
    expect(within / count).to.be.at.least(0.85);
    expect(Math.abs(errors / count)).to.be.below(0.005);
  });

  it('names every day that it does not use, and why', () => {
    const named = [...answer.used, ...answer.rejected.map(({ date }) => date)].sort();
    expect(named).to.deep.equal(input.days.map(({ date }) => date).sort());
    expect(answer.rejected).to.deep.include({ date: cleaning, reason: 'cleaning' });
  });

  it('is not what a straight line through raw energy claims, since the season is in that', () => {
    expect(Math.abs((answer.rawTrendGain ?? 0) - (answer.gain ?? 0))).to.be.above(0.02);
  });

  it('is no number but a reason with two days, with clouds alone and with no clear day behind it', () => {
    const two = without({ days: input.days.slice(0, 2), cleanings: [] });
    expect(two.gain).to.equal(null);
    expect(two.missing?.code).to.equal('energy-no-trend');
    const at = input.days.findIndex(({ date }) => date === cleaning);
    const short = without({ days: input.days.slice(0, at + 4) });
    expect(short.gain).to.equal(null);
    expect(short.missing).to.deep.include({ code: 'energy-few-after' });
    const nothing = without({ days: input.days.map((day) => ({ ...day, energy: null })) });
    expect([nothing.gain, nothing.ratePerDay]).to.deep.equal([null, null]);
    expect(nothing.rejected.filter(({ reason }) => reason === 'missing')).to.have.length(input.days.length);
  });

  it('is no number where the limit holds the power down', () => {
    const limited = without({ site: { ...input.site, pacRated: input.site.pdc0 * 0.3 } });
    expect(limited.gain).to.equal(null);
    expect(limited.rejected.some(({ reason }) => reason === 'limit')).to.equal(true);
  });

  it('is no number where a cleaning rain stands beside the cleaning, and is one where it does not', () => {
    const at = input.days.findIndex(({ date }) => date === cleaning);
    const rainy = (offset: number) =>
      without({ days: input.days.map((day, index) => (index === at + offset ? { ...day, rain: 12 } : day)) });
    expect(rainy(2).gain).to.equal(null);
    expect(rainy(2).missing?.code).to.equal('energy-rain-near');
    expect(rainy(-12).gain).to.be.a('number');
  });

  it('without a cleaning is a drift alone', () => {
    const at = input.days.findIndex(({ date }) => date === cleaning);
    const drift = without({ days: input.days.slice(0, at), cleanings: [] });
    expect([drift.gain, drift.loss, drift.ci95]).to.deep.equal([null, null, null]);
    expect(drift.rateCi95?.[0]).to.be.at.most(series.ratePerDay + 1e-9);
    expect(drift.rateCi95?.[1]).to.be.at.least(series.ratePerDay - 1e-9);
  });

  describe('through a wet spell', () => {
    const clean = (index: number) => (input.days[index]?.energy ?? 0) / Math.exp(series.values[index] ?? 0);
    /** Clear days with a little scatter, but for a spell between two rains, which has something else. */
    const withSpell = (from: number, to: number, sky: (index: number) => number) =>
      without({
        cleanings: [],
        days: input.days.map((day, index) => ({
          ...day,
          rain: index === from - 1 || index === to ? 15 : 0,
          energy: clean(index) * (1 + 0.005 * Math.sin(index * 7)) * (index >= from && index < to ? sky(index) : 1),
        })),
      });
    const datesOf = (from: number, to: number) => input.days.slice(from, to).map(({ date }) => date);

    it('that had no clear day, none of its days is taken for one', () => {
      const wet = withSpell(30, 35, (index) => 0.25 + 0.05 * (index % 2));
      expect(wet.used.filter((date) => datesOf(30, 35).includes(date))).to.deep.equal([]);
      for (const date of datesOf(30, 35)) expect(wet.rejected).to.deep.include({ date, reason: 'cloudy' });
      expect(wet.ratePerDay).to.be.closeTo(0, 0.0005);
    });

    it('with clear days enough, a lower level stands: something else may have failed', () => {
      const failed = withSpell(30, 45, () => 0.7);
      expect(failed.used.filter((date) => datesOf(30, 45).includes(date)).length).to.be.above(9);
    });
  });

  it('with a control array uses cloudy days too, and does not need to know the sky', () => {
    const sky = (index: number) => 0.3 + 0.6 * Math.abs(Math.sin(index * 12.9));
    const at = input.days.findIndex(({ date }) => date === cleaning);
    const days = input.days.map((day, index) => ({
      ...day,
      energy: 40 * sky(index) * (index > at ? 1.08 : 1),
      control: 35 * sky(index),
    }));
    const controlled = without({ days });
    expect(controlled.gain).to.be.closeTo(0.08, 1e-6);
    expect(controlled.used.length).to.equal(days.length - 1);
  });

  it('of several cleanings is the last one’s, with a step for each', () => {
    const days = input.days.map(({ date }) => date);
    const [first, second] = [days[22], days[50]] as [string, string];
    const twice = gainFromDailyEnergy({
      ...input,
      cleanings: [first, second],
      days: input.days.map((day, index) => ({
        ...day,
        energy:
          ((day.energy ?? 0) / Math.exp(series.values[index] ?? 0)) *
          (index > 50 ? 1.2 : index > 22 ? 1.1 : 1) *
          (index % 5 === 0 ? 0.4 : 1 + 0.003 * Math.sin(index * 7)),
      })),
    });
    expect(twice.steps.map(({ date }) => date)).to.deep.equal([first, second]);
    expect(twice.steps[0]?.gain).to.be.closeTo(0.1, 0.01);
    expect(twice.gain).to.be.closeTo(1.2 / 1.1 - 1, 0.01);
  });
});
