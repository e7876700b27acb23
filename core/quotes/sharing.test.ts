import { expect } from 'chai';
import { roadShared } from './sharing.ts';

const lines = [
  { key: 'labour' as const, amount: 90_000 },
  { key: 'travel' as const, amount: 12_000 },
];
const visit = { minutes: 180, travelMinutes: 60 };

describe('the road to sites that are washed on one day', () => {
  it('is driven once: each is asked its share of the kilometres and of the time', () => {
    expect(roadShared(lines, visit, { basis: 'hour' }, 2)).to.equal(21_000);
    expect(roadShared(lines, visit, { basis: 'hour' }, 3)).to.equal(28_000);
  });

  it('is its kilometres alone where a price all in carries the time', () => {
    expect(roadShared([{ key: 'wash', amount: 90_000 }, ...lines.slice(1)], visit, { basis: 'module' }, 2)).to.equal(
      6000,
    );
  });

  it('saves nothing where one site is washed alone', () => {
    expect(roadShared(lines, visit, { basis: 'hour' }, 1)).to.equal(0);
    expect(roadShared([], { minutes: 0, travelMinutes: 0 }, { basis: 'hour' }, 2)).to.equal(0);
  });
});
