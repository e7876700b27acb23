import { expect } from 'chai';
import { EFFECTIVENESS } from '../assumptions.ts';
import { bare } from '../findings.ts';
import { kitList } from '../kit/list.ts';
import { fromGround } from '../reach/fromGround.ts';
import type { MethodInput } from '../rules/input.ts';
import { HOUSE_RULES } from '../rules/rules.ts';
import type { Rung } from '../rules/rungs.ts';
import { takenOff } from '../soiling/takenOff.ts';
import { exampleFace, exampleSoils } from '../testing/examplePlan.ts';
import { chooseMethod } from './choose.ts';
import { litresIn, minutesPerModule, questionsOf } from './work.ts';

const { looseDust: dust, lichen, algae, sap } = exampleSoils;
const base = exampleFace([dust]);
const rung = (input: MethodInput, name: string) => chooseMethod(input).escalation.find((step) => step.rung === name);

describe('choosing a method', () => {
  it('stays on the ground with a fed pole where that reaches', () => {
    const plan = chooseMethod(base);
    expect(plan.method.choose).to.equal('fed-pole');
    expect(plan.access.choose).to.equal('ground');
  });

  it('asks for a lift where a pole would be too long to press evenly', () => {
    expect(chooseMethod({ ...base, eaveHeight: 14, storeys: 4 }).access.choose).to.equal('lift');
  });

  it('takes the pole that the section of the face asks for, over the eave and by an angled neck', () => {
    const { pole, access } = chooseMethod({ ...base, surfaceTilt: 22, slopeLength: 5.5 });
    const found = fromGround({ eaveHeight: 2.8, surfaceTilt: 22, slopeLength: 5.5 });
    expect(pole.choose).to.equal(Math.ceil(found?.poleLength ?? 0));
    expect(access.because.code).to.equal('pole-by-section');
    expect(access.because.params).to.include({ drawn: false, neck: found?.lift }).and.to.have.property('neck').above(0);
  });

  it('takes a lift where no pole reaches the far edge, and defers to who may', () => {
    const { access, pole } = chooseMethod({ ...base, surfaceTilt: 8, slopeLength: 14 });
    expect(access.choose).to.equal('lift');
    expect(access.because).to.deep.equal({ code: 'pole-none-reaches', params: { most: 12, drawn: false } });
    expect(pole.choose).to.equal(3);
  });

  it('follows an access set by hand: from the ground after all, with the longest pole, or from a lift', () => {
    const far = { ...base, surfaceTilt: 8, slopeLength: 14 };
    const below = chooseMethod({ ...far, accessByHand: 'ground' });
    expect([below.access.choose, below.pole.choose]).to.deep.equal(['ground', 12]);
    expect(chooseMethod({ ...base, accessByHand: 'lift' }).pole.choose).to.equal(3);
  });

  it('takes the minutes that were timed on a test patch, in the way in which the work is done', () => {
    const tested = { removed: [], minutesPerModule: [{ way: 'brush' as const, minutes: 2.3 }] };
    expect(chooseMethod({ ...base, tested }).minutesPerModule).to.equal(2.3);
    const soaped = chooseMethod({ ...exampleFace([sap]), tested });
    expect(soaped.method.choose).to.equal('soap');
    expect(soaped.minutesPerModule, 'all modules are brushed, and soap is no slower than that').to.equal(2.3);
  });

  it('takes soap or leaves it as the test patch says', () => {
    const share = (mid: number) => ({ low: mid, mid, high: mid });
    const removed = (brush: number, soap: number) => [
      { way: 'brush' as const, share: share(brush) },
      { way: 'soap' as const, share: share(soap) },
    ];
    const soap = (soils: MethodInput, brush: number, soaped: number) =>
      rung({ ...soils, tested: { removed: removed(brush, soaped), minutesPerModule: [] } }, 'soap');
    expect(soap(exampleFace([sap]), 0.97, 1)).to.deep.include({ use: false });
    expect(soap(base, 0.7, 1)).to.deep.include({ use: true });
    expect(soap(base, 0.7, 1)?.because).to.deep.equal({
      code: 'soap-takes-more',
      params: { brushed: 0.7, soaped: 1 },
    });
    expect(soap({ ...base, runOff: 'rainwater-tank' }, 0.7, 1)).to.deep.include({ use: false });
  });

  it('asks for access equipment on a flat roof', () => {
    expect(chooseMethod({ ...base, mount: 'flat-roof' }).access.choose).to.equal('lift');
  });

  it('does not blade before the maker or the customer has agreed, and says why', () => {
    const near = { ...base, mount: 'ground' as const, eaveHeight: 1, soils: [lichen] };
    const refused = rung(near, 'blade');
    expect(refused?.use).to.equal(false);
    expect(refused?.because.code).to.equal('rung-blade-not-agreed');
    expect(rung({ ...near, bladeAgreed: true }, 'blade')?.use).to.equal(true);
  });

  it('works blade and alcohol by hand only: not from the ground, but from a lift', () => {
    for (const [name, soil] of [
      ['blade', lichen],
      ['alcohol', algae],
    ] as const) {
      const face = { ...base, soils: [soil], bladeAgreed: true };
      expect(rung(face, name)).to.include({ use: false });
      expect(rung(face, name)?.because.code).to.match(/out-of-hand$/);
      expect(rung({ ...face, accessByHand: 'lift' }, name)).to.include({ use: true });
      expect(rung({ ...face, accessByHand: 'hand-height' }, name)).to.include({ use: true });
    }
  });

  it('keeps soap and alcohol out of a rainwater tank', () => {
    for (const name of ['soap', 'alcohol']) {
      const step = rung({ ...base, soils: [algae, sap], runOff: 'rainwater-tank' }, name);
      expect(step?.use).to.equal(false);
      expect(step?.because.code).to.equal('rung-tank');
    }
  });

  it('uses alcohol on what grows, and soap on what sticks', () => {
    expect(rung({ ...base, soils: [algae], accessByHand: 'hand-height' }, 'alcohol')?.use).to.equal(true);
    expect(rung({ ...base, soils: [sap] }, 'soap')?.use).to.equal(true);
    expect(rung(base, 'soap')?.use).to.equal(false);
  });

  it('brushes dry where no water may be used', () => {
    expect(chooseMethod({ ...base, waterless: true }).method.choose).to.equal('dry-brush');
  });

  it('shows a caution on every rung', () => {
    for (const step of chooseMethod(base).escalation) expect(step.caution).to.not.equal('');
  });
});

