import { expect } from 'chai';
import { CLEANING_METHODS } from '../assumptions.ts';
import { RISKS, risksOf } from './risks.ts';
import { HOUSE_RULES } from './rules.ts';

const of = (way: Parameters<typeof risksOf>[0], access: 'ground' | 'lift' = 'ground', pole = 4) =>
  risksOf(way, { access, pole }, HOUSE_RULES);

describe('what a way brings along', () => {
  it('is a fall wherever somebody goes up, and a slip where it is wet there', () => {
    for (const way of CLEANING_METHODS) expect(of(way, 'lift'), way).to.include('fall');
    expect(of('fed-pole', 'lift')).to.include('slip');
    expect(of('dry-brush', 'lift')).to.not.include('slip');
    expect(of('fed-pole')).to.not.include('fall');
  });

  it('is a scratch where grit is rubbed over the glass, and never where water runs under the brush', () => {
    for (const way of ['dry-brush', 'robot-dry', 'cloth', 'wet-blade'] as const) expect(of(way)).to.include('scratch');
    expect(of('fed-pole')).to.not.include('scratch');
  });

  it('is weight on the cells under a machine, and strain under a head at the end of a long pole', () => {
    expect(of('robot-wet')).to.include.members(['machine', 'weight']);
    expect(of('fed-pole', 'ground', 12)).to.include('strain');
    expect(of('fed-pole', 'ground', 4)).to.not.include('strain');
  });

  it('names each risk of some way', () => {
    const found = new Set(CLEANING_METHODS.flatMap((way) => [...of(way, 'lift'), ...of(way, 'ground', 12)]));
    expect([...found].sort()).to.deep.equal([...RISKS].sort());
  });
});
