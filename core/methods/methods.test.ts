import { expect } from 'chai';
import { kitList } from '../kit/list.ts';
import { exampleFace, exampleSoils } from '../testing/examplePlan.ts';
import { chooseMethod, type MethodInput, minutesPerModule } from './choose.ts';
import { fromGround } from './fromGround.ts';

const { looseDust: dust, lichen, algae, sap } = exampleSoils;
const base = exampleFace([dust]);
const rung = (input: MethodInput, name: string) => chooseMethod(input).escalation.find((step) => step.rung === name);

describe('choosing a method', () => {
  it('stays on the ground with a fed pole where that reaches', () => {
    const plan = chooseMethod(base);
    expect(plan.method.choose).to.equal('fed-pole');
    expect(plan.access.choose).to.equal('from the ground');
  });

  it('asks for a lift where a pole would be too long to press evenly', () => {
    expect(chooseMethod({ ...base, eaveHeight: 14, storeys: 4 }).access.choose).to.equal('from a lift or scaffold');
  });

  it('takes the pole that the section of the face asks for, over the eave and by an angled neck', () => {
    const { pole, access } = chooseMethod({ ...base, surfaceTilt: 22, slopeLength: 5.5 });
    const found = fromGround({ eaveHeight: 2.8, surfaceTilt: 22, slopeLength: 5.5 });
    expect(pole.choose).to.equal(Math.ceil(found?.poleLength ?? 0));
    expect(access.because).to.match(/angled neck; nobody leaves the ground/);
  });

  it('does not say that nobody leaves the ground where no pole reaches the far edge, and defers to who may', () => {
    const { access } = chooseMethod({ ...base, surfaceTilt: 8, slopeLength: 14 });
    expect(access.because)
      .to.match(/none of up to 12 m reaches the far edge/)
      .and.match(/competent person/);
    expect(access.because).not.to.include('nobody leaves');
  });

  it('takes the minutes that were timed on a test patch, in the way in which the work is done', () => {
    const tested = { removed: [], minutesPerModule: [{ way: 'brush' as const, minutes: 2.3 }] };
    expect(chooseMethod({ ...base, tested }).minutesPerModule).to.equal(2.3);
    const soaped = chooseMethod({ ...exampleFace([sap]), tested });
    expect(soaped.minutesPerModule).to.equal(chooseMethod(exampleFace([sap])).minutesPerModule);
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
    expect(soap(base, 0.7, 1)?.because)
      .to.include('70 %')
      .and.to.include('100 %');
    expect(soap({ ...base, runOff: 'rainwater-tank' }, 0.7, 1)).to.deep.include({ use: false });
  });

  it('asks for access equipment on a flat roof', () => {
    expect(chooseMethod({ ...base, mount: 'flat-roof' }).access.choose).to.equal('from a lift or scaffold');
  });

  it('does not blade before the maker or the customer has agreed, and says why', () => {
    const refused = rung({ ...base, soils: [lichen] }, 'blade');
    expect(refused?.use).to.equal(false);
    expect(refused?.because).to.match(/signature/);
    expect(rung({ ...base, soils: [lichen], bladeAgreed: true }, 'blade')?.use).to.equal(true);
  });

  it('keeps soap and alcohol out of a rainwater tank', () => {
    for (const name of ['soap', 'alcohol']) {
      const step = rung({ ...base, soils: [algae, sap], runOff: 'rainwater-tank' }, name);
      expect(step?.use).to.equal(false);
      expect(step?.because).to.match(/tank/);
    }
  });

  it('uses alcohol on what grows, and soap on what sticks', () => {
    expect(rung({ ...base, soils: [algae] }, 'alcohol')?.use).to.equal(true);
    expect(rung({ ...base, soils: [sap] }, 'soap')?.use).to.equal(true);
    expect(rung(base, 'soap')?.use).to.equal(false);
  });

  it('brushes dry where no water may be used', () => {
    expect(chooseMethod({ ...base, waterless: true }).method.choose).to.equal('robot-dry');
  });

  it('shows a caution on every rung', () => {
    for (const step of chooseMethod(base).escalation) expect(step.caution).to.not.equal('');
  });
});

describe('minutes for a module', () => {
  it('are 1.2 on one storey, half as much again for each storey above', () => {
    expect(minutesPerModule({ storeys: 1, blade: false, looseFilmOnly: false })).to.be.closeTo(1.2, 1e-12);
    expect(minutesPerModule({ storeys: 2, blade: false, looseFilmOnly: false })).to.be.closeTo(1.8, 1e-12);
  });

  it('are fewer for loose film, more for a blade, and no fewer on the ground than on one storey', () => {
    expect(minutesPerModule({ storeys: 1, blade: false, looseFilmOnly: true })).to.be.closeTo(0.84, 1e-12);
    expect(minutesPerModule({ storeys: 1, blade: true, looseFilmOnly: false })).to.be.closeTo(3, 1e-12);
    expect(minutesPerModule({ storeys: 0, blade: false, looseFilmOnly: false })).to.be.closeTo(1.2, 1e-12);
  });
});

describe('the kit', () => {
  const kit = (way: 'as-is' | 'osmosis-resin' | 'bought', rungs: string[] = []) =>
    kitList({ way, brush: 'soft', pole: 6, litres: 100, rungs, access: 'from the ground' }).map(({ key }) => key);

  it('has instruments for the proof on every job', () => {
    expect(kit('as-is')).to.include.members(['irradiance', 'thermometer', 'cloths']);
  });

  it('has vessels, meter and membrane only where the water is made', () => {
    expect(kit('osmosis-resin')).to.include.members(['resin', 'meter', 'membrane']);
    expect(kit('as-is')).to.not.include('resin');
    expect(kit('bought')).to.include('tank');
  });

  it('has a blade only where the ladder goes up to it', () => {
    expect(kit('as-is')).to.not.include('blade');
    expect(kit('as-is', ['blade'])).to.include('blade');
  });
});
