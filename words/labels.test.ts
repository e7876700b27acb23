import { expect } from 'chai';
import { siteFields } from '../contract/sites/endpoints.ts';
import { STANDINGS, VISIT_STATES } from '../core/agreements/states.ts';
import { EFFECTIVENESS } from '../core/assumptions.ts';
import { DEFECT_KINDS } from '../core/inspections/defects.ts';
import { MARK_KINDS } from '../core/inspections/marks.ts';
import { SOIL_KINDS } from '../core/inspections/soil.ts';
import { JOB_STATES } from '../core/jobs/states.ts';
import { QUOTE_STATES } from '../core/quotes/states.ts';
import { ACCESS } from '../core/reach/access.ts';
import { RUNGS } from '../core/rules/rungs.ts';
import { WATER_WAYS } from '../core/water/plan.ts';
import * as words from './en/labels.ts';
import { METHOD_WORDS } from './en/ways.ts';

const cases: [what: string, keys: readonly string[], table: Record<string, string>][] = [
  ['soil', SOIL_KINDS, words.SOIL_WORDS],
  ['defect', DEFECT_KINDS, words.DEFECT_WORDS],
  ['method', Object.keys(EFFECTIVENESS), METHOD_WORDS],
  ['rung of the ladder', RUNGS, words.RUNG_WORDS],
  ['surroundings', siteFields.shape.surroundings.options, words.SURROUNDINGS_WORDS],
  ['state of a quote', QUOTE_STATES, words.QUOTE_WORDS],
  ['state of a job', JOB_STATES, words.JOB_WORDS],
  ['state of a visit', VISIT_STATES, words.VISIT_WORDS],
  ['standing of an agreement', STANDINGS, words.AGREEMENT_WORDS],
  ['access', ACCESS, words.ACCESS_WORDS],
  ['water', WATER_WAYS, words.WATER_WORDS],
];

describe('the words of the screen', () => {
  for (const [what, keys, table] of cases) {
    it(`name every ${what}, and none that is not in it`, () => {
      expect(Object.keys(table).sort()).to.deep.equal([...keys].sort());
      for (const key of keys) expect(table[key]).to.match(/^[^-]\S/);
    });
  }

  it('name everything that can be marked', () => {
    for (const kind of MARK_KINDS) expect(words.MARK_WORDS[kind], kind).to.match(/^[A-Z]/);
  });
});
