import { expect } from 'chai';
import type { DailyEnergyOutput } from '../comparisons/dailyEnergy.ts';
import { expectedOutput } from '../comparisons/expected.ts';
import type { TestPatch } from '../comparisons/testPatch.ts';
import { type EvidenceInput, weighEvidence } from './evidence.ts';

const loss = (low: number, mid: number, high: number) => ({ low, mid, high });
const patch = (found: ReturnType<typeof loss> | null): TestPatch => ({
  strips: [],
  loss: found,
  atMost: null,
  bonded: null,
  removed: [],
  minutesPerModule: [],
  missing: found ? [] : ['No strip stands out.'],
});
const meter = (measured: number) =>
  expectedOutput({
    pdc0: 10_000,
    gammaPdc: -0.0035,
    poaGlobal: 800,
    tempModule: 25,
    ageYears: 0,
    degradationPerYear: 0.005,
    measured,
    uncertainty: { repeatability: 0.005, irradiance: 0.02, temperature: 2, nameplate: 0.02, degradation: 0.002 },
  });
const drift = (changes: Partial<DailyEnergyOutput> = {}): DailyEnergyOutput => ({
  gain: null,
  loss: null,
  ci95: null,
  ratePerDay: 0.002,
  rateCi95: [0.0015, 0.0025],
  steps: [],
  used: [],
  rejected: [],
  rawTrendGain: null,
  yearOnYear: null,
  missing: null,
  ...changes,
});
const days = (count: number, wet?: number) =>
  Array.from({ length: count }, (_, day) => ({
    date: new Date(Date.UTC(2026, 0, 1 + day)).toISOString().slice(0, 10),
    rain: day === wet ? 9 : 0,
  }));
const base: EvidenceInput = {
  eye: loss(0.06, 0.1, 0.16),
  patch: null,
  meter: null,
  meterSpoilt: false,
  energy: null,
  rainThreshold: 6,
  weather: null,
};
const weigh = (changes: Partial<EvidenceInput> = {}) => weighEvidence({ ...base, ...changes });
const heard = (changes: Partial<EvidenceInput>, witness: string) =>
  weigh(changes).testimonies.find((one) => one.witness === witness);

describe('the evidence before washing', () => {
  it('of one witness alone neither agrees nor quarrels', () => {
    expect(weigh()).to.deep.include({ quarrels: [], agree: false });
  });

  it('agrees where the ranges meet', () => {
    expect(weigh({ meter: meter(7200) }).agree).to.equal(true);
    expect(weigh({ patch: patch(loss(0.1, 0.12, 0.14)), meter: meter(7100) }).agree).to.equal(true);
  });

  it('says what could explain that the meter misses more than the dirt does', () => {
    const { quarrels, agree } = weigh({ meter: meter(5000) });
    expect(agree).to.equal(false);
    expect(quarrels).to.have.length(1);
    expect(quarrels[0]).to.match(/meter misses more than the eye explains.*dead string/);
  });

  it('says so too where the meter misses less', () => {
    expect(weigh({ eye: loss(0.2, 0.25, 0.3), meter: meter(7900) }).quarrels[0]).to.match(/misses less than the eye/);
  });

  it('hears a spoilt reading and does not weigh it', () => {
    const spoilt = weigh({ meter: meter(3000), meterSpoilt: true });
    expect(spoilt.quarrels).to.deep.equal([]);
    expect(spoilt.testimonies[1]?.note).to.match(/heard, not weighed/);
  });

  it('goes by the test patch where eye and patch differ', () => {
    expect(weigh({ patch: patch(loss(0.01, 0.02, 0.03)) }).quarrels[0]).to.match(/Go by the strips/);
    expect(weigh({ patch: patch(loss(0.2, 0.22, 0.24)) }).quarrels[0]).to.match(/thin, even film/);
    expect(heard({ patch: patch(null) }, 'test-patch')).to.deep.include({ loss: null, note: 'No strip stands out.' });
  });

  it('counts what has built up since the last rain that cleans', () => {
    const built = heard({ energy: { drift: drift(), days: days(61, 20) } }, 'energy');
    expect(built?.loss?.mid).to.be.closeTo(1 - Math.exp(-0.002 * 40), 1e-12);
    expect(built?.note).to.match(/2026-01-21 to 2026-03-02.*since the last rain/);
    const whole = heard({ energy: { drift: drift(), days: days(61) } }, 'energy');
    expect(whole?.loss?.mid).to.be.closeTo(1 - Math.exp(-0.002 * 60), 1e-12);
  });

  it('has no number from energy that carries none, and says why', () => {
    const none = drift({ ratePerDay: null, rateCi95: null, missing: 'Two days.' });
    expect(heard({ energy: { drift: none, days: days(2) } }, 'energy')).to.deep.include({
      loss: null,
      note: 'Two days.',
    });
  });

  it('takes a year of ageing out of the year before', () => {
    const year = heard({ energy: { drift: drift({ yearOnYear: -0.06 }), days: days(20) } }, 'year');
    expect(year?.loss?.mid).to.be.closeTo(0.055, 1e-12);
  });

  it('quarrels where energy fell by more than the dirt explains', () => {
    const steep = drift({ ratePerDay: 0.006, rateCi95: [0.0055, 0.0065] });
    expect(weigh({ energy: { drift: steep, days: days(90) } }).quarrels[0]).to.match(/Daily energy has fallen/);
  });

  it('asks for a source near by where it is dirtier than the weather lets expect', () => {
    const since = { since: '2026-01-01', observed: 100, days: 120 };
    expect(weigh({ weather: { loss: loss(0.01, 0.02, 0.03), ...since } }).quarrels[0]).to.match(/source near by/);
    expect(weigh({ weather: { loss: loss(0.2, 0.25, 0.3), ...since } }).quarrels[0]).to.match(/cleaner than/);
    expect(heard({ weather: { loss: loss(0.05, 0.1, 0.2), ...since } }, 'weather')?.note).to.match(/100 of 120 days/);
  });
});
