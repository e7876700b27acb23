import { expect } from 'chai';
import { HOUSE } from '../assimilation/house.ts';
import { EFFECTIVENESS, SET_UP_MINUTES } from '../assumptions.ts';
import type { MeasuredJob } from '../jobs/measured.ts';
import { lessonsOfJob } from './lessons.ts';
import { type Datum, figuresInUse, ownFigures } from './ours.ts';

const from = { record: 'job', id: 'job', name: 'Barn', date: '2026-11-02' } as const;
const datum = (key: string, value: number, sd = 0.1): Datum => ({ key, value, sd, from });
const times = (count: number, one: Datum) => Array.from({ length: count }, () => one);

describe('figures of our own', () => {
  it('lie between the house’s and what the jobs say, and nearer to the jobs the more there are', () => {
    const at = (count: number) => ownFigures(times(count, datum('pace:fed-pole', 0.6)))[0]?.ours ?? 0;
    expect(at(1)).to.be.within(0.6, 1);
    expect(at(8)).to.be.below(at(2));
    expect(at(8)).to.be.closeTo(0.6, 0.05);
  });

  it('have a range that narrows, and say from which jobs they come', () => {
    const [few, many] = [1, 9].map((count) => ownFigures(times(count, datum('set-up:all', 40)))[0]);
    expect((many?.high ?? 9e9) - (many?.low ?? 0)).to.be.below((few?.high ?? 0) - (few?.low ?? 0));
    expect([few?.n, many?.n, few?.house]).to.deep.equal([1, 9, SET_UP_MINUTES]);
    expect(few?.from).to.deep.equal([{ ...from, value: 40, sd: datum('set-up:all', 40).sd }]);
  });

  it('are by kind, the eyes first', () => {
    const figures = ownFigures([
      datum('set-up:all', 40),
      datum('fitted:coating', 0.4),
      datum('season:town/winter', 1.1),
      datum('dust:town', 1.2),
      datum('eye:p', 0.4),
      datum('bonded:soap', 0.8),
    ]);
    expect(figures.map(({ kind }) => kind)).to.deep.equal(['eye', 'dust', 'season', 'bonded', 'fitted', 'set-up']);
  });

  it('of a season are in the order of the year, one place after the other', () => {
    const of = ['town/winter', 'town/spring', 'farmland/winter', 'farmland/autumn'];
    const figures = ownFigures(of.map((name) => datum(`season:${name}` as 'season:town/winter', 1.1)));
    expect(figures.map((one) => one.of)).to.deep.equal([
      'farmland/autumn',
      'farmland/winter',
      'town/spring',
      'town/winter',
    ]);
  });

  it('of an eye have its bias and how far one look is out: the house’s scatter counts while there are few', () => {
    const steady = ownFigures(times(12, datum('eye:p', 0.47)))[0];
    expect(steady?.ours).to.be.closeTo(0.43, 0.04);
    expect(steady?.spread).to.be.within(0.3, 0.45);
    expect(ownFigures([datum('eye:p', 0.47)])[0]?.spread).to.be.above(0.45);
  });

  it('are none where nothing was learned', () => {
    expect(ownFigures([])).to.deep.equal([]);
  });
});

describe('figures in use', () => {
  const used = (key: string, ours: number) => ({ key, ours, low: ours * 0.9, high: ours * 1.1, spread: 0.4 });

  it('are the house’s until somebody chooses', () => {
    expect(figuresInUse(0, [])).to.deep.equal(HOUSE);
  });

  it('stand in the place of the house’s, each in its own, under the version of the choice', () => {
    const now = figuresInUse(3, [
      used('bonded:fed-pole', 0.62),
      used('pace:fed-pole', 0.8),
      used('set-up:all', 41),
      used('eye:p', 0.47),
      used('dust:town', 1.5),
      used('season:town/summer', 1.8),
      used('fitted:drain-clip', 0.4),
      used('lichen:fed-pole', 0.3),
    ]);
    expect(now.seasons).to.deep.equal({ town: { summer: 1.8 } });
    expect(now.fitted).to.deep.equal({ ...HOUSE.fitted, 'drain-clip': 0.4 });
    expect(now.bondedSpread['fed-pole']).to.be.within(0.3, HOUSE.bondedSpread['fed-pole']);
    expect(now.version).to.equal(3);
    expect(now.effectiveness['fed-pole']).to.deep.equal({ ...EFFECTIVENESS['fed-pole'], bonded: 0.62, lichen: 0.3 });
    expect(now.effectiveness.soap).to.equal(EFFECTIVENESS.soap);
    expect([now.pace['fed-pole'], now.pace.soap, now.setUpMinutes]).to.deep.equal([0.8, undefined, 41]);
    expect(now.eyes.p).to.deep.equal({ bias: 0.47, sigma: 0.4 });
    expect(now.dust.town.mean).to.be.closeTo(Math.log(1.5), 1e-12);
    expect(now.dust.farmland).to.equal(HOUSE.dust.farmland);
  });
});

describe('what a job teaches', () => {
  const job: MeasuredJob = {
    washedAt: '2026-11-02T08:00:00Z',
    faces: [],
    brushed: 20,
    brushMinutes: 18,
    setUpMinutes: 42,
    litres: 50,
    metered: true,
    way: 'fed-pole',
    houseMinutes: 24,
    houseLitres: 58,
  };
  const keys = (changes: Partial<MeasuredJob>) => lessonsOfJob({ ...job, ...changes }, from).map(({ key }) => key);

  it('is its pace, its litres and its set-up against the house’s', () => {
    const [pace, litres, setUp] = lessonsOfJob(job, from);
    expect([pace?.value, litres?.value, setUp?.value]).to.deep.equal([18 / 24, 50 / 58, 42]);
  });

  it('is surer of litres that a meter read than of those that follow from the minutes', () => {
    const sdOf = (metered: boolean) =>
      lessonsOfJob({ ...job, metered }, from).find(({ key }) => key === 'litres:fed-pole')?.sd ?? 0;
    expect(sdOf(true)).to.be.below(sdOf(false));
  });

  it('is no pace where a step was forgotten, the ways differ or hardly anything was brushed', () => {
    expect(keys({ brushMinutes: 900 })).to.deep.equal(['litres:fed-pole', 'set-up:all']);
    expect(keys({ way: null })).to.deep.equal(['set-up:all']);
    expect(keys({ brushed: 2 })).to.deep.equal(['set-up:all']);
    expect(keys({ brushMinutes: null, litres: null, setUpMinutes: null })).to.deep.equal([]);
  });
});
