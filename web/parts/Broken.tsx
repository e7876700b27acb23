import { Button } from 'react-bootstrap';
import { Link, useRouteError } from 'react-router';
import { Wordmark } from '../spine/PailMark.tsx';

/** A page that cannot be shown: says so, loses nothing that was typed, and leads on. */
export function Broken() {
  const error = useRouteError();
  const why = error instanceof Error ? error.message : String(error);
  return (
    <main className="entry">
      <div className="panel">
        <div className="wordmark">
          <Wordmark />
        </div>
        <h1 className="h2 mt-2">This page cannot be shown</h1>
        <p>
          It is not your doing. What was kept is kept, and what you typed is still on this device. Load it again; if it
          stays like this, tell whoever looks after your installation what stands below.
        </p>
        <p className="quiet">{why}</p>
        <div className="d-flex gap-3 align-items-center">
          <Button onClick={() => window.location.reload()}>Load again</Button>
          <Link to="/" reloadDocument>
            To the day
          </Link>
        </div>
      </div>
    </main>
  );
}
