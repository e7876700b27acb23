import { expect } from 'chai';
import type { Inspection } from '../../contract/inspections/endpoints.ts';
import type { Site } from '../../contract/sites/endpoints.ts';
import { inspectionBody } from '../../contract/testing/bodies.ts';
import { exampleSoils } from '../../core/testing/examplePlan.ts';
import { read } from '../testing/markup.tsx';
import { InspectionCard } from './InspectionCard.tsx';

const site = { zone: 'Africa/Johannesburg' } as Site;
const inspection = (changes: Partial<Inspection> = {}): Inspection => ({
  ...(inspectionBody() as unknown as Inspection),
  soils: [],
  marks: [],
  fittings: [],
  inspectedAt: '2026-11-23T22:30:00Z',
  from: 'ladder',
  by: 'Test Owner',
  amendments: [],
  photos: [],
  ...changes,
});
const card = (changes: Partial<Inspection> = {}, amendable = false) =>
  read(<InspectionCard gammaPdc={-0.0035} inspection={inspection(changes)} site={site} amendable={amendable} />);

describe('an inspection as it was recorded', () => {
  it('is dated where the site lies, with who looked and from where', () => {
    expect(card()).to.match(/^24\/11\/2026, from a ladder, Test Owner/);
  });

  it('says each soil with where, how much and how bonded, and the grade of a film alone', () => {
    const text = card({ soils: [exampleSoils.dust, exampleSoils.lichen] });
    expect(text).to.match(/Dust film, plain to see whole face 100\.0.% comes off wet/);
    expect(text).to.match(/Lichen lower edge 2\.0.% needs a blade/);
  });

  it('says that nothing was seen, where nothing was', () => {
    expect(card()).to.include('Nothing seen on the glass.');
  });

  it('keeps defects apart from dirt', () => {
    const text = card({ defects: [{ kind: 'crack', module: 0, severity: 'watch', note: 'corner' }] });
    expect(text).to.match(/Defects, which are not dirt:.*Crack, module 1: corner/);
  });

  it('says how what was fitted was found', () => {
    const since = '2026-01-12';
    const fittings: Inspection['fittings'] = [
      { kind: 'drain-clip', since, found: 'loose', rows: [1] },
      { kind: 'gutter', since, found: 'in-place', rows: [] },
    ];
    expect(card({ fittings })).to.match(/Fitted: drain clips loose on row 2; gutter in place\s*\./);
  });

  it('shows a reading with its units', () => {
    const reading = { power: 5200, poaIrradiance: 800, tempModule: 45, shading: false, wet: false, capped: false };
    expect(card({ reading })).to.match(/Reading: 5200 W at 800 W\/m², module 45(\.0)? °C\./);
  });

  it('shows what was added later with who and why, beside what it was', () => {
    const amendments = [
      { id: 'm', at: '2026-11-25T08:00:00Z', by: 'Sam Ladder', text: 'Moss too.', reason: 'seen later' },
    ];
    const text = card({ amendments });
    expect(text)
      .to.match(/Sam Ladder: Moss too\. \(because: seen later\)/)
      .and.include('Nothing seen on the glass.');
  });

  it('is amended by those who may', () => {
    expect(card({}, true)).to.include('add an amendment');
    expect(card()).not.to.include('add an amendment');
  });
});
