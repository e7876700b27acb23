import { expect } from 'chai';
import { OfflineError, ProblemError } from '../api/client.ts';
import { markup, read } from '../testing/markup.tsx';
import { Labels } from './labels.ts';
import { Empty, Trouble, Waiting } from './states.tsx';

const problem = (changes: object = {}) =>
  new ProblemError({
    type: 'about:blank',
    title: 'Something has to be put right',
    status: 400,
    detail: 'tilt: is too steep',
    ...changes,
  });

describe('what went wrong', () => {
  it('is nothing where nothing did', () => {
    expect(markup(<Trouble error={null} />)).to.equal('');
  });

  it('is told to a screen reader at once', () => {
    expect(markup(<Trouble error={problem()} />)).to.include('role="alert"');
  });

  it('names the fields, where the server named them', () => {
    const issues = [
      { path: 'tilt', message: 'must be at most 90' },
      { path: 'rows', message: 'must be a whole number' },
    ];
    const text = read(<Trouble error={problem({ issues })} />);
    expect(text).to.include('tilt: must be at most 90').and.include('rows: must be a whole number');
  });

  it('names a field as the form that it stands in does', () => {
    const error = problem({ issues: [{ path: 'latitude', message: 'is missing' }] });
    const text = read(
      <Labels value={new Map([['latitude', 'Coordinates']])}>
        <Trouble error={error} />
      </Labels>,
    );
    expect(text).to.include('Coordinates: is missing');
  });

  it('names six fields of many, so that the page stays in sight', () => {
    const issues = Array.from({ length: 40 }, (_, index) => ({ path: `rows.${index}`, message: 'must be a number' }));
    expect(read(<Trouble error={problem({ issues })} />).match(/must be a number/g)).to.have.length(6);
  });

  it('says that nothing is lost when somebody else was first', () => {
    const text = read(<Trouble error={problem({ status: 409, title: 'Changed by somebody else', current: {} })} />);
    expect(text).to.include('what you typed stays on this device');
  });

  it('says that the server cannot be reached, and not that it broke', () => {
    const text = read(<Trouble error={new OfflineError()} />);
    expect(text).to.match(/^No connection\./);
    expect(text).not.to.include('broke');
  });

  it('offers to try again where that can help', () => {
    expect(read(<Trouble error={new OfflineError()} retry={() => undefined} />)).to.include('Try again');
    expect(read(<Trouble error={new OfflineError()} />)).not.to.include('Try again');
  });
});

describe('a place without content yet', () => {
  it('says what it waits for', () => {
    expect(markup(<Waiting what="Opening the ledger" />))
      .to.include('role="status"')
      .and.include('Opening the ledger');
  });

  it('says how it comes about', () => {
    expect(read(<Empty>Look first.</Empty>)).to.equal('Look first.');
  });
});
