import { expect } from 'chai';
import { onStrip } from './onStrip.ts';

const job = { firstLight: 5, cool: [{ from: 5.5, to: 9 }], travelMinutes: 60, minutes: 180 };

describe('a job on the strip of its day', () => {
  it('begins with its cool hours, drives half of its way, and washes', () => {
    expect(onStrip(job)).to.deep.equal({ start: 5.5, wash: 6, end: 8, intoHeat: false });
    expect(onStrip({ ...job, cool: [{ from: 3, to: 9 }] }).start).to.equal(5);
  });
  it('says where it runs into hot glass', () => {
    expect(onStrip({ ...job, minutes: 241 }).intoHeat).to.equal(true);
    expect(onStrip({ ...job, minutes: 240 }).intoHeat).to.equal(false);
  });
  it('lies at first light where nothing is known of the glass, and is never too small to press', () => {
    expect(onStrip({ ...job, cool: [], minutes: 60 })).to.deep.equal({
      start: 5,
      wash: 5.5,
      end: 5.8,
      intoHeat: false,
    });
  });
});
