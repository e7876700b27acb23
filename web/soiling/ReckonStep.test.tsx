import { expect } from 'chai';
import type { Site, SolarArray } from '../../contract/sites/endpoints.ts';
import type { Reckoning } from '../../contract/soiling/endpoints.ts';
import { reckon } from '../../core/soiling/reckon.ts';
import type { ReckonInput } from '../../core/soiling/reckoning.ts';
import { exampleSoils } from '../../core/testing/examplePlan.ts';
import { exampleReckon } from '../../core/testing/exampleReckon.ts';
import { read } from '../testing/markup.tsx';
import { ReckonStep } from './ReckonStep.tsx';

const input = (changes: Partial<ReckonInput> = {}): ReckonInput => ({ ...exampleReckon, years: 5, ...changes });
const array = { id: 'a', name: 'Roof', birds: 'few' } as SolarArray;
const site = { surroundings: 'farmland' } as Site;

function reckoning(made: ReckonInput, overrides: Reckoning['overrides'] = {}): Reckoning {
  return {
    id: 'r',
    arrayId: 'a',
    inspectionId: 'i',
    at: '2026-11-24T08:00:00Z',
    by: 'Test Owner',
    calculationVersion: '2',
    overrides,
    ...reckon(made),
  };
}
function step(last: Reckoning | null, looked: string | null = 'i', role: 'owner' | 'crew' = 'owner'): string {
  return read(<ReckonStep array={array} site={site} />, {
    role,
    answers: [
      [['listInspections', { id: 'a' }, { limit: 1 }], { items: looked ? [{ id: looked }] : [], next: null }],
      [['listReckonings', { id: 'a' }, { limit: 10 }], { items: last ? [last] : [], next: null }],
    ],
  });
}

describe('the page of a reckoning', () => {
  const plain = reckoning(input());

  it('says of each figure its range', () => {
    const text = step(plain);
    expect(text).to.match(/Lost now \d+\.\d.% \d+\.\d to \d+\.\d.%/);
    expect(text).to.match(/Lost in a year .*kWh .* to .*kWh/);
    expect(text).to.match(/Worth, a year ZAR.\d+ ZAR \d+ to \d+/);
  });

  it('waits for somebody to look', () => {
    expect(step(null, null)).to.include('Look first');
    expect(step(null)).to.include('Looked at, not reckoned yet.').and.include('Reckon the loss');
  });

  it('says that somebody has looked since', () => {
    expect(step(plain, 'newer')).to.include('Somebody has looked since.');
    expect(step(plain)).not.to.include('Somebody has looked since.');
  });

  it('says that the soiling of the surroundings is an assumption of the house', () => {
    expect(step(plain)).to.include('House assumption for farmland and a few birds');
  });

  it('keeps the reason of a figure set by hand, beside what had been recommended', () => {
    const overrides = { lossNow: { value: 0.31, reason: 'three readings' } };
    const text = step(reckoning(input({ overrides: { lossNow: 0.31 } }), overrides));
    expect(text).to.match(/Lost now 31\.0.%/);
    expect(text).to.match(/Overruled: three readings Recommended was: \d+\.\d.%/);
  });

  it('holds the meter beside the eye, with what the instruments can be out', () => {
    const reading = { power: 5000, poaIrradiance: 800, tempModule: 45, shading: false, wet: false, capped: false };
    const text = step(reckoning(input({ inspection: { soils: [exampleSoils.dust], wipeTest: 'some', reading } })));
    expect(text)
      .to.match(/Shortfall by the meter \d+\.\d.%/)
      .and.include('Meter beside eye.');
    expect(step(plain)).not.to.include('Meter beside eye.');
  });

  it('says that rain never cleans where the threshold says so', () => {
    expect(step(reckoning(input({ overrides: { rainThreshold: 1000 } })))).to.include('never here');
    expect(step(plain)).to.match(/Rain cleans at \d+(\.\d)? mm/);
  });

  it('is read by the crew, who do not overrule it', () => {
    expect(step(plain)).to.include('overrule');
    const text = step(plain, 'i', 'crew');
    expect(text).to.match(/Lost now/);
    expect(text).not.to.match(/overrule|Reckon again/);
  });

  it('says by whom, when and by which calculation it was made', () => {
    expect(step(plain)).to.match(/Reckoned 24\/11\/2026 by Test Owner, calculation 2\./);
  });
});
