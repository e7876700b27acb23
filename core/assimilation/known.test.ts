import { expect } from 'chai';
import { exampleDust, exampleRecords, exampleStrips, exampleLook as look } from '../testing/exampleRecords.ts';
import { QUARREL } from './evidence.ts';
import { type Known, whatIsKnown } from './known.ts';
import type { ArrayRecords } from './records.ts';

/** A dry half year in a town since a wash, all of its rain on record. */
const records = (changes: Partial<ArrayRecords> = {}) =>
  exampleRecords({
    place: { ...exampleRecords().place, installedOn: '2026-05-24' },
    until: '2026-11-20',
    rain: Object.fromEntries(
      Array.from({ length: 200 }, (_, at) => [new Date(Date.UTC(2026, 4, 20 + at)).toISOString().slice(0, 10), 0]),
    ),
    washes: [{ date: '2026-06-01', jobId: null, parts: [{ way: 'fed-pole', share: 1 }] }],
    ...changes,
  });
const of = ({ evidence }: Known, key: string) => evidence.find((one) => one.key === key);

describe('what is known of an array', () => {
  const patched = look({
    soils: [{ ...exampleDust, grade: 'faint' }],
    patch: { found: exampleStrips(0.05, { rinse: 0.03, blade: 0 }), representative: true },
    reading: { shortfall: 0.3, spoilt: false },
  });
  const known = whatIsKnown(records({ looks: [patched] }));

  it('goes by all of its evidence, the surest of them most', () => {
    expect(known.loss.mean).to.be.within(0.03, 0.08);
    expect(known.loss.sd).to.be.below(known.expected.sd / 2);
    const [eye, reading, patch] = ['eye:a', 'reading:a', 'test-patch:a'].map((key) => of(known, key)?.weight ?? 0) as [
      number,
      number,
      number,
    ];
    expect(patch).to.be.above(0.4);
    expect(patch).to.be.above(eye);
    expect(patch).to.be.above(reading);
  });

  it('tells who quarrels with all the others, and what each says alone', () => {
    expect(of(known, 'reading:a')?.surprise).to.be.above(QUARREL);
    expect(of(known, 'reading:a')?.says?.mid).to.equal(0.3);
    expect(of(known, 'test-patch:a')?.says?.mid).to.be.closeTo(0.05, 1e-9);
    const eye = of(known, 'eye:a')?.says;
    expect(eye?.low).to.be.below(eye?.mid ?? 0);
    const reading = of(known, 'reading:a')?.surprise ?? 0;
    expect(Math.abs(of(known, 'test-patch:a')?.surprise ?? 9)).to.be.below(0.7 * reading);
  });

  it('gives no evidence more than all of them together have narrowed', () => {
    const width = ({ p10, p90 }: Known['loss']) => Math.log(p90 / p10);
    const all = 1 - width(known.loss) / width(known.expected);
    for (const { weight } of known.evidence) expect(weight).to.be.within(0, all + 0.05);
  });

  it('is another answer without a piece of evidence that is left out, which is still named', () => {
    const without = whatIsKnown(records({ looks: [patched], leftOut: ['test-patch:a'] }));
    expect(of(without, 'test-patch:a')).to.include({ unheard: 'left-out', weight: null, says: null });
    expect(without.loss.mean).to.be.above(known.loss.mean + 0.02);
  });

  it('has a course from the last wash to the last day, which ends at the loss now', () => {
    const { course, washDays, days, loss } = known;
    expect([course[0]?.day, course.at(-1)?.day]).to.deep.equal([washDays[0], days - 1]);
    expect(course.at(-1)?.p50).to.be.closeTo(loss.p50, 0.005);
    expect(course[0]?.p50).to.be.below(0.01);
    for (const { p10, p50, p90 } of course) expect(p10 <= p50 && p50 <= p90).to.equal(true);
  });

  it('begins its course at the wash before, where the last is of these days', () => {
    const part = { date: '2026-11-18', jobId: null, parts: [{ way: 'fed-pole' as const, share: 0.5 }] };
    const { course, washDays, days } = whatIsKnown(records({ washes: [...records().washes, part] }));
    expect(course[0]?.day).to.equal(washDays[0]);
    const before = course.findLast(({ day }) => day < (washDays[1] ?? days));
    expect(course.at(-1)?.p50).to.be.below(0.8 * (before?.p50 ?? 0));
  });

  it('says what would narrow it: test strips more than a reading, and nothing that is not worth it', () => {
    const seen = whatIsKnown(records());
    const order = seen.narrowing.map(({ measurement }) => measurement);
    expect(order.indexOf('test-patch')).to.be.within(0, order.indexOf('reading'));
    for (const { sd } of seen.narrowing) expect(sd).to.be.below(seen.loss.sd);
    const saved = ({ narrowing, loss }: Known) =>
      1 - (narrowing.find(({ measurement }) => measurement === 'reading')?.sd ?? loss.sd) / loss.sd;
    expect(saved(known)).to.be.below(saved(seen) / 2);
  });
});
