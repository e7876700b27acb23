import { expect } from 'chai';
import { FITTED_LEFT } from '../../core/assumptions.ts';
import { written } from '../../core/findings.ts';
import { CALCULATION_VERSION } from '../../core/reasons.ts';
import { reckon } from '../../core/reckoning/reckon.ts';
import { exampleReckon as input } from '../../core/testing/exampleReckon.ts';
import { CLIMATES } from '../../core/weather/index.ts';
import { lifted } from './lift.ts';

describe('a stored reckoning', () => {
  const output = reckon(input);

  it('of the newest calculation is as it was stored', () => {
    const newest = { calculationVersion: CALCULATION_VERSION, input, output };
    expect(lifted(newest)).to.deep.equal(newest);
  });

  it('of calculation 8 took what a way takes off for certain, and a visit for a plain one', () => {
    const { bondedSpread: _, seasons: __, fitted: ___, ...house } = input.house;
    const { visitWays: ____, ...others } = input;
    const { fitted: _____, ...array } = input.array;
    const { removal: ______, ...parameters } = output.known?.parameters ?? {};
    const made = lifted({
      calculationVersion: '8',
      input: { ...others, array, house },
      output: { ...output, known: { ...output.known, parameters } },
    }) as { input: typeof input; output: typeof output };
    expect(made.output.lossNow).to.deep.equal(output.lossNow);
    expect(made.output.known?.parameters.removal).to.deep.equal({ mean: 0, sd: 0 });
    expect(new Set(Object.values(made.input.house.bondedSpread))).to.deep.equal(new Set([0]));
    expect(made.input.house).to.deep.include({ seasons: {}, fitted: FITTED_LEFT });
    expect([made.input.visitWays, made.input.array.fitted]).to.deep.equal([['fed-pole'], []]);
  });

  it('of calculation 7 and before has no members, and says so', () => {
    const { reasons, lossNow, year, lostValue, valuePerKWh } = output;
    const { lostValue: _, ...fewer } = reasons;
    for (const calculationVersion of ['1', '7']) {
      const old = {
        calculationVersion,
        input: { old: true },
        output: { lossNow, year, lostValue, valuePerKWh, reasons: fewer },
      };
      const made = lifted(old) as { input: null; output: typeof output };
      expect([made.input, made.output.known, made.output.courses, made.output.lookOn]).to.deep.equal([
        null,
        null,
        null,
        null,
      ]);
      expect(made.output.lossNow).to.deep.equal(lossNow);
      expect(made.output.reasons.lostValue).to.deep.equal(reasons.lostEnergy);
      expect(made.output.recommended).to.deep.equal({ lossNow, dust: 1 });
    }
  });

  it('of calculation 9 keeps its sentences as they were written, and its warnings by their codes', () => {
    const reason = {
      ...output.reasons.lossNow,
      what: 'Share of clean output that the dirt takes now',
      formula: 'Set by hand.',
      source: 'House assumption',
      inputs: [{ name: 'Limit', value: 'none', kind: 'power' }],
      drivers: [{ change: 'rain takes nothing here', becomes: 0.2 }],
    };
    const made = lifted({
      calculationVersion: '9',
      input,
      output: {
        ...output,
        reasons: { ...output.reasons, lossNow: reason },
        warnings: [{ code: 'low-irradiance', reason: 'Under 500 W/m² small errors grow large.' }],
      },
    }) as { output: typeof output };
    expect(made.output.lossNow).to.deep.equal(output.lossNow);
    expect(made.output.warnings).to.deep.equal([{ code: 'low-irradiance', params: { least: 500 } }]);
    expect(made.output.reasons.lossNow.inputs).to.deep.equal([
      { name: written('Limit'), value: written('none'), kind: 'power' },
    ]);
    expect(made.output.reasons.lossNow.drivers[0]?.change).to.deep.equal(written('rain takes nothing here'));
    expect(made.output.reasons.lostEnergy).to.deep.equal(output.reasons.lostEnergy);
  });

  it('of calculation 10 called the clear-sky index of a site’s own climate clearness', () => {
    const { clearSkyIndexDry, clearSkyIndexWet, madeUp: _, ...others } = CLIMATES['winter-rain'];
    const own = { ...others, clearSkyIndexDry, clearSkyIndexWet };
    const stored = { ...others, clearnessDry: clearSkyIndexDry, clearnessWet: clearSkyIndexWet };
    const row = (climate: unknown) => ({
      input: { ...input, site: { ...input.site, climate } },
      output: { ...output, courses: { ...output.courses, climate } },
    });
    expect(lifted({ calculationVersion: '10', ...row(stored) })).to.deep.equal({
      calculationVersion: '10',
      ...row(own),
    });
    expect(lifted({ calculationVersion: '10', ...row('winter-rain') })).to.deep.include(row('winter-rain'));
  });
});
