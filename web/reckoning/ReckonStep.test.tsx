import { expect } from 'chai';
import type { Reckoning } from '../../contract/reckoning/endpoints.ts';
import type { Site, SolarArray } from '../../contract/sites/endpoints.ts';
import { reckon } from '../../core/reckoning/reckon.ts';
import type { ReckonInput } from '../../core/reckoning/reckoning.ts';
import { exampleInspection, exampleReckon } from '../../core/testing/exampleReckon.ts';
import { read } from '../testing/markup.tsx';
import { keptOverrides } from './keptOverrides.ts';
import { ReckonStep } from './ReckonStep.tsx';

const input = (changes: Partial<ReckonInput> = {}): ReckonInput => ({ ...exampleReckon, ...changes });
const array = { id: 'a', name: 'Roof', birds: 'few' } as SolarArray;
const site = { surroundings: 'farmland' } as Site;

function reckoning(made: ReckonInput, overrides: Reckoning['overrides'] = {}): Reckoning {
  return {
    id: 'r',
    arrayId: 'a',
    inspectionId: 'i',
    at: '2026-11-24T08:00:00Z',
    by: 'Test Owner',
    calculationVersion: '8',
    overrides,
    input: made,
    output: reckon(made),
  };
}
function step(last: Reckoning | null, looked: string | null = 'i', role: 'owner' | 'crew' = 'owner'): string {
  return read(<ReckonStep array={array} site={site} />, {
    role,
    answers: [
      [['listInspections', { id: 'a' }, { limit: 2 }], { items: looked ? [{ id: looked }] : [], next: null }],
      [['listReckonings', { id: 'a' }, { limit: 1 }], { items: last ? [last] : [], next: null }],
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

  it('keeps who was left out when one reckons again, and a loss typed by hand while nobody has looked since', () => {
    const leftOut = [{ key: 'eye:i', reason: 'in rain' }];
    const lossNow = { value: 0.21, reason: 'read on the roof' };
    const made = reckoning(input(), { leftOut, lossNow });
    expect(keptOverrides(made, 'i')).to.deep.equal({ leftOut, lossNow });
    expect(keptOverrides(made, 'newer')).to.deep.equal({ leftOut });
  });

  it('holds dust against what the house assumes for the surroundings', () => {
    expect(step(plain)).to.match(/Dust \d+\.\d+.× .*Times what the house assumes for farmland/);
  });

  it('sets the house, each piece of evidence and all together beside each other, with what each counts for', () => {
    expect(step(plain)).to.match(/The house’s expectation.*The eye 28\/10\/2026.* \d+.%.* All together \d+\.\d.%/);
  });

  it('says when a wash pays, and whether anything is worth measuring', () => {
    expect(step(plain)).to.include('no wash is expected to bring back its price').and.include('worth measuring');
  });

  it('keeps the reason of a figure set by hand, beside what had been recommended', () => {
    const overrides = { lossNow: { value: 0.31, reason: 'three readings' } };
    const text = step(reckoning(input({ overrides: { lossNow: 0.31 } }), overrides));
    expect(text).to.match(/Lost now 31\.0.%/);
    expect(text).to.match(/Overruled: three readings Recommended was: \d+\.\d.%/);
  });

  it('hears a reading as a piece of evidence, and says what speaks against it', () => {
    const reading = { power: 5000, poaIrradiance: 800, tempModule: 45, shading: true, wet: false, capped: false };
    const text = step(reckoning(input({ looks: [exampleInspection({ reading })] })));
    expect(text).to.match(/One reading 28\/10\/2026 not heard spoilt by a limit, a shadow or wet glass/);
  });

  it('is read by the crew, who do not overrule it', () => {
    expect(step(plain)).to.include('overrule');
    const text = step(plain, 'i', 'crew');
    expect(text).to.match(/Lost now/);
    expect(text).not.to.match(/overrule|Reckon again/);
  });

  it('says by whom, when and by which calculation it was made', () => {
    expect(step(plain)).to.match(/Reckoned 24\/11\/2026 by Test Owner, calculation 8, the house’s figures\./);
  });
});
