import { expect } from 'chai';
import { doubtsOf, type TypedReading } from './plausible.ts';

const where = { pdc0: 8300, gammaPdc: -0.0035, moduleWatts: 415, strings: 3 };
const reading = (changes: Partial<TypedReading> = {}): TypedReading => ({
  quantity: 'power',
  value: 5200,
  poaIrradiance: 870,
  tempModule: 46,
  ...changes,
});
const likely = (changes: Partial<TypedReading>) =>
  doubtsOf(reading(changes), where).map(({ field, likely: meant }) => [field, meant]);

describe('a reading that can hardly be', () => {
  it('is not doubted where it can', () => {
    expect(likely({})).to.deep.equal([]);
    expect(likely({ value: 900 }), 'very dirty, or half of it shaded').to.deep.equal([]);
    expect(likely({ poaIrradiance: 120, value: 700, tempModule: 5 }), 'a dull cold morning').to.deep.equal([]);
    expect(likely({ value: null, poaIrradiance: null, tempModule: null })).to.deep.equal([]);
  });

  it('is kilowatts typed for watts, and the other way round', () => {
    expect(likely({ value: 5.2 })).to.deep.equal([['value', 5200]]);
    expect(likely({ value: 5_200_000 })).to.deep.equal([['value', 5200]]);
  });

  it('is 8700 W/m² where 870 was read, and 0.87 kW/m²', () => {
    expect(likely({ poaIrradiance: 8700 })).to.deep.equal([['poaIrradiance', 870]]);
    expect(likely({ poaIrradiance: 0.87 })).to.deep.equal([['poaIrradiance', 870]]);
  });

  it('is a module at 4.6 °C in full sun, and one at 460', () => {
    expect(likely({ tempModule: 4.6 })).to.deep.equal([['tempModule', 46]]);
    expect(likely({ tempModule: 460 })).to.deep.equal([['tempModule', 46]]);
  });

  it('is 67 A from three strings, and not their sum', () => {
    expect(likely({ quantity: 'current', value: 67 })).to.deep.equal([['value', 6.7]]);
    expect(likely({ quantity: 'current', value: 33 })).to.deep.equal([]);
    expect(likely({ quantity: 'current', value: 11.4 })).to.deep.equal([]);
  });

  it('is judged by the light that was likely meant', () => {
    expect(likely({ poaIrradiance: 8700, value: 5.2, tempModule: 4.6 })).to.deep.equal([
      ['poaIrradiance', 870],
      ['tempModule', 46],
      ['value', 5200],
    ]);
  });

  it('says what speaks against it', () => {
    const because = (changes: Partial<TypedReading>) => doubtsOf(reading(changes), where)[0]?.because;
    expect(because({ value: 5.2 })).to.deep.equal({ code: 'doubt-power', params: {} });
    expect(because({ poaIrradiance: 8700 })).to.deep.equal({ code: 'doubt-too-bright', params: { most: 1300 } });
    expect(because({ poaIrradiance: 0.87 })).to.deep.equal({ code: 'doubt-no-light', params: {} });
  });
});