describe('minutes for a module', () => {
  const pole = { way: 'fed-pole', access: 'ground', storeys: 1, looseFilmOnly: false } as const;

  it('are 1.2 on one storey, half as much again for each storey above', () => {
    expect(minutesPerModule(pole, HOUSE_RULES)).to.be.closeTo(1.2, 1e-12);
    expect(minutesPerModule({ ...pole, storeys: 2 }, HOUSE_RULES)).to.be.closeTo(1.8, 1e-12);
  });

  it('are fewer for loose film, more for a blade, and no fewer on the ground than on one storey', () => {
    expect(minutesPerModule({ ...pole, looseFilmOnly: true }, HOUSE_RULES)).to.be.closeTo(0.84, 1e-12);
    expect(minutesPerModule({ ...pole, way: 'wet-blade' }, HOUSE_RULES)).to.be.closeTo(3, 1e-12);
    expect(minutesPerModule({ ...pole, storeys: 0 }, HOUSE_RULES)).to.be.closeTo(1.2, 1e-12);
  });

  it('do not grow with the storeys where one stands beside the glass on a lift', () => {
    const lift = { ...pole, access: 'lift' } as const;
    expect(minutesPerModule({ ...lift, storeys: 6 }, HOUSE_RULES)).to.equal(
      minutesPerModule({ ...lift, storeys: 2 }, HOUSE_RULES),
    );
  });
});

