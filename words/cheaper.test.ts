import { expect } from 'chai';
import type { Quantiles } from '../core/statistics/summary.ts';
import { DEFAULT_UNITS } from '../core/units/quantities.ts';
import { bestWords, cheaperName, costWords, leavesWords, netWords, savesWords } from './en/cheaper.ts';
import { sayTo } from './say.ts';

const say = sayTo({ units: DEFAULT_UNITS, currency: 'ZAR' });
const range = (p10: number, p50: number, p90: number): Quantiles => ({ p10, p50, p90, mean: p50 });
const plain = (text: string) => text.replaceAll(/\s/g, ' ');

describe('what could stand in the place of a wash, in words', () => {
  it('is told plainly also where it is not what is offered', () => {
    expect(bestWords('rinse', 3)).to.include('better off with something else than this wash: rinse it yourself');
    expect(bestWords('nothing', 3)).to.include('nothing is worth paying for now');
    expect(bestWords('rain', 3)).to.equal(bestWords('nothing', 3));
  });

  it('is no other wash where the best is one of ours', () => {
    for (const key of ['one', 'planned', 'every-second-year'] as const)
      expect(bestWords(key, 3)).to.match(/^By these figures this leaves you the most: [a-z]/);
    expect(cheaperName('planned', 3)).to.equal('A plan of 3 visits a year by us');
  });

  it('costs nothing, a sum, or what it may cost where nobody has priced it', () => {
    expect(costWords({ cost: 0, worthUpTo: null }, say)).to.equal('nothing');
    expect(plain(costWords({ cost: 123_400, worthUpTo: null }, say))).to.equal('ZAR 1234');
    expect(plain(costWords({ cost: null, worthUpTo: 500_000 }, say))).to.equal('pays up to ZAR 5000 once');
    expect(costWords({ cost: null, worthUpTo: 0 }, say)).to.equal('pays at no price');
  });

  it('leaves the middle by which the best is told, its range, and when it is back', () => {
    const told = ({ middle, under }: ReturnType<typeof netWords>) => [middle, ...under].map(plain);
    expect(told(netWords({ net: range(-10_000, 20_000, 50_000), payback: 2.31 }, say))).to.deep.equal([
      'ZAR 200',
      'ZAR −100 to 500',
      'back in 2.3 years',
    ]);
    expect(told(netWords({ net: range(700, 700, 700), payback: null }, say))).to.deep.equal(['ZAR 7']);
    expect(told(netWords({ net: range(0, 0, 0), payback: null }, say))).to.deep.equal(['nothing']);
    expect(told(netWords({ net: null, payback: null }, say))).to.deep.equal(['']);
  });

  it('saves a range or nothing, and leaves a share of the loss or all of it', () => {
    expect(plain(savesWords({ saves: range(100_000, 150_000, 200_000) }, say))).to.equal('ZAR 1000 to 2000');
    expect(savesWords({ saves: range(0, 0, 0) }, say)).to.equal('nothing');
    expect(leavesWords({ leaves: null }, say)).to.equal('all of it');
    expect(plain(leavesWords({ leaves: 0.25 }, say))).to.equal('25.0 %');
  });
});
