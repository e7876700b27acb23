import { expect } from 'chai';
import { FITTED_LEFT } from '../assumptions.ts';
import type { FittedOn } from '../fittings/kinds.ts';
import { exampleAhead } from '../testing/exampleAhead.ts';
import { withChoices } from './ofArray.ts';
import { underFittings } from './underFittings.ts';

const setup = { ...exampleAhead, puddleFactor: 12 };
const range = (from: number, to: number) => Array.from({ length: to - from }, (_, at) => from + at);
const clips: FittedOn = { kind: 'drain-clip', since: '2026-06-01', modules: range(0, 10) };
const under = (fitted: FittedOn[], lastLook: string | null = '2026-05-01') =>
  underFittings(setup, { modules: 20, fitted, today: '2026-11-28', lastLook }, FITTED_LEFT);

describe('years ahead under what is fitted', () => {
  it('have less standing water by the share of the face that has clips since the last look', () => {
    expect(under([clips]).puddleFactor).to.be.closeTo(12 * (1 - 0.5 * 0.75), 1e-9);
    expect(under([{ ...clips, modules: range(0, 20) }]).puddleFactor).to.be.closeTo(3, 1e-9);
  });

  it('are as the last look found them where clips were there already', () => {
    expect(under([clips], '2026-09-01')).to.equal(setup);
  });

  it('count no fitting that is yet to come, nor modules on which it was found gone', () => {
    expect(under([{ ...clips, since: '2027-01-01' }])).to.equal(setup);
    const gone = under([{ ...clips, modules: range(0, 20), lost: [{ date: '2026-10-01', modules: range(0, 10) }] }]);
    expect(gone.puddleFactor).to.be.closeTo(12 * (1 - 0.5 * 0.75), 1e-9);
  });

  it('have fewer droppings under a deterrent and less bonding under a coating, whatever was seen since', () => {
    const deterrent = under([{ kind: 'deterrent', since: '2026-01-01', modules: range(0, 20) }]);
    expect(deterrent.members[0]?.droppings).to.be.closeTo(FITTED_LEFT.deterrent, 1e-9);
    const coated = under([{ kind: 'coating', since: '2026-01-01', modules: range(0, 20) }]);
    expect(coated.members[0]?.parameters.bondingPerDew).to.be.below(0.03);
  });

  it('keep what clips drain when somebody sets how water stands', () => {
    const choices = { bondingPerDew: null, puddles: 'some', lichen: 'dry', works: undefined } as const;
    expect(withChoices(under([clips]), choices).puddleFactor).to.be.closeTo(4 * (1 - 0.5 * 0.75), 1e-9);
    expect(withChoices(setup, choices).puddleFactor).to.equal(4);
  });
});
