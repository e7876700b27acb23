import { type ReactNode, useContext } from 'react';
import { Button } from 'react-bootstrap';
import { OfflineError, ProblemError } from '../api/client.ts';
import { fieldWords, Labels } from './labels.ts';

/** Loading, as a pail that fills. */
export function Waiting({ what = 'Fetching' }: { what?: string }) {
  return (
    <p className="waiting" role="status">
      <span className="drip" aria-hidden="true" /> {what} …
    </p>
  );
}

/** The whole page while its parts are still on their way. */
export function Opening() {
  return (
    <div className="desk">
      <Waiting what="Opening" />
    </div>
  );
}

/** What went wrong, with the fields that were named and what to do. */
export function Trouble({ error, retry }: { error: unknown; retry?: () => void }) {
  const labels = useContext(Labels);
  if (!error) return null;
  const problem = error instanceof ProblemError ? error.problem : null;
  const issues = problem?.issues ?? [];
  return (
    <div className="notice bad" role="alert">
      <strong>{problem?.title ?? (error instanceof OfflineError ? 'No connection' : 'Something broke here')}.</strong>{' '}
      {issues.length > 0 ? (
        <ul>
          {issues.slice(0, 6).map(({ path, message }) => (
            <li key={path + message}>
              {labels.get(path) ?? fieldWords(path)}: {message}
            </li>
          ))}
        </ul>
      ) : (
        (error as Error).message
      )}
      {problem?.status === 409 && problem.current !== undefined && (
        <div>Load the page again to see how it stands now; what you typed stays on this device.</div>
      )}
      {retry && (
        <Button variant="quiet" onClick={retry}>
          Try again
        </Button>
      )}
    </div>
  );
}

/** An empty place that says what belongs there and how it comes about. */
export function Empty({ children }: { children: ReactNode }) {
  return <div className="notice plain">{children}</div>;
}
