import { expect } from 'chai';
import { washNow, worthMeasuring } from './worthMeasuring.ts';

const narrowing = [
  { measurement: 'test-patch', sd: 0.01, minutes: 25 },
  { measurement: 'reading', sd: 0.03, minutes: 10 },
] as const;
const worth = (net: number, minutePrice = 10) =>
  worthMeasuring([...narrowing], 0.05, { net, perLoss: 1e6 }, minutePrice);

describe('what a measurement is worth', () => {
  it('is most where nobody knows whether a wash pays, and next to nothing where it is plain', () => {
    const at = (net: number) => worth(net)[0]?.worth ?? 0;
    expect(at(0)).to.be.above(at(20_000));
    expect(at(1e6)).to.be.below(1);
    expect(at(-1e6)).to.be.below(1);
  });

  it('is the mean of what the better choice brings: by hand for even odds', () => {
    // Half of the mean size of a normal about nothing: sigma / sqrt(2 pi).
    const moves = 1e6 * Math.sqrt(0.05 ** 2 - 0.01 ** 2);
    expect(worth(0)[0]?.worth).to.be.closeTo(moves / Math.sqrt(2 * Math.PI), 1e-6 * moves);
  });

  it('is held against what its minutes cost', () => {
    expect(worth(0).map(({ pays }) => pays)).to.deep.equal([true, true]);
    expect(worth(0, 1e6).map(({ pays }) => pays)).to.deep.equal([false, false]);
    expect(worth(0).map(({ cost }) => cost)).to.deep.equal([250, 100]);
  });

  it('is never below nothing', () => {
    for (const net of [-1e5, -10, 0, 10, 1e5]) for (const one of worth(net)) expect(one.worth).to.be.at.least(0);
  });
});

describe('what a wash now is worth', () => {
  it('is a straight line through the members, less the price', () => {
    const losses = [0.02, 0.04, 0.06];
    const { net, perLoss } = washNow(
      losses,
      losses.map((loss) => 1000 + 50_000 * loss),
      2500,
    );
    expect(perLoss).to.be.closeTo(50_000, 1e-6);
    expect(net).to.be.closeTo(1000 + 2000 - 2500, 1e-9);
  });

  it('does not hang on the loss where all members lose the same', () => {
    expect(washNow([0.1, 0.1], [5, 7], 1).perLoss).to.equal(0);
  });
});
