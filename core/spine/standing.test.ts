import { expect } from 'chai';
import { type LatestRecords, lossTogether, standing } from './standing.ts';

const NOW = new Date('2026-11-24T10:00:00Z');
const fresh: LatestRecords = {
  zone: 'Africa/Johannesburg',
  arrays: [
    { id: 'big', modules: 30, moduleWatts: 400 },
    { id: 'small', modules: 10, moduleWatts: 400 },
  ],
  inspections: new Map(),
  reckonings: new Map(),
  plan: undefined,
  quote: undefined,
  job: undefined,
  report: undefined,
};
const look = (id: string, inspectedAt = '2026-11-20T08:00:00Z') => ({ id, inspectedAt });
const reckoned = (inspectionId: string, lossNow: number, at = '2026-11-20T09:00:00Z') => ({
  inspectionId,
  at,
  lossNow,
  overruled: false,
});
const worked: LatestRecords = {
  ...fresh,
  inspections: new Map([
    ['big', look('a')],
    ['small', look('b')],
  ]),
  reckonings: new Map([
    ['big', reckoned('a', 0.08)],
    ['small', reckoned('b', 0.04)],
  ]),
};
const agreed: LatestRecords = {
  ...worked,
  plan: { id: 'p', at: '2026-11-20T10:00:00Z', visits: 2, overruled: false },
  quote: { id: 'q', state: 'accepted', planId: 'p', gross: 120_000 },
  job: { id: 'j', state: 'reported', quoteId: 'q', modulesLeft: 0 },
  report: { id: 'r', jobId: 'j', state: 'draft', drawnUpAt: '2026-11-22T10:00:00Z', gain: 0.09 },
};
const states = (records: LatestRecords) =>
  Object.values(standing(records, NOW).spine)
    .map(({ state }) => state)
    .join(' ');

describe('losses of several faces', () => {
  it('count by the power of each', () => {
    const faces = [
      { power: 3000, loss: 0.1 },
      { power: 1000, loss: 0.02 },
    ];
    expect(lossTogether(faces)).to.be.closeTo(0.08, 1e-12);
    expect(lossTogether([])).to.equal(null);
  });
});

describe('where a site stands', () => {
  it('is at the beginning before anybody looked', () => {
    expect(states(fresh)).to.equal(Array(6).fill('not-begun').join(' '));
    expect(standing(fresh, NOW)).to.include({ modules: 40, power: 16_000, planOvertaken: false });
  });
  it('is in hand where one of two faces was looked at, and counts days of the calendar since', () => {
    const half = { ...fresh, inspections: new Map([['big', look('a', '2026-11-22T21:59:00Z')]]) };
    expect(standing(half, NOW).spine.look).to.deep.equal({ state: 'in-hand', figure: 2 });
  });
  it('names the loss of all faces by their power, and one that was looked at again is to be reckoned again', () => {
    expect(standing(worked, NOW).spine.reckon.state).to.equal('settled');
    expect(standing(worked, NOW).spine.reckon.figure).to.be.closeTo(0.07, 1e-12);
    const again = { ...worked, inspections: new Map(worked.inspections).set('small', look('c')) };
    expect(standing(again, NOW).spine.reckon.state).to.equal('in-hand');
    expect(standing(again, NOW).spine.reckon.figure).to.equal(0.08);
  });
  it('follows a plan to its report, by the records that belong to it', () => {
    expect(states(agreed)).to.equal('settled settled settled settled settled in-hand');
    const other = { ...agreed, quote: { id: 'q', state: 'sent', planId: 'before', gross: 1 } };
    expect(states(other)).to.equal('settled settled settled not-begun not-begun not-begun');
  });
  it('begins another round with whatever is seen after the report', () => {
    const later = { ...agreed, inspections: new Map(agreed.inspections).set('big', look('d', '2026-11-23T08:00:00Z')) };
    expect(states(later)).to.equal('settled in-hand not-begun not-begun not-begun not-begun');
  });
  it('says where a plan was reckoned over, until somebody has agreed to it', () => {
    const over = new Map(agreed.reckonings).set('big', reckoned('a', 0.1, '2026-11-21T10:00:00Z'));
    const sent = { id: 'q', state: 'sent', planId: 'p', gross: 120_000 };
    const offered = { ...agreed, reckonings: over, quote: sent, job: undefined, report: undefined };
    expect(standing(offered, NOW)).to.include({ planOpen: true, planOvertaken: true });
    expect(standing({ ...agreed, reckonings: over }, NOW)).to.include({ planOpen: false, planOvertaken: false });
  });
});
