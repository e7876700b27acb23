import { expect } from 'chai';
import type { Finding } from '../core/findings.ts';
import { jobSteps } from '../core/jobs/steps.ts';
import { makePlan } from '../core/planning/plan.ts';
import { compareWays } from '../core/planning/ways.ts';
import { offeredPlan, offerOf } from '../core/quotes/offer.ts';
import { findingsOf } from '../core/reckoning/findings.ts';
import { reckon } from '../core/reckoning/reckon.ts';
import { examplePlan } from '../core/testing/examplePlan.ts';
import { exampleReckon } from '../core/testing/exampleReckon.ts';
import { DEFAULT_UNITS } from '../core/units/quantities.ts';
import { english } from './en/index.ts';
import type { AnyFinding } from './language.ts';
import { findingWords } from './say.ts';
import { bracketed } from './testing/bracketed.ts';

const isFinding = (value: object): value is Finding<string, object> =>
  'code' in value && 'params' in value && typeof value.code === 'string';

/** Every finding in a result, wherever it stands. */
function found(value: unknown): AnyFinding[] {
  if (value === null || typeof value !== 'object') return [];
  if (isFinding(value)) return [value as AnyFinding];
  return Object.values(value).flatMap(found);
}

const plan = makePlan({ ...examplePlan, overrides: { visits: 3 } });
const output = reckon(exampleReckon);
const offer = offerOf({ finish: 'output', ...plan }, examplePlan.prices);
const said = found([
  plan,
  compareWays(examplePlan, 'sunny'),
  output,
  findingsOf(output, exampleReckon),
  offer,
  offeredPlan(offer),
  jobSteps({ access: 'lift', escalates: true, rungs: ['water', 'soap', 'blade'], isolate: true }),
]);
const reader = { units: DEFAULT_UNITS, currency: 'ZAR' };

describe('a language', () => {
  it('has words for every code that a reckoning, a plan and an offer hold', () => {
    expect(said.length).to.be.above(100);
    for (const finding of said) {
      const words = findingWords(finding, reader);
      expect(words, finding.code).to.match(/\S/);
      expect(words, finding.code).not.to.match(/undefined|NaN|\[object/);
    }
  });

  it('can be another one: nothing of what is found is said past it', () => {
    for (const finding of said) {
      const words = findingWords(finding, { ...reader, language: bracketed });
      expect(words, finding.code).to.match(/^\[.*\]$/s);
    }
  });

  it('says no part of a code as it stands', () => {
    for (const finding of said) expect(findingWords(finding, reader)).not.to.equal(finding.code);
    expect(Object.keys(english).length).to.be.above(300);
  });

  it('shows a code that it has no words for, as an old page has none for a newer server', () => {
    const unknown = { code: 'rung-of-another-year', params: {} } as unknown as AnyFinding;
    expect(findingWords(unknown, reader)).to.equal('rung-of-another-year');
  });

  it('follows the units, the decimal mark and the dates of its reader', () => {
    const american = { units: { system: 'us', decimalMark: ',', dateOrder: 'mdy' } as const, currency: 'USD' };
    const pole = { code: 'pole-estimate', params: { length: 6 } } as const;
    expect(findingWords(pole, american)).to.match(/^About 20.ft of pole/);
    expect(findingWords(pole, reader)).to.match(/^About 6.m of pole/);
    const thermal = { code: 'caution-ask-thermal', params: {} } as const;
    expect(findingWords(thermal, american)).to.match(/within 36.°F of the glass/);
    expect(findingWords(thermal, reader)).to.match(/within 20.K of the glass/);
    const charges = { code: 'water-many-charges', params: { charges: 1.25 } } as const;
    expect(findingWords(charges, american)).to.include('1,3 fills');
  });
});
