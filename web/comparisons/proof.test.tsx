import { expect } from 'chai';
import type { Photo } from '../../contract/inspections/endpoints.ts';
import type { ArrayProof, Report } from '../../contract/reports/endpoints.ts';
import { bare } from '../../core/findings.ts';
import type { ReadingEntry } from '../../core/jobs/progress.ts';
import { proveCleaning } from '../../core/jobs/proof.ts';
import { inEnglish } from '../../words/testing/inEnglish.ts';
import { CustomerReport } from '../reports/CustomerReport.tsx';
import { count, markup, read } from '../testing/markup.tsx';
import { ProofPart } from './ProofPart.tsx';

const reading = (when: 'before' | 'after', value: number): ReadingEntry => ({
  id: when,
  at: when === 'before' ? '2026-11-24T06:00:00Z' : '2026-11-24T06:20:00Z',
  kind: 'reading',
  when,
  array: 'a',
  quantity: 'power',
  reading: { value, poaIrradiance: 800, tempModule: 40 },
  sensor: true,
  shading: false,
  wet: false,
  capped: false,
});

const photo = (role: Photo['role'], state: Photo['state'] = 'ready'): Photo => ({
  id: role,
  arrayId: 'a',
  inspectionId: null,
  module: null,
  jobId: 'j',
  role,
  caption: '',
  marks: [],
  width: 40,
  height: 30,
  takenAt: null,
  state,
});

function proof(readings: ReadingEntry[], changes: Partial<ArrayProof> = {}): ArrayProof {
  const marks = { rinsed: 0, brushed: 19, bladed: 0, 'not-reached': 1, 'come-back': 0, left: 0 };
  return {
    arrayId: 'a',
    name: 'Roof',
    modules: 20,
    cleaned: 19,
    marks,
    ...proveCleaning({ readings, pdc0: 8000, gammaPdc: -0.0035, limit: null, shareCleaned: 0.95 }),
    together: null,
    readWith: null,
    defects: [],
    photos: [],
    ...changes,
  };
}
const measured = proof([reading('before', 4000), reading('after', 4500)]);

const report = (array: ArrayProof, changes: Partial<Report> = {}): Report => ({
  id: 'r',
  jobId: 'j',
  siteId: 's',
  state: 'signed',
  calculationVersion: '1',
  content: {
    firm: null,
    clockGap: 0,
    claim: null,
    site: 'Fell barn',
    customer: 'Ines Fell',
    place: 'Larch Lane 1',
    washedOn: '2026-11-24',
    arrays: [array],
    modules: 20,
    cleaned: 19,
    water: [],
    waterLimit: 20,
    notDone: [{ step: bare('step-lip'), reason: 'ran out of light' }],
    nextDate: '2027-05-26',
    nextBecause: { code: 'next-best', params: { visits: 2, onBestDay: false } },
  },
  createdAt: '2026-11-24T09:00:00Z',
  signedBy: 'Ada Fell',
  signature: null,
  signedAt: '2026-11-24T10:00:00Z',
  amendments: [],
  version: 2,
  ...changes,
});
const page = (made: Report) => read(<CustomerReport />, { answers: [[['readReport', { id: '' }, null], made]] });

