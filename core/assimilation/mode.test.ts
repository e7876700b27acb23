import { expect } from 'chai';
import { seededRandom } from '../statistics/random.ts';
import { importanceSample } from './importance.ts';
import { climbToMode, logPosterior, type ObservationModel } from './mode.ts';

/** One unknown of two is seen as it is, by somebody who errs by a tenth. */
const plain: ObservationModel = {
  width: 2,
  values: [1],
  scales: [0.1],
  degreesOfFreedom: 4,
  predict: (point) => Float64Array.of(point[0] as number),
};

describe('the height of what is likely', () => {
  it('lies near what was seen, pulled towards what was expected, and where nothing was seen in the middle', () => {
    const { point } = climbToMode(plain, new Float64Array(2));
    expect(point[0]).to.be.within(0.95, 1);
    expect(point[1]).to.be.closeTo(0, 1e-6);
  });

  it('is climbed to from far away', () => {
    expect(climbToMode(plain, Float64Array.of(-3, 4)).point[0]).to.be.closeTo(
      climbToMode(plain, new Float64Array(2)).point[0] as number,
      1e-3,
    );
  });

  it('counts a point of which nothing can be predicted for impossible', () => {
    const broken = { ...plain, predict: () => Float64Array.of(Number.NaN) };
    expect(logPosterior(broken, new Float64Array(2))).to.equal(Number.NEGATIVE_INFINITY);
  });
});

describe('weighed draws', () => {
  it('have the spread of what is seen, and of what is not seen that of before', () => {
    const { points, weights, effective } = importanceSample(plain, seededRandom(1));
    const moments = (at: number) => {
      const mean = points.reduce((sum, point, draw) => sum + (weights[draw] as number) * (point[at] as number), 0);
      const square = points.reduce(
        (sum, point, draw) => sum + (weights[draw] as number) * (point[at] as number) ** 2,
        0,
      );
      return [mean, Math.sqrt(square - mean ** 2)] as const;
    };
    expect(moments(0)[0]).to.be.within(0.95, 1.02);
    expect(moments(0)[1]).to.be.within(0.08, 0.2);
    expect(moments(1)[0]).to.be.closeTo(0, 0.1);
    expect(moments(1)[1]).to.be.closeTo(1, 0.1);
    expect(effective).to.be.above(500);
  });

  it('stand two hills that are as high', () => {
    const both: ObservationModel = { ...plain, predict: (point) => Float64Array.of(Math.abs(point[0] as number)) };
    const { points, weights } = importanceSample(both, seededRandom(2));
    const left = points.reduce((sum, point, at) => sum + ((point[0] as number) < 0 ? (weights[at] as number) : 0), 0);
    expect(left).to.be.closeTo(0.5, 0.1);
  });

  it('leave out what lies so far out that nothing can be predicted', () => {
    const far: ObservationModel = {
      ...plain,
      predict: (point) => Float64Array.of(Math.abs(point[0] as number) > 2.5 ? Number.NaN : (point[0] as number)),
    };
    const { weights } = importanceSample(far, seededRandom(3));
    expect(weights.every(Number.isFinite)).to.equal(true);
  });
});
