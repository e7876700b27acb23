import { expect } from 'chai';
import { bare } from '../core/findings.ts';
import { claimFinding, claimLabels, claimOf, type Proved } from '../core/reports/claims.ts';
import { exampleProved as proved } from '../core/testing/exampleProved.ts';
import { inEnglish } from './testing/inEnglish.ts';

const words = (array: Proved) => inEnglish(claimFinding(array));

describe('the words of a claim', () => {
  it('names gain and loss, both, of a whole array', () => {
    expect(words(proved(3600))).to.match(
      /^Gain 12\.5 % ± \d\.\d %: 12\.5 % more power than it gave dirty, brought to the same sun and temperature\. Put the other way, the dirt had been taking a loss of 11\.1 % of what it gives clean\. The change is larger/,
    );
  });

  it('says the part that was cleaned beside the figure, and does not call the rest clean', () => {
    const part = proved(3600, { cleaned: 12 });
    expect(words(part)).to.include('with 12 of its 20 modules cleaned');
    expect(words(part)).to.include('of what it gives now').and.not.include('clean. ');
    expect(inEnglish(claimLabels(claimOf(part)).loss)).to.equal('Loss there was, of what it gives now');
  });

  it('never calls a gain in current a gain in what it gives', () => {
    const current = proved(4579, { quantity: 'current' });
    expect(words(current)).to.match(/% more short-circuit current than it gave dirty/);
    expect(words(current)).to.include('of the current that it gives clean');
    expect(words(current)).not.to.include('power');
    expect(inEnglish(claimLabels(claimOf(current)).gain)).to.equal('Gain in current, on what it gave dirty');
  });

  it('is nothing at a limit, and says why', () => {
    expect(words(proved(3600, { warnings: [bare('at-limit')] }))).to.match(
      /^No gain is stated\. The inverter, a full battery or the export limit is holding the power down\./,
    );
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
  });

  it('says why there is no figure', () => {
    expect(words(proved(0, { comparison: null, missing: bare('no-readings') }))).to.equal(
      'No gain is stated. No readings were taken.',
    );
  });
});
