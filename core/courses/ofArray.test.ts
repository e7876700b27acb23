import { expect } from 'chai';
import { LICHEN_WHERE_SEEN, PATCH_FACTOR } from '../assumptions.ts';
import { exampleSoils } from '../testing/examplePlan.ts';
import { exampleReckon } from '../testing/exampleReckon.ts';
import { aheadOfSite, type KnownOfArray, stateOfGlass, usualChoices, worksUntil } from './aheadOfSite.ts';
import { filmLoss } from './filmLoss.ts';
import { bondingOfSplit, type SplitPlace } from './rainSplit.ts';
import { yearAheadInput } from './reckon.ts';

const known: KnownOfArray = {
  year: yearAheadInput(exampleReckon),
  seen: { patch: null, wipe: 'some' },
  marked: null,
  soils: exampleReckon.inspection.soils,
  exposure: { surroundings: 'farmland', birds: 'few' },
  orientation: 'portrait',
  cells: 'whole',
};
const edge = { kind: 'algae', where: 'lower-edge', grade: 'plain', share: 0.01, bond: 'soak' } as const;

describe('what years ahead begin with', () => {
  it('is a film of the mass that the present loss asks for, split as the cloth says', () => {
    const { loose, bonded } = stateOfGlass(known);
    expect(filmLoss(loose + bonded)).to.be.closeTo(known.year.lossNow.mid, 1e-6);
    expect(bonded / (loose + bonded)).to.be.closeTo(0.4, 1e-9);
    const plain = stateOfGlass({ ...known, seen: { patch: null, wipe: 'plain' } });
    expect(plain.bonded).to.be.above(bonded);
  });

  it('is lichen of the radius at which its colonies cover what was seen', () => {
    const { lichenRadius } = stateOfGlass({ ...known, soils: [exampleSoils.lichen] });
    const cover = 1 - Math.exp(-LICHEN_WHERE_SEEN * Math.PI * lichenRadius ** 2);
    expect(cover).to.be.closeTo(exampleSoils.lichen.share, 1e-9);
    expect(
      aheadOfSite({ ...known, soils: [exampleSoils.lichen] }, { ...usualChoices(known), lichen: 'dry' }, 2, 1),
    ).to.have.nested.property('parameters.lichenDensity', LICHEN_WHERE_SEEN);
  });

  it('takes the mismatch of the marked patches, or the usual one', () => {
    const choices = usualChoices(known);
    expect(aheadOfSite(known, choices, 2, 1).parameters.mismatch).to.equal(PATCH_FACTOR.mid);
    const marked = { areaLoss: 0.01, powerLoss: { low: 0.1, mid: 0.13, high: 0.2 } };
    expect(aheadOfSite({ ...known, marked }, choices, 2, 1).parameters.mismatch).to.be.closeTo(13, 1e-9);
  });

  it('counts the light on the back of the modules', () => {
    const both = { ...known, year: { ...known.year, rearFraction: 0.07 } };
    expect(aheadOfSite(both, usualChoices(known), 2, 1).rearFraction).to.equal(0.07);
    expect(aheadOfSite(known, usualChoices(known), 2, 1).rearFraction).to.equal(0);
  });

  it('has water at the frame where something was seen there, more of it on flat glass', () => {
    expect(usualChoices(known).puddles).to.equal('none');
    expect(usualChoices({ ...known, soils: [edge] }).puddles).to.equal('some');
    const flat = { ...known.year, surfaceTilt: 4 };
    expect(usualChoices({ year: flat, soils: [edge] }).puddles).to.equal('plain');
    expect(usualChoices({ ...known, year: { ...known.year, climate: 'desert' } }).lichen).to.equal('dry');
  });
});

describe('works next door', () => {
  it('go on from the look to their last day, that day included', () => {
    expect(worksUntil('2026-11-21', '2026-11-20T08:00:00Z')).to.deep.equal({ from: 0, to: 2, surroundings: 'dusty' });
    expect(worksUntil('2027-11-20', '2026-11-20T08:00:00Z')?.to).to.equal(366);
  });

  it('are none where nobody named any, or they were over before the look', () => {
    expect(worksUntil(undefined, '2026-11-20T08:00:00Z')).to.equal(undefined);
    expect(worksUntil('2026-11-19', '2026-11-20T08:00:00Z')).to.equal(undefined);
  });
});

describe('rain’s school, set by the rinsed strip', () => {
  const place: SplitPlace = {
    latitude: -33.5,
    climate: 'winter-rain',
    surroundings: 'farmland',
    birds: 'few',
    surfaceTilt: 20,
    day: 320,
  };

  it('is nothing where the rinse left nothing, and all where it left all', () => {
    expect(bondingOfSplit(place, 0)).to.equal(0);
    expect(bondingOfSplit(place, 1)).to.be.above(0.9);
  });

  it('is higher the more the rinse left', () => {
    const found = [0.2, 0.5, 0.8].map((bonded) => bondingOfSplit(place, bonded));
    expect(found).to.deep.equal([...found].sort((a, b) => a - b));
    expect(found[0]).to.be.above(0);
    expect(found[2]).to.be.below(1);
  });
});
