import { expect } from 'chai';
import { type ProofKey, type ProofPlanInput, planProof } from './proofPlanner.ts';

const day: ProofPlanInput = {
  temperatureCoefficient: -0.0035,
  expectedLoss: { low: 0.05, mid: 0.08, high: 0.12 },
  instruments: { sensor: true, thermometer: true, controlRow: false, dailyEnergy: true },
  wash: { irradianceBefore: 650, irradianceAfter: 800, hoursApart: 4, irradianceNoon: 950, isolated: true },
  limitAtNoon: 1,
  limitAtWash: 1,
  daysEachSide: 21,
  clearShare: 0.6,
};
const option = (input: ProofPlanInput, key: ProofKey) => planProof(input).options.find((one) => one.key === key);

describe('planning the proof before the day', () => {
  it('has for readings at one visit the least gain of their uncertainty', () => {
    const standard = Math.sqrt(2 * (0.005 ** 2 + 0.0035 ** 2) + 0.007 ** 2);
    expect(option(day, 'same-visit')?.leastGain).to.be.closeTo(Math.exp(2 * standard) - 1, 1e-12);
    expect(option(day, 'same-visit')?.shows).to.equal('yes');
  });

  it('is of no use at dawn, where the sun is low, and goes to noon of two days', () => {
    const dawn = { ...day, wash: { ...day.wash, irradianceBefore: 180 } };
    expect(option(dawn, 'same-visit')?.leastGain).to.equal(null);
    expect(option(dawn, 'same-visit')?.because[0]).to.deep.equal({
      code: 'proof-dim',
      params: { irradiance: 180, hour: 'before-wash', least: 500 },
    });
    expect(planProof(dawn).choose).to.equal('noon-two-days');
  });

  it('takes no two days without a sensor, and no three readings from an array that is off', () => {
    const bare = { ...day, instruments: { ...day.instruments, sensor: false } };
    expect(option(bare, 'noon-two-days')?.leastGain).to.equal(null);
    expect(option(day, 'three-readings')?.because[0]?.code).to.equal('proof-switched-off');
    const live = { ...day, wash: { ...day.wash, isolated: false } };
    expect(option(live, 'three-readings')?.shows).to.equal('yes');
  });

  it('shows nothing at the limit, whatever is read', () => {
    const plan = planProof({ ...day, limitAtNoon: 0.8, limitAtWash: 0.8 });
    expect(plan.choose).to.equal(null);
    for (const { because, leastGain } of plan.options) {
      expect(leastGain).to.equal(null);
      expect(because).to.not.deep.equal([]);
    }
  });

  it('says that none can show a gain smaller than any uncertainty', () => {
    const faint = planProof({ ...day, expectedLoss: { low: 0.001, mid: 0.002, high: 0.003 } });
    expect(faint.choose).to.equal(null);
    expect(faint.options.every(({ shows }) => shows === 'no')).to.equal(true);
  });

  it('finds a smaller gain by energy the longer it is watched, and none from too few clear days', () => {
    const watched = (daysEachSide: number) => option({ ...day, daysEachSide }, 'daily-energy')?.leastGain;
    expect(watched(40)).to.be.below(watched(15) ?? 0);
    expect(watched(8)).to.equal(null);
  });
});
