import { useEffect, useState } from 'react';
import { Button, Modal } from 'react-bootstrap';
import { Link, Navigate, NavLink, Outlet, useLocation, useNavigate } from 'react-router';
import { useSession } from './api/hooks.ts';
import { NewVersionBanner } from './device/NewVersionBanner.tsx';
import { Wordmark } from './parts/PailMark.tsx';
import { Opening, Trouble } from './parts/states.tsx';
import { useLeaving } from './people/Leaving.tsx';

/** The desk: a line on top, the page below, and the keys that work everywhere. */
export function Shell() {
  const session = useSession();
  const location = useLocation();
  if (session.isPending) return <Opening />;
  if (session.isError) {
    return (
      <div className="desk">
        <Trouble error={session.error} retry={() => session.refetch()} />
      </div>
    );
  }
  const { person, company } = session.data;
  if (person === null) return <Navigate to={`/sign-in?then=${encodeURIComponent(location.pathname)}`} replace />;
  if (session.data.mustSetUpFactor && location.pathname !== '/account') return <Navigate to="/account" replace />;
  const desk = person.role !== 'crew';
  return (
    <div className="shell">
      <a className="visually-skip" href="#page">
        Skip to the page
      </a>
      <header className="topline">
        <Link to="/" className="wordmark">
          <Wordmark />
        </Link>
        <nav aria-label="Main">
          <NavLink to="/" end>
            Day
          </NavLink>
          <NavLink to="/sites">Sites</NavLink>
          {desk && <NavLink to="/quotes">Quotes</NavLink>}
          <NavLink to="/field">Field</NavLink>
          <NavLink to="/bench">Bench</NavLink>
          {desk && <NavLink to="/known">What we know</NavLink>}
          {person.role === 'owner' && <NavLink to="/company">Company</NavLink>}
          {person.role === 'owner' && <NavLink to="/people">People</NavLink>}
        </nav>
        <PersonMenu name={person.name} company={company?.name ?? ''} />
      </header>
      <NewVersionBanner />
      {company?.demo && <div className="demo-note">Demo company: people, places and climate are made up.</div>}
      <main id="page" className="desk">
        <Outlet />
      </main>
      <Keys />
    </div>
  );
}

function PersonMenu({ name, company }: { name: string; company: string }) {
  const leave = useLeaving();
  return (
    <div className="who">
      <span>{company}</span>
      <Link to="/account">{name}</Link>
      <button type="button" onClick={leave.ask}>
        Sign out
      </button>
      {leave.question}
    </div>
  );
}

const SHORTCUTS: [string, string, string][] = [
  ['d', 'The day', '/'],
  ['s', 'Sites', '/sites'],
  ['q', 'Quotes', '/quotes'],
  ['n', 'New site', '/sites/new'],
  ['f', 'Field', '/field'],
  ['b', 'Workbench', '/bench'],
];

/** Shortcuts wait while somebody types. On a site, 1 to 6 turn to its steps. */
function Keys() {
  const navigate = useNavigate();
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(event.target.tagName);
      if (typing || event.ctrlKey || event.metaKey || event.altKey || document.querySelector('.modal.show')) return;
      if (event.key === '?') setOpen(true);
      const found = SHORTCUTS.find(([key]) => key === event.key);
      if (found) navigate(found[2]);
    };
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, [navigate]);
  return (
    <Modal show={open} onHide={() => setOpen(false)} centered aria-labelledby="keys-title">
      <Modal.Header closeButton>
        <Modal.Title as="h2" id="keys-title">
          Keys
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <table className="table">
          <tbody>
            {[
              ...SHORTCUTS,
              ['1 to 6', 'On a site: Look, Reckon, Plan, Offer, Wash, Show', ''],
              ['?', 'This list', ''],
            ].map(([key, what]) => (
              <tr key={key}>
                <td>
                  <kbd>{key}</kbd>
                </td>
                <td>{what}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <Button onClick={() => setOpen(false)}>Close</Button>
      </Modal.Body>
    </Modal>
  );
}
