import { expect } from 'chai';
import type { DaySchedule } from '../../contract/schedule/endpoints.ts';
import { count, markup, read } from '../testing/markup.tsx';
import { DayAxis, kitWords } from './DayAxis.tsx';
import { DayPage } from './DayPage.tsx';

type Job = DaySchedule['jobs'][number];

const job = (changes: Partial<Job> = {}): Job => ({
  id: 'j',
  siteId: 's',
  site: 'Fell barn',
  place: 'Larch Lane 1',
  state: 'scheduled',
  visit: 1,
  scheduledFor: '2026-12-01',
  modules: 20,
  modulesLeft: 20,
  minutes: 150,
  litres: 58,
  kit: { items: 9, packed: 0 },
  cool: [{ from: 5.5, to: 9 }],
  travelMinutes: 40,
  ...changes,
});
const NOTHING: DaySchedule['chase'] = {
  quotes: [],
  late: [],
  unlooked: [],
  paying: [],
  unsigned: [],
  loose: [],
  visits: [],
  asked: [],
  calls: [],
  deposits: [],
  lines: [],
};
const day = (jobs: Job[], changes: Partial<DaySchedule> = {}): DaySchedule => ({
  date: '2026-12-01',
  zone: 'Africa/Johannesburg',
  firstLight: 5.25,
  lastLight: 19.75,
  jobs,
  coming: [],
  chase: NOTHING,
  ...changes,
});

describe('the axis of a day', () => {
  it('says its light in hours of the clock', () => {
    expect(markup(<DayAxis day={day([])} />)).to.include('First light 05:15, last light 19:45, 0 jobs');
  });

  it('has an hour line from first to last light', () => {
    expect(count(markup(<DayAxis day={day([])} />), /text-anchor="middle"/)).to.equal(16);
  });

  it('says that there is no job where there is none', () => {
    expect(read(<DayAxis day={day([])} />)).to.include('No job on this day.');
    expect(read(<DayAxis day={day([job()])} />)).not.to.include('No job on this day.');
  });

  it('says of a job how long it takes, its litres, its kit and what is left', () => {
    const text = read(<DayAxis day={day([job()])} />);
    expect(text).to.match(/Fell barn.*2 h 30 min, 58 L, kit 0 of 9/);
    expect(text).to.include('20 of 20 left');
  });

  it('warns of a wash that runs out of its cool window, and not of one that does not', () => {
    expect(read(<DayAxis day={day([job({ minutes: 500 })])} />)).to.include('runs into hot glass');
    expect(read(<DayAxis day={day([job()])} />)).not.to.include('runs into hot glass');
  });

  it('draws every cool window, also none', () => {
    const windows = (html: string) => count(html, /fill="var\(--water-pale\)"/);
    const two = job({
      cool: [
        { from: 5.5, to: 8 },
        { from: 17, to: 19 },
      ],
    });
    expect(windows(markup(<DayAxis day={day([two])} />))).to.equal(2);
    expect(windows(markup(<DayAxis day={day([job({ cool: [] })])} />))).to.equal(0);
  });

  it('leads to the wash of each job', () => {
    expect(markup(<DayAxis day={day([job()])} />)).to.include('href="/sites/s/wash"');
  });

  it('says of the kit how much is in the van', () => {
    expect([kitWords({ items: 9, packed: 4 }), kitWords({ items: 9, packed: 9 })]).to.deep.equal([
      'kit 4 of 9',
      'kit packed',
    ]);
  });
});

describe('the page of the day', () => {
  const page = (shown: DaySchedule, role: 'owner' | 'crew' = 'owner') =>
    read(<DayPage />, { role, answers: [[['readDay', null, {}], shown]] });
  const quote = {
    id: 'q',
    siteId: 's',
    site: 'Fell barn',
    number: 1004,
    revision: 2,
    state: 'sent' as const,
    gross: 147_039,
    currency: 'ZAR',
    validUntil: '2026-12-24',
    sentAt: '2026-11-24T08:00:00Z',
    nextOn: '2026-11-29',
    decidedBecause: '',
  };

  it('names the day by its weekday', () => {
    expect(page(day([]))).to.match(/^Tuesday, /);
  });

  it('names a quote to chase with its revision and its price', () => {
    const text = page(
      day([], {
        chase: { ...NOTHING, quotes: [quote] },
      }),
    );
    expect(text).to.match(/Fell barn.*quote 1004\.2 has no answer.*ZAR.1470/);
  });

  it('keeps what is for the desk from the crew', () => {
    const text = page(
      day([], {
        chase: { ...NOTHING, quotes: [quote] },
      }),
      'crew',
    );
    expect(text).not.to.include('To chase');
    expect(text).not.to.include('1004');
  });
});
