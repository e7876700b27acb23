import { expect } from 'chai';
import { lossSinceWash, type SinceWash } from './sinceWash.ts';

const dry = (days: number) => Array.from({ length: days }, () => 0);
const base: SinceWash = {
  latitude: -33.5,
  climate: 'winter-rain',
  surroundings: 'farmland',
  birds: 'few',
  surfaceTilt: 20,
  washDay: 300,
  rain: dry(60),
  years: 20,
  seed: 3,
};
const since = (changes: Partial<SinceWash> = {}) => lossSinceWash({ ...base, ...changes });

describe('the loss to expect since a wash', () => {
  it('is a range about its middle, the same for the same seed', () => {
    const { low, mid, high } = since();
    expect(low).to.be.above(0).and.below(mid);
    expect(high).to.be.above(mid).and.below(1);
    expect(since()).to.deep.equal({ low, mid, high });
  });

  it('is next to nothing on the day after, and nothing of no days', () => {
    expect(since({ rain: dry(1) }).mid).to.be.below(0.01);
    expect(since({ rain: [] }).mid).to.equal(0);
  });

  it('grows with the days that stayed dry', () => {
    expect(since({ rain: dry(120) }).mid).to.be.above(since().mid);
  });

  it('is less after an observed downpour', () => {
    const wet = dry(60);
    wet[55] = 30;
    expect(since({ rain: wet }).mid).to.be.below(since().mid / 2);
  });

  it('draws the rain of days that nobody observed', () => {
    const unknown = Array.from({ length: 200 }, () => null);
    const winter = since({ washDay: 120, rain: unknown });
    expect(winter.mid).to.be.below(since({ washDay: 120, rain: dry(200) }).mid);
  });

  it('is more where rain never cleans', () => {
    const wet = dry(60).map((_, day) => (day % 10 === 9 ? 10 : 0));
    expect(since({ rain: wet, bondingPerDew: 1 }).mid).to.be.above(since({ rain: wet, bondingPerDew: 0 }).mid);
  });
});