describe('the proof of a wash', () => {
  it('names gain and loss both, each by what it is a share of', () => {
    const text = read(<ProofPart array={measured} />);
    expect(text).to.match(/Gain, on what it gave dirty 12\.5.%/);
    expect(text).to.match(/Loss there was, of what it gives now 11\.1.%/);
    const whole = { ...measured, cleaned: 20 };
    expect(read(<ProofPart array={whole} />)).to.match(/Loss there was, of what it gives clean 11\.1.%/);
  });

  it('says how uncertain the gain is, and whether it stands out of that', () => {
    expect(read(<ProofPart array={measured} />)).to.match(
      /Uncertainty of the gain ± \d\.\d.%.*the change stands out of it/,
    );
    const small = proof([reading('before', 4000), reading('after', 4010)]);
    expect(read(<ProofPart array={small} />)).to.include('cannot be told from none');
  });

  it('shows both readings with their units', () => {
    const text = read(<ProofPart array={measured} />);
    expect(text)
      .to.match(/before \S+ k?W 800 W\/m² 40.*°C/)
      .and.match(/after \S+ k?W 800 W\/m²/);
  });

  it('states no gain where there is none to state, and says why', () => {
    const text = read(<ProofPart array={proof([reading('before', 4000)])} />);
    expect(text).to.match(/No gain is stated\. \S/);
    expect(text).not.to.match(/Gain, on/);
  });

  it('says what was done to the modules, and what was not', () => {
    expect(read(<ProofPart array={measured} />)).to.include('20 modules: 19 brushed, 1 not reached.');
  });

  it('keeps defects apart from dirt, with the number of the module as a person counts', () => {
    const defects = [{ kind: 'hot-spot', module: 4, severity: 'watch', note: 'warm' }] as const;
    const text = read(<ProofPart array={{ ...measured, defects: [...defects] }} />);
    expect(text).to.include('Defects seen, which are not dirt: Hot spot, module 5 (warm).');
  });

  it('shows warnings in their own words', () => {
    for (const warning of measured.warnings) {
      const reason = inEnglish(warning);
      expect(read(<ProofPart array={measured} />)).to.include(reason);
      expect(page(report(measured)), 'on the customer’s page').to.include(reason);
    }
    expect(measured.warnings.length).to.be.above(0);
  });

  it('pairs pictures of before and after, and no picture that is not ready', () => {
    const paired = { ...measured, photos: [photo('before'), photo('after')] };
    expect(count(markup(<ProofPart array={paired} />), /type="range"/)).to.equal(1);
    const half = { ...measured, photos: [photo('before'), photo('after', 'waiting')] };
    expect(count(markup(<ProofPart array={half} />), /type="range"/)).to.equal(0);
  });

  it('shows figures without reasons where a report is older than those', () => {
    const old = { ...measured, reasons: null };
    expect(read(<ProofPart array={old} />)).to.match(/12\.5.%/);
    expect(count(markup(<ProofPart array={old} />), /why this figure/)).to.equal(0);
  });
});

describe('the customer’s page', () => {
  it('says gain and loss in one sentence each, with the uncertainty', () => {
    const text = page(report(measured));
    expect(text).to.match(/Gain 12\.5.% ± \d\.\d.%: 12\.5.% more power than it gave dirty/);
    expect(text).to.include('with 19 of its 20 modules cleaned');
    expect(text).to.match(/dirt had been taking a loss of 11\.1.% of what it gives now/);
  });

  it('does not sell a first day’s gain as a year’s', () => {
    expect(page(report(measured))).to.include('soiling begins again the next morning');
  });

  it('says plainly that a gain cannot be told from no change', () => {
    const small = proof([reading('before', 4000), reading('after', 4010)]);
    expect(page(report(small))).to.include('cannot be told from none');
  });

  it('says what was not done and why', () => {
    expect(page(report(measured))).to.include('Not done: Bottom frame edge (ran out of light).');
  });

  it('states nothing where a limit held the power down, on the screen and on the page', () => {
    const capped = proof([reading('before', 4000), { ...reading('after', 4500), capped: true }]);
    for (const text of [read(<ProofPart array={capped} />), page(report(capped))]) {
      expect(text).to.match(/No gain is stated\. The inverter, a full battery/);
      expect(text).not.to.match(/12\.5.%/);
    }
  });

  it('is signed by name and date, or says that it is a draft', () => {
    expect(page(report(measured))).to.match(/Signed by Ada Fell, .*2026/);
    const draft = report(measured, { state: 'draft', signedBy: null, signedAt: null });
    expect(page(draft)).to.include('Draft, not signed.');
  });

  it('carries its amendments', () => {
    const amendments = [
      { id: 'm', at: '2026-11-25T08:00:00Z', by: 'Test Owner', text: 'Two, not one.', reason: 'counted' },
    ];
    expect(page(report(measured, { amendments }))).to.match(
      /Amended .* by Test Owner: Two, not one\. \(because: counted\)/,
    );
  });
});
