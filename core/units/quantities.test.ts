import { expect } from 'chai';
import { fromUnits, METERS, toUnits, unitOf } from './quantities.ts';

describe('salts in water', () => {
  it('are shown as the meter in hand shows them: conductivity, or ppm on either scale', () => {
    const shown = METERS.map((meter) => toUnits(1000, 'conductivity', { system: 'metric', meter }));
    expect(shown).to.deep.equal([1000, 700, 500]);
    expect(METERS.map((meter) => unitOf('conductivity', { system: 'us', meter }).symbol)).to.deep.equal([
      'µS/cm',
      'ppm(442)',
      'ppm(NaCl)',
    ]);
  });

  it('are taken back from each scale as they were typed, and are conductivity where nobody said', () => {
    for (const meter of METERS) {
      const reader = { system: 'metric' as const, meter };
      expect(fromUnits(toUnits(812, 'conductivity', reader), 'conductivity', reader)).to.be.closeTo(812, 1e-9);
    }
    expect(unitOf('conductivity', { system: 'metric' }).symbol).to.equal('µS/cm');
  });

  it('leave every other kind as its system has it', () => {
    expect(unitOf('length', { system: 'us', meter: 'ppm-442' }).symbol).to.equal('ft');
    expect(unitOf('volume', 'metric').symbol).to.equal('L');
  });
});
