import { expect } from 'chai';
import { onDayAxis } from './onDayAxis.ts';

const job = { firstLight: 5, cool: [{ from: 5.5, to: 9 }], travelMinutes: 60, minutes: 180 };

describe('a job on the axis of its day', () => {
  it('begins with its cool hours, drives half of its way, and washes', () => {
    expect(onDayAxis(job)).to.deep.equal({ start: 5.5, wash: 6, end: 8, intoHeat: false });
    expect(onDayAxis({ ...job, cool: [{ from: 3, to: 9 }] }).start).to.equal(5);
  });
  it('says where it runs into hot glass', () => {
    expect(onDayAxis({ ...job, minutes: 241 }).intoHeat).to.equal(true);
    expect(onDayAxis({ ...job, minutes: 240 }).intoHeat).to.equal(false);
  });
  it('lies at first light where nothing is known of the glass, and is never too small to press', () => {
    expect(onDayAxis({ ...job, cool: [], minutes: 60 })).to.deep.equal({
      start: 5,
      wash: 5.5,
      end: 5.8,
      intoHeat: false,
    });
  });
});
