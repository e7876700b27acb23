import { expect } from 'chai';
import fc from 'fast-check';
import { addedDays } from '../time/dates.ts';
import { agreementStanding, firstAgreed, leftOf, type VisitState, visitState } from './states.ts';
import { bookedWindow, dueWindows, isWithin, movedWindow, nextYear, slackOf } from './windows.ts';

describe('a visit of an agreement', () => {
  it('is due until it is on a day, and done once its glass is washed', () => {
    const of = (job: Parameters<typeof visitState>[0]['job']) => visitState({ skipped: false, job });
    expect([null, 'scheduled', 'in-hand', 'paused', 'washed', 'reported'].map((job) => of(job as null))).to.deep.equal([
      'due',
      'booked',
      'booked',
      'booked',
      'done',
      'done',
    ]);
  });

  it('is due again where its job was called off', () => {
    expect(visitState({ skipped: false, job: 'cancelled' })).to.equal('due');
  });

  it('that somebody left out is done all the same where the crew had begun', () => {
    const skipped = true;
    expect(visitState({ skipped, job: null })).to.equal('skipped');
    expect(visitState({ skipped, job: 'cancelled' })).to.equal('skipped');
    expect(visitState({ skipped, job: 'washed' })).to.equal('done');
    expect(visitState({ skipped, job: 'in-hand' })).to.equal('booked');
  });

  it('that was agreed first stays the first wherever it was moved', () => {
    expect(firstAgreed([{ number: 2 }, { number: 1 }])).to.deep.equal({ number: 1 });
    expect(firstAgreed([])).to.equal(undefined);
  });

  it('may slip by as many days as cost a twentieth of its price, by three at least and by four weeks at most', () => {
    expect(slackOf(1000, 20_000)).to.equal(14);
    expect(slackOf(2000, 20_000)).to.equal(7);
    expect(slackOf(90_000, 20_000)).to.equal(3);
    expect(slackOf(100, 20_000)).to.equal(28);
    expect(slackOf(0, 20_000)).to.equal(28);
    const [first] = dueWindows(['2027-01-10', '2027-07-01'], 5);
    expect(first).to.deep.equal({ due: '2027-01-10', dueFrom: '2027-01-05', dueTo: '2027-01-15' });
  });

  it('falls due within a fortnight to either side, and in the middle where two are near', () => {
    expect(dueWindows(['2027-01-10', '2027-01-20', '2027-07-01'])).to.deep.equal([
      { due: '2027-01-10', dueFrom: '2026-12-27', dueTo: '2027-01-15' },
      { due: '2027-01-20', dueFrom: '2027-01-15', dueTo: '2027-02-03' },
      { due: '2027-07-01', dueFrom: '2027-06-17', dueTo: '2027-07-15' },
    ]);
  });

  it('that stands alone may come within six weeks of its day', () => {
    expect(dueWindows(['2027-01-10'])).to.deep.equal([
      { due: '2027-01-10', dueFrom: '2027-01-10', dueTo: '2027-02-21' },
    ]);
  });

  it('that stands alone may come from when it was agreed, also once it is booked for later', () => {
    const [window] = dueWindows(['2027-01-10']);
    if (!window) throw new Error('no window');
    expect(bookedWindow(window, '2027-01-20', true)).to.deep.equal({
      due: '2027-01-20',
      dueFrom: '2027-01-10',
      dueTo: '2027-03-03',
    });
    expect(bookedWindow(window, '2027-01-20', false)).to.deep.equal(movedWindow(window, '2027-01-20'));
    expect(bookedWindow(window, '2027-01-05', true).dueFrom).to.equal('2027-01-05');
  });

  it('holds its day, and its window goes not past the next', () => {
    const days = fc.uniqueArray(fc.integer({ min: 0, max: 364 }), { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(days, (found) => {
        const due = found.sort((one, other) => one - other).map((day) => addedDays('2027-01-01', day));
        const windows = dueWindows(due);
        for (const [at, window] of windows.entries()) {
          expect(isWithin(window, window.due)).to.equal(true);
          const next = windows[at + 1];
          if (next) expect(window.dueTo <= next.dueFrom).to.equal(true);
        }
      }),
    );
  });

  it('that is moved keeps the width of its window, and comes on the same day of the next year', () => {
    const window = { due: '2028-02-29', dueFrom: '2028-02-15', dueTo: '2028-03-14' };
    expect(movedWindow(window, '2028-03-02')).to.deep.equal({
      due: '2028-03-02',
      dueFrom: '2028-02-17',
      dueTo: '2028-03-16',
    });
    expect(nextYear(window)).to.deep.equal({ due: '2029-02-28', dueFrom: '2029-02-15', dueTo: '2029-03-14' });
  });
});

describe('an agreement', () => {
  const visits = (...states: VisitState[]) => states.map((state) => ({ state, price: 100 }));

  it('runs while a visit of it is left, and is kept after', () => {
    expect(agreementStanding('running', visits('done', 'due'))).to.equal('running');
    expect(agreementStanding('running', visits('done', 'skipped'))).to.equal('kept');
    expect(agreementStanding('cancelled', visits('done', 'due'))).to.equal('cancelled');
  });

  it('has left what is neither washed nor left out, and its price', () => {
    expect(leftOf(visits('done', 'due', 'booked', 'skipped'))).to.deep.equal({ visits: 2, gross: 200 });
  });
});
