import { expect } from 'chai';
import { compare } from '../comparisons/compare.ts';
import { pairWarnings } from '../comparisons/warnings.ts';
import { DEFAULT_GLASS } from '../units/quantities.ts';
import { caveatsOf, claimLabels, claimOf, claimWords, headlineGain, type Proved } from './claims.ts';

const before = { value: 3200, poaIrradiance: 800, tempModule: 45 };
const proved = (after: number, changes: Partial<Proved> = {}): Proved => ({
  quantity: 'power',
  comparison: compare({
    quantity: 'power',
    temperatureCoefficient: -0.0035,
    before,
    after: { ...before, value: after },
  }),
  missing: null,
  warnings: [],
  modules: 20,
  cleaned: 20,
  ...changes,
});
const words = (array: Proved) => claimWords(array, DEFAULT_GLASS).replace(/\s/g, ' ');

describe('what a report claims', () => {
  it('names gain and loss, both, of a whole array', () => {
    expect(words(proved(3600))).to.match(
      /^Gain 12\.5 % ± \d\.\d %: 12\.5 % more power than it gave dirty, brought to the same sun and temperature\. Put the other way, the dirt had been taking a loss of 11\.1 % of what it gives clean\. The change is larger/,
    );
  });

  it('says the part that was cleaned beside the figure, and does not call the rest clean', () => {
    const part = proved(3600, { cleaned: 12 });
    expect(words(part)).to.include('with 12 of its 20 modules cleaned');
    expect(words(part)).to.include('of what it gives now').and.not.include('clean. ');
    expect(claimLabels(claimOf(part)).loss).to.equal('Loss there was, of what it gives now');
  });

  it('never calls a gain in current a gain in what it gives', () => {
    const current = proved(4579, { quantity: 'current' });
    expect(words(current)).to.match(/% more short-circuit current than it gave dirty/);
    expect(words(current)).to.include('of the current that it gives clean');
    expect(words(current)).not.to.include('power');
    expect(headlineGain([current])).to.equal(null);
    expect(claimLabels(claimOf(current)).gain).to.equal('Gain in current, on what it gave dirty');
  });

  it('is nothing at a limit, and says why', () => {
    const capped = proved(3600, { warnings: [{ code: 'at-limit', reason: 'The inverter holds the power down.' }] });
    expect(claimOf(capped)).to.deep.equal({ stated: false, because: 'The inverter holds the power down.' });
    expect(words(capped)).to.equal('No gain is stated. The inverter holds the power down.');
    expect(headlineGain([capped])).to.equal(null);
    expect(caveatsOf(capped)).to.deep.equal([]);
  });

  it('keeps every other warning for the customer', () => {
    const context = {
      minutesApart: 50,
      hasControl: false,
      hasSensor: false,
      quantity: 'current' as const,
      shareCleaned: 0.5,
    };
    const warnings = pairWarnings(before, { ...before, tempModule: 60 }, context);
    expect(caveatsOf(proved(3600, { warnings })).map(({ code }) => code)).to.deep.equal([
      'too-far-apart',
      'temperatures-differ',
      'part-cleaned',
      'current-not-power',
    ]);
  });

  it('says of a fall that it is one, and of a small change that it cannot be told from none', () => {
    expect(words(proved(3100)))
      .to.match(/% less power than it gave dirty/)
      .and.not.include('had been taking');
    expect(words(proved(3210))).to.include('cannot be told from none');
  });

  it('counts faces that were read together as one, whole only where all of them are', () => {
    const together = { names: ['East', 'West'], modules: 40, cleaned: 30 };
    const pair = proved(3600, { together });
    expect(words(pair)).to.match(/^Read together on one inverter: East, West\. Gain 12\.5 %/);
    expect(words(pair)).to.include('with 30 of its 40 modules cleaned');
    const other = proved(0, { comparison: null, missing: 'Read together with East.', readWith: 'East' });
    expect(headlineGain([pair, other])).to.be.closeTo(0.125, 1e-9);
  });

  it('has one figure for a report of one array, and none for several', () => {
    expect(headlineGain([proved(3600)])).to.be.closeTo(0.125, 1e-9);
    expect(headlineGain([proved(3600), proved(3600)])).to.equal(null);
    expect(headlineGain([])).to.equal(null);
  });

  it('says why there is no figure', () => {
    expect(words(proved(0, { comparison: null, missing: 'No readings were taken.' }))).to.equal(
      'No gain is stated. No readings were taken.',
    );
  });
});
