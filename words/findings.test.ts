import { expect } from 'chai';
import type { WashOnRecord } from '../core/assimilation/records.ts';
import { findingsOf } from '../core/reckoning/findings.ts';
import { reckon } from '../core/reckoning/reckon.ts';
import { exampleInspection, exampleReckon as input } from '../core/testing/exampleReckon.ts';
import { DEFAULT_UNITS } from '../core/units/quantities.ts';
import { countedEvidence } from './evidence.ts';
import { findingWords } from './say.ts';

const reader = { units: DEFAULT_UNITS, currency: 'ZAR' };
const american = { units: { system: 'us', decimalMark: '.', dateOrder: 'mdy' } as const, currency: 'USD' };
/** With plain spaces between numbers and their units. */
const plain = (words: string) => words.replaceAll('\u00a0', ' ');
const output = reckon(input);
const codes = (changes: Partial<typeof output>) =>
  findingsOf({ ...output, ...changes }, { visitPrice: 1000, washes: [] }).map(({ code }) => code);

const washed = (date: string): WashOnRecord => ({ date, jobId: null, parts: [{ way: 'soap', share: 1 }] });

describe('what a reckoning found', () => {
  it('is told as codes: one piece of evidence, drawn rain, nothing worth measuring, no wash that pays', () => {
    expect(codes({})).to.include.members(['one-source', 'rain-drawn', 'nothing-worth-measuring', 'look-on']);
  });

  it('names a quarrel with what could explain it', () => {
    const { known } = output;
    const [eye] = known.evidence;
    const evidence = [{ ...(eye as NonNullable<typeof eye>), surprise: 2.6 }];
    const [quarrel] = findingsOf({ ...output, known: { ...known, evidence } }, null);
    expect(quarrel).to.deep.equal({
      code: 'quarrel',
      params: { kind: 'eye', date: input.today, surprise: 2.6, explains: ['eye-high'], alone: true },
    });
    expect(quarrel && findingWords(quarrel, reader)).to.match(
      /^The eye of 28\/10\/2026 says more than the house lets expect/,
    );
  });

  it('is said in the reader’s dates and money', () => {
    const found = { code: 'look-on', params: { date: '2027-03-01', price: 123_400 } } as const;
    expect(findingWords(found, reader)).to.include('01/03/2027').and.to.include('ZAR');
    expect(findingWords(found, american)).to.include('03/01/2027').and.to.include('USD');
  });

  it('tells the second visit what the first one taught', () => {
    const learned = {
      date: '2026-05-02',
      expected: { low: 0.04, mid: 0.061, high: 0.09 },
      measured: { low: 0.032, mid: 0.04, high: 0.047 },
      dust: { low: 0.6, mid: 0.7, high: 0.8 },
    };
    expect(plain(findingWords({ code: 'learned', params: learned }, reader))).to.equal(
      'Last time, 02/05/2026: expected 6.1 %, measured 4.0 % (3.2 to 4.7 %). This site soils at 0.7 times what was assumed (0.6 to 0.8).',
    );
  });

  it('names the last washes that it counted, and how many came before', () => {
    const counted = (washes: ReturnType<typeof washed>[]) =>
      findingsOf(output, { visitPrice: 1000, washes }).find(({ code }) => code === 'washes-counted');
    const [old, first, second, third] = ['2026-04-01', '2026-05-01', '2026-06-01', '2026-07-01'].map(washed);
    if (!old || !first || !second || !third) throw new Error('four washes');
    const four = counted([third, first, second, old]);
    expect(four?.params).to.deep.include({ earlier: 1 });
    const three = counted([
      {
        ...first,
        parts: [
          { way: 'soap', share: 0.6 },
          { way: 'hose', share: 0.2 },
        ],
      },
      second,
    ]);
    expect(three && plain(findingWords(three, reader))).to.equal(
      'Washes counted: 01/05/2026 (fed pole with neutral soap on 60 %, hose alone on 20 %); 01/06/2026 (fed pole with neutral soap on all modules).',
    );
    expect(counted([])).to.equal(undefined);
    expect(counted([washed('1999-01-01')])).to.equal(undefined);
  });

  it('has a sentence for every code', () => {
    const all = [
      ...findingsOf(output, { visitPrice: 1000, washes: [washed('2026-09-01')] }),
      { code: 'agree', params: { evidence: 3 } } as const,
      {
        code: 'worth-measuring',
        params: { measurement: 'test-patch', sd: 0.01, minutes: 25, worth: 90_000, cost: 13_000 },
      } as const,
      { code: 'nothing-worth-measuring', params: { best: null, worth: 0, cost: 0 } } as const,
      { code: 'look-on', params: { date: null, price: null } } as const,
    ];
    for (const one of all) expect(findingWords(one, reader), one.code).to.match(/^[A-Z0-9].*\.$/);
  });
});

describe('what a piece of evidence counted', () => {
  const [eye] = output.known?.evidence ?? [];
  it('is what was seen, and what the cloth left', () => {
    expect(plain(eye ? countedEvidence(eye, input, DEFAULT_UNITS) : '')).to.equal(
      'Seen: plain dust, whole face, 100 % of the glass. A cloth left some of it.',
    );
  });
  it('is nothing seen where nothing was', () => {
    const looks = [exampleInspection({ soils: [], wipeTest: 'not-done' })];
    expect(eye && countedEvidence(eye, { ...input, looks }, DEFAULT_UNITS)).to.equal(
      'Nothing was seen on the glass. No cloth was tried.',
    );
  });
  it('of test strips is the gain of each, and what they do not tell', () => {
    const minute = (strip: number) => ({
      strip: { value: strip, tempModule: 40 },
      neighbour: { value: 300, tempModule: 40 },
    });
    const strips = [{ way: 'brush' as const, modules: 1, minutes: 2, before: minute(300), after: minute(340) }];
    const testPatch = { quantity: 'power' as const, representative: true, strips };
    const looks = [exampleInspection({ testPatch })];
    const item = {
      ...(eye as NonNullable<typeof eye>),
      kind: 'test-patch' as const,
      recordId: looks[0]?.id ?? null,
    };
    expect(plain(countedEvidence(item, { ...input, looks }, DEFAULT_UNITS))).to.equal(
      'Gain of each strip over its dirty neighbour: brush 13.3 %. No strip was rinsed only: what rain would leave is not known.',
    );
  });
});
