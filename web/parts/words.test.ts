import { expect } from 'chai';
import { DEFECT_KINDS, SOIL_KINDS } from '../../contract/inspections/endpoints.ts';
import { job } from '../../contract/jobs/endpoints.ts';
import { QUOTE_STATES } from '../../contract/quotes/endpoints.ts';
import { STEPS, siteFields } from '../../contract/sites/endpoints.ts';
import { EFFECTIVENESS } from '../../core/assumptions.ts';
import { DEFECT_WORDS } from '../../core/inspections/defects.ts';
import { MARK_KINDS } from '../../core/inspections/marks.ts';
import { RUNGS } from '../../core/methods/choose.ts';
import { DEFAULT_GLASS } from '../../core/units/quantities.ts';
import { METHOD_WORDS } from '../../words/en/ways.ts';
import { STEP_MEANING, STEP_WORDS, stepFigure } from '../sites/steps.ts';
import * as words from './words.ts';

const cases: [what: string, keys: readonly string[], table: Record<string, string>][] = [
  ['soil', SOIL_KINDS, words.SOIL_WORDS],
  ['defect', DEFECT_KINDS, DEFECT_WORDS],
  ['method', Object.keys(EFFECTIVENESS), METHOD_WORDS],
  ['rung of the ladder', RUNGS, words.RUNG_WORDS],
  ['surroundings', siteFields.shape.surroundings.options, words.SURROUNDINGS_WORDS],
  ['state of a quote', QUOTE_STATES, words.QUOTE_WORDS],
  ['state of a job', job.shape.state.options, words.JOB_WORDS],
  ['step', STEPS, STEP_WORDS],
  ['step’s meaning', STEPS, STEP_MEANING],
];

describe('the words of the screen', () => {
  for (const [what, keys, table] of cases) {
    it(`name every ${what} of the contract, and none that is not in it`, () => {
      expect(Object.keys(table).sort()).to.deep.equal([...keys].sort());
      for (const key of keys) expect(table[key]).to.match(/^[^-]\S/);
    });
  }
});

describe('the one figure of a step', () => {
  const figure = (step: (typeof STEPS)[number], value: number | null) => stepFigure(step, value, DEFAULT_GLASS, 'ZAR');

  it('is empty where there is none', () => {
    for (const step of STEPS) expect(figure(step, null)).to.equal('');
  });

  it('says when somebody looked, in days', () => {
    expect([0, 1, 40].map((days) => figure('look', days))).to.deep.equal(['today', '1 day ago', '40 days ago']);
  });

  it('says what is lost, and what was gained, each by its word', () => {
    expect(figure('reckon', 0.115)).to.match(/^11\.5.% lost$/);
    expect(figure('show', 0.125)).to.match(/^12\.5.% gain$/);
  });

  it('says that no visit pays, and not "0 visits"', () => {
    expect([0, 1, 3].map((visits) => figure('plan', visits))).to.deep.equal([
      'no visit pays',
      '1 visit a year',
      '3 visits a year',
    ]);
  });

  it('says how many modules are left', () => {
    expect([figure('wash', 0), figure('wash', 7)]).to.deep.equal(['none left', '7 left']);
  });

  it('is money of the company', () => {
    expect(figure('offer', 147_039)).to.match(/^ZAR.1470$/);
  });

  it('name everything that can be marked', () => {
    for (const kind of MARK_KINDS) expect(words.MARK_WORDS[kind], kind).to.match(/^[A-Z]/);
  });
});
