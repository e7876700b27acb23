import { expect } from 'chai';
import { wholeZoom, zoomedTo, zoomRange } from './zoom.ts';

describe('a drawing in its box', () => {
  const box = { width: 360, height: 300 };
  const full = { width: 1800, height: 900 };

  it('stands in it as a whole where it fits either way', () => {
    expect(wholeZoom(box, full)).to.equal(0.2);
    expect(wholeZoom(box, { width: 400, height: 1200 })).to.equal(0.25);
  });

  it('is not made larger than a thumb needs to show it whole', () => {
    expect(wholeZoom(box, { width: 100, height: 80 })).to.equal(1);
  });

  it('keeps what was in the middle in the middle', () => {
    const before = { zoom: 1, left: 500, top: 200 };
    const after = zoomedTo(before, box, full, 2);
    expect((after.left + box.width / 2) / 2).to.equal(before.left + box.width / 2);
    expect((after.top + box.height / 2) / 2).to.equal(before.top + box.height / 2);
    expect(zoomedTo(after, box, full, 1)).to.deep.equal(before);
  });

  it('is scrolled no further than it reaches', () => {
    const corner = { zoom: 1, left: full.width - box.width, top: full.height - box.height };
    const smaller = zoomedTo(corner, box, full, 0.5);
    expect(smaller.left).to.be.at.most(full.width * 0.5 - box.width);
    expect(smaller.top).to.be.at.most(full.height * 0.5 - box.height);
    expect(zoomedTo(corner, box, full, 0.0001)).to.deep.equal({ zoom: 0.2, left: 0, top: 0 });
  });

  it('goes from the whole of it to a few modules', () => {
    expect(zoomRange(box, full)).to.deep.equal([0.2, 3]);
    expect(zoomedTo({ zoom: 1, left: 0, top: 0 }, box, full, 99).zoom).to.equal(3);
  });
});
