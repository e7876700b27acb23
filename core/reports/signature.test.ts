import { expect } from 'chai';
import { isDrawn } from './signature.ts';

describe('a drawn signature', () => {
  it('is one where lines were drawn', () => {
    expect(
      isDrawn([
        [
          [0.1, 0.1],
          [0.4, 0.2],
        ],
      ]),
    ).to.equal(true);
  });
  it('is none where a finger only touched the field, however often', () => {
    expect(isDrawn([])).to.equal(false);
    expect(isDrawn([[[0.5, 0.1]], [[0.1, 0.1]]])).to.equal(false);
    expect(
      isDrawn([
        [
          [0.5, 0.1],
          [0.52, 0.1],
        ],
      ]),
    ).to.equal(false);
  });
  it('counts its lines together', () => {
    const dash: [number, number][] = [
      [0.5, 0.1],
      [0.55, 0.1],
    ];
    expect(isDrawn([dash, dash])).to.equal(true);
  });
});
