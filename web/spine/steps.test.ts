import { expect } from 'chai';
import { STEPS } from '../../core/spine/standing.ts';
import { DEFAULT_UNITS } from '../../core/units/quantities.ts';
import { STEP_MEANING, STEP_WORDS, stepFigure } from './steps.ts';

describe('the steps of a site', () => {
  it('each have a name and what it means', () => {
    for (const table of [STEP_WORDS, STEP_MEANING]) expect(Object.keys(table).sort()).to.deep.equal([...STEPS].sort());
  });
});

describe('the one figure of a step', () => {
  const figure = (step: (typeof STEPS)[number], value: number | null) => stepFigure(step, value, DEFAULT_UNITS, 'ZAR');

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
});
