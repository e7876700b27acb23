import { expect } from 'chai';
import { EFFECTIVENESS } from '../assumptions.ts';
import type { Soil } from '../inspections/soil.ts';
import { exampleDust, exampleLook, exampleRecords } from '../testing/exampleRecords.ts';
import { addedDays } from '../time/dates.ts';
import { historyOf } from './history.ts';
import type { ArrayRecords, LookOnRecord } from './records.ts';

const spots: Soil = { kind: 'droppings', where: 'spots', grade: 'plain', share: 0.005, bond: 'soak' };
const lichen: Soil = { kind: 'lichen', where: 'lower-edge', grade: 'plain', share: 0.01, bond: 'blade' };

const look = (changes: Partial<LookOnRecord> = {}) => exampleLook({ soils: [exampleDust, spots], ...changes });
const records = (changes: Partial<ArrayRecords> = {}) => exampleRecords({ looks: [look()], ...changes });

const job = (date: string, share = 1) => ({ date, jobId: 'job', parts: [{ way: 'fed-pole' as const, share }] });
const pair = { jobId: 'job', date: '2026-08-01', ratio: 1.08, sigma: 0.012 };

describe('from records to days, washes and evidence', () => {
  it('looks back two years, to the beginning of the array, or to a wash before', () => {
    const { from, days } = historyOf(records());
    expect([from, days]).to.deep.equal(['2024-11-25', 730]);
    const young = { ...records().place, installedOn: '2026-02-01' };
    expect(historyOf(records({ place: young })).from).to.equal('2026-02-01');
    expect(historyOf(records({ washes: [job('2024-06-01')] })).from).to.equal('2024-06-01');
    expect(historyOf(records({ washes: [job('2019-06-01')] })).days).to.equal(1095);
  });

  it('hears the eye on the day of its look, with the film and the cover that it found', () => {
    const { inputs, evidence, days } = historyOf(records());
    const [film, cover] = inputs[0]?.observations ?? [];
    expect(film).to.include({ kind: 'film', day: days - 5 });
    expect(film?.value).to.be.closeTo(2, 1e-6);
    expect(cover).to.include({ kind: 'cover', day: days - 5, value: 0.005, sigma: 0.5 });
    expect(evidence).to.deep.equal([
      {
        key: 'eye:a',
        kind: 'eye',
        recordId: 'a',
        from: '2026-11-20',
        until: '2026-11-20',
        observations: [0, 1],
        unheard: null,
      },
    ]);
  });

  it('takes what is marked for surer than what is seen, and its strings for what patches cost', () => {
    const marked = { droppings: { cover: 0.004, loss: 0.06 }, standing: 0.02 };
    const [input] = historyOf(records({ looks: [look({ marked })] })).inputs;
    expect(input?.observations[1]).to.include({ kind: 'cover', value: 0.004, sigma: 0.2 });
    expect(input?.parameters).to.include({ mismatch: 0.06 / 0.004, standingLoss: 0.02 });
    expect(input?.prior).to.deep.equal({ deposition: 0.6, mismatch: 0.15 });
  });

  it('stands before a job of its day, unless it was taken after it', () => {
    const washes = [{ date: '2026-11-20', jobId: 'job', parts: [{ way: 'fed-pole' as const, share: 1 }] }];
    const dayOf = (afterWash: boolean) =>
      historyOf(records({ washes, looks: [look({ afterWash })] })).inputs[0]?.observations[0]?.day ?? 0;
    expect(dayOf(true) - dayOf(false)).to.equal(1);
  });

  it('has what grows stand as it was seen after a wash that took a part of it', () => {
    const washes = [{ date: '2026-03-01', jobId: null, parts: [{ way: 'alcohol' as const, share: 1 }] }];
    const [input] = historyOf(records({ looks: [look({ soils: [lichen] })], washes })).inputs;
    expect((input?.parameters.standingLoss ?? 0) * (1 - EFFECTIVENESS.alcohol.lichen)).to.be.closeTo(0.08, 1e-12);
  });

  it('has who looks on the day of a job look before it, and a pair of readings about it', () => {
    const { inputs, washDays } = historyOf(
      records({ looks: [look({ date: '2026-08-01' })], washes: [job('2026-08-01')], pairs: [pair] }),
    );
    const [film, , gain] = inputs[0]?.observations ?? [];
    expect(film?.day).to.equal((washDays[0] ?? 0) - 1);
    expect(gain).to.deep.equal({ kind: 'gain', day: washDays[0], value: 1.08, sigma: 0.012 });
  });

  it('takes off the whole array what each part of it got', () => {
    const parts = [
      { way: 'fed-pole' as const, share: 0.5 },
      { way: 'hose' as const, share: 0.25 },
    ];
    const [input] = historyOf(records({ washes: [{ date: '2026-08-01', jobId: 'job', parts }] })).inputs;
    expect(input?.cleanings[0]?.effectiveness.bonded).to.be.closeTo(0.5 * 0.85 + 0.25 * 0.05, 1e-12);
  });

  it('keeps a piece of evidence that was left out, and does not hear it', () => {
    const { inputs, evidence } = historyOf(records({ leftOut: ['eye:a'] }));
    expect(inputs[0]?.observations).to.deep.equal([]);
    expect(evidence[0]).to.include({ key: 'eye:a', unheard: 'left-out' });
  });

  it('says why a piece of evidence is not heard: spoilt, of one place only, of a wash that is not on record', () => {
    const found = {
      strips: [],
      loss: { low: 0.08, mid: 0.1, high: 0.12 },
      atMost: null,
      bonded: null,
      removed: [],
      minutesPerModule: [],
      missing: [],
    };
    const seen = look({ reading: { shortfall: 0.3, spoilt: true }, patch: { found, representative: false } });
    const { evidence } = historyOf(records({ looks: [seen], pairs: [pair] }));
    expect(evidence.map(({ kind, unheard }) => [kind, unheard])).to.deep.equal([
      ['eye', null],
      ['reading', 'spoilt'],
      ['test-patch', 'not-representative'],
      ['pair', 'before-the-record'],
    ]);
  });

  it('lets no rain fall on the last day that nobody saw, and tries several ways where one of the days before is not known', () => {
    const { from, days } = historyOf(records({}));
    const all = Array.from({ length: days }, (_, at) => addedDays(from, at));
    const seen = (dates: string[]) => historyOf(records({ rain: Object.fromEntries(dates.map((date) => [date, 4])) }));
    const today = seen(all.slice(0, -1));
    expect([today.inputs.length, today.observed]).to.deep.equal([1, days - 1]);
    expect(today.inputs[0]?.days.rain[days - 1]).to.equal(0);
    expect(seen(all.filter((_, at) => at !== days - 5)).inputs.length).to.be.above(1);
    expect(seen(all.filter((_, at) => at !== days - 200)).inputs.length).to.equal(1);
  });

  it('has observed rain where there is any, and tries several ways where there is little', () => {
    const dates = Array.from({ length: 730 }, (_, at) =>
      new Date(Date.UTC(2024, 10, 25 + at)).toISOString().slice(0, 10),
    );
    const rain = Object.fromEntries(dates.map((date, at) => [date, at % 7]));
    const observed = historyOf(records({ rain }));
    expect([observed.inputs.length, observed.observed]).to.deep.equal([1, 730]);
    expect([...(observed.inputs[0]?.days.rain as number[])]).to.deep.equal(dates.map((_, at) => at % 7));
    const unknown = historyOf(records({ rain: { '2026-11-23': 31 } }));
    expect([unknown.inputs.length, unknown.observed]).to.deep.equal([4, 1]);
    for (const { days } of unknown.inputs) expect(days.rain[728]).to.equal(31);
    expect(unknown.inputs[0]?.days.rain).to.not.deep.equal(unknown.inputs[1]?.days.rain);
  });

  it('hears no more clear days than narrow anything, the last of them among these', () => {
    const energy = Array.from({ length: 600 }, (_, at) => ({
      date: new Date(Date.UTC(2025, 3, 1 + at)).toISOString().slice(0, 10),
      performance: -0.05,
    }));
    const { inputs, evidence } = historyOf(records({ looks: [], energy, until: '2026-11-21' }));
    expect(inputs[0]?.observations.length).to.be.within(150, 250);
    expect(evidence[0]).to.include({ kind: 'energy', until: '2026-11-21' });
  });
});
