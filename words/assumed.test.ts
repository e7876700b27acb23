import { expect } from 'chai';
import { type AssumedFact, assumedFinding } from '../core/sites/assumed.ts';
import { inEnglish } from './testing/inEnglish.ts';

describe('an assumed fact in words', () => {
  const facts: AssumedFact[] = [
    { key: 'ownUse', value: 0.6, kind: 'fraction' },
    { key: 'energyBought', value: 250_000, kind: 'energy-price' },
    { key: 'travelKm', value: 20, kind: 'count' },
    { key: 'tilt', value: 20, kind: 'angle', of: 'North roof' },
    { key: 'mount', value: 'flat-roof', of: 'North roof' },
    { key: 'eaveHeight', value: 5.5, kind: 'length', of: 'North roof' },
  ];
  it('carries its value, its unit and what it is of', () => {
    expect(facts.map((fact) => inEnglish(assumedFinding(fact)))).to.deep.equal([
      'self-consumption 60 %',
      'price of energy bought ZAR 2.50/kWh',
      'drive there and back, km 20',
      'tilt 20° (North roof)',
      'mount flat roof (North roof)',
      'eave height 5.5 m (North roof)',
    ]);
  });
});
