import { expect } from 'chai';
import { arrayBody } from '../../contract/testing/bodies.ts';
import { type JobEntry, jobProgress } from '../../core/jobs/progress.ts';
import { askOf, type Caution, howOf, jobSteps, otherwiseOf, type Step, verbOf } from '../../core/jobs/steps.ts';
import { inEnglish } from '../../words/testing/inEnglish.ts';
import { NumberPad } from '../field/NumberPad.tsx';
import type { Job } from '../outbox/index.ts';
import { count, markup, read } from '../testing/markup.tsx';
import { FieldCard } from './FieldCard.tsx';

const steps = jobSteps({
  access: 'ground',
  escalates: true,
  rungs: ['water', 'soap', 'blade'],
  isolate: true,
});
const array = arrayBody();
const job = {
  id: 'j',
  siteId: 's',
  steps,
  arrays: [array],
  site: { latitude: -33, longitude: 19 },
  water: { limit: 20 },
  photos: [],
} as unknown as Job;

let minute = 0;
type Fields<E> = E extends JobEntry ? Omit<E, 'id' | 'at'> : never;
const entry = (fields: Fields<JobEntry>): JobEntry => {
  minute += 1;
  return { id: `${minute}`, at: new Date(Date.UTC(2026, 10, 24, 6, minute)).toISOString(), ...fields } as JobEntry;
};
const card = (step: Step, entries: JobEntry[] = []) => (
  <FieldCard
    job={job}
    progress={jobProgress(steps, entries)}
    index={steps.indexOf(step)}
    entries={entries}
    happen={async () => undefined}
  />
);
const cautious = steps.filter(({ cautions }) => cautions.length > 0);
const yes = (step: Step) =>
  [...step.cautions, ...(step.touches ?? [])].map(({ key }) =>
    entry({ kind: 'caution', step: step.key, caution: key, answer: true }),
  );
const verb = (step: Step) => inEnglish(verbOf(step));
const asks = (caution: Caution | undefined) => (caution ? inEnglish(askOf(caution)) : 'a caution');
const start = (step: Step) => entry({ kind: 'step-started', step: step.key });

describe('the card of a step', () => {
  it('says the verb, one sentence, and its place among all', () => {
    const [first] = steps as [Step];
    const text = read(card(first));
    expect(text)
      .to.include(verb(first))
      .and.include(inEnglish(howOf(first)))
      .and.include(`Step 1 of ${steps.length}`);
  });

  for (const step of cautious) {
    it(`"${verb(step)}" asks its cautions one by one before it can begin`, () => {
      const html = markup(card(step));
      expect(count(html, /aria-label="Caution"/)).to.equal(1);
      expect(read(card(step))).to.include(asks(step.cautions[0]));
      expect(html).to.match(/disabled=""[^>]*>Answer what stands above first/);
      expect(html).not.to.include('Begin:');
    });

    it(`"${verb(step)}" is stopped by a no, says what to do, and offers no way on`, () => {
      const [caution] = step.cautions;
      const no = entry({ kind: 'caution', step: step.key, caution: caution?.key ?? '', answer: false });
      const text = read(card(step, [no]));
      expect(text)
        .to.include('The step is stopped.')
        .and.include(caution && inEnglish(otherwiseOf(caution)));
      expect(text).to.match(/Answer what stands above first/);
    });

    it(`"${verb(step)}" can begin when every caution is answered yes`, () => {
      expect(read(card(step, yes(step)))).to.include(`Begin: ${verb(step)}`);
    });
  }

  it('asks of a hazard that an earlier step was left out over, and holds wetting by what is on record', () => {
    const brush = steps.find(({ key }) => key === 'brush') as Step;
    const own = brush.cautions.map(({ key }) =>
      entry({ kind: 'caution', step: brush.key, caution: key, answer: true }),
    );
    expect(read(card(brush, own))).to.include(asks(brush.touches?.[0]));
    const hot = [...yes(brush), entry({ kind: 'temperatures', glass: 46, water: 19 })];
    const text = read(card(brush, hot));
    expect(text)
      .to.include('Do not wet the glass.')
      .and.match(/46\.0.°C and the water at 19\.0.°C/);
    expect(text).not.to.include(`Begin: ${verb(brush)}`);
  });

  it('never says that it is safe', () => {
    for (const step of steps) expect(read(card(step))).not.to.match(/\bis safe\b|\bsafely\b|no danger/i);
  });

  it('says that a yes is the crew’s own word', () => {
    const several = cautious.find(({ cautions }) => cautions.length > 1) as Step;
    expect(read(card(several))).to.include('A yes is your own word, not ours.');
  });

  it('is not ended before it has what ends it', () => {
    const before = steps.find(({ ends }) => ends === 'before-readings') as Step;
    const text = read(card(before, [...yes(before), start(before)]));
    expect(text).not.to.include(`${verb(before)}: done`);
    expect(text).to.include('Or leave the step out above, with a reason.');
  });

  it('of the brush asks how many brush at once, one where nobody said', () => {
    const brush = steps.find(({ ends }) => ends === 'modules') as Step;
    const chosen = (entries: JobEntry[]) =>
      /aria-pressed="true">(\d)</.exec(markup(card(brush, [...yes(brush), start(brush), ...entries])))?.[1];
    expect(chosen([])).to.equal('1');
    expect(chosen([entry({ kind: 'hands', people: 4 })])).to.equal('4');
  });

  it('is ended by a tick where nothing else is asked for', () => {
    const tick = steps.find(({ ends }) => ends === 'tick') as Step;
    expect(read(card(tick, [...yes(tick), start(tick)]))).to.include(`${verb(tick)}: done`);
  });

  it('can be left out, or the job stopped, at every step', () => {
    for (const step of steps) expect(read(card(step))).to.include('Cannot, or stop here');
  });

  it('says why the job stands still, and leads on from there', () => {
    const [first] = steps as [Step];
    const text = read(card(first, [entry({ kind: 'paused', reason: 'a storm is near' })]));
    expect(text).to.include('Because: a storm is near.').and.include('Go on');
  });

  it('leads to the proof when all is done', () => {
    const done = (
      <FieldCard job={job} progress={jobProgress(steps, [])} index={-1} entries={[]} happen={async () => undefined} />
    );
    expect(markup(done)).to.include('href="/sites/s/show"');
  });
});

describe('the number pad', () => {
  const fields = [
    { key: 'power', label: 'Power', kind: 'power' },
    { key: 'temperature', label: 'Module', kind: 'temperature' },
  ] as const;
  const pad = <NumberPad fields={fields} texts={{ power: '4,2' }} onTexts={() => undefined} />;

  it('shows what was typed, and a dash where nothing is', () => {
    expect(read(pad)).to.match(/Power 4,2 k?W Module – °C/);
  });

  it('has the decimal mark of whoever types', () => {
    expect(markup(pad, { units: { decimalMark: ',' } })).to.include('>,</button>');
    expect(markup(pad, { units: { decimalMark: '.' } })).to.include('>.</button>');
  });

  it('asks in the units of whoever types', () => {
    expect(read(pad, { units: { system: 'us' } })).to.include('°F');
  });
});