describe('water on a module', () => {
  it('is what runs while it runs, and none for a dry way', () => {
    expect(litresIn('fed-pole', 1.2, HOUSE_RULES)).to.be.closeTo(1.2 * 0.6 * 4, 1e-12);
    expect(litresIn('robot-dry', 1.2, HOUSE_RULES)).to.equal(0);
    expect(litresIn('hose', 1, HOUSE_RULES)).to.be.above(litresIn('fed-pole', 1, HOUSE_RULES));
  });
});

describe('what a way takes off', () => {
  it('is of each layer what the best of the ways that are used takes', () => {
    const { loose, lichen } = takenOff(['fed-pole', 'wet-blade'], EFFECTIVENESS);
    expect([loose, lichen]).to.deep.equal([0.99, 0.95]);
    expect(takenOff(['robot-dry'], EFFECTIVENESS).bonded).to.equal(EFFECTIVENESS['robot-dry'].bonded);
    expect(takenOff([], EFFECTIVENESS).loose).to.equal(0);
  });
});

describe('what cannot well be', () => {
  const work = {
    way: 'fed-pole',
    access: 'ground',
    pole: 6,
    minutesPerModule: 1.2,
    rungs: ['water'],
  } as const;

  it('is asked about: a heavy head on a long pole, a pole over the longest, a pace that nobody has', () => {
    expect(questionsOf(work, HOUSE_RULES)).to.deep.equal([]);
    const stack = questionsOf({ ...work, way: 'rotary-head', pole: 18, minutesPerModule: 0.1 }, HOUSE_RULES);
    expect(stack).to.deep.equal([
      { code: 'question-long-pole', params: { pole: 18, most: 12 } },
      { code: 'question-heavy-head', params: { head: 9, pole: 18 } },
      { code: 'question-too-quick', params: { minutes: 0.1 } },
    ]);
  });

  it('is work by hand from the ground', () => {
    expect(questionsOf({ ...work, way: 'cloth' }, HOUSE_RULES)).to.have.length(1);
    expect(questionsOf({ ...work, rungs: ['water', 'blade', 'alcohol'] }, HOUSE_RULES)).to.have.length(2);
    expect(questionsOf({ ...work, way: 'cloth', access: 'lift' }, HOUSE_RULES)).to.deep.equal([]);
  });
});

describe('the kit', () => {
  const kit = (way: 'as-is' | 'osmosis-resin' | 'bought', rungs: Rung[] = []) =>
    kitList({ way, brush: bare('brush-soft-60'), pole: 6, litres: 100, rungs, access: 'ground' }).map(({ key }) => key);

  it('has instruments for the proof on every job', () => {
    expect(kit('as-is')).to.include.members(['irradiance', 'thermometer', 'cloths']);
  });

  it('has vessels, meter and membrane only where the water is made', () => {
    expect(kit('osmosis-resin')).to.include.members(['resin', 'meter', 'membrane']);
    expect(kit('as-is')).to.not.include('resin');
    expect(kit('bought')).to.include('tank');
  });

  it('follows the way of cleaning: a robot with its tether, no hose and no vessels for dry work', () => {
    const items = (ways: ('robot-dry' | 'rotary-head' | 'fed-pole')[]) =>
      kitList({
        way: 'resin',
        ways,
        wet: !ways.includes('robot-dry'),
        brush: bare('brush-soft-60'),
        pole: 6,
        litres: 0,
        rungs: [],
        access: 'ground',
      }).map(({ key }) => key);
    expect(items(['robot-dry']))
      .to.include('robot')
      .and.not.include('hose')
      .and.not.include('resin');
    expect(items(['rotary-head'])).to.include.members(['rotary', 'hose', 'resin']);
    expect(items(['fed-pole']).filter((item) => ['rotary', 'robot'].includes(item))).to.deep.equal([]);
  });

  it('has a blade only where the ladder goes up to it', () => {
    expect(kit('as-is')).to.not.include('blade');
    expect(kit('as-is', ['blade'])).to.include('blade');
  });
});
