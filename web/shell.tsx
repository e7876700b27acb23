import { Link, Navigate, NavLink, Outlet, useLocation } from 'react-router';
import { useSession } from './api/hooks.ts';
import { NewVersionBanner } from './device/NewVersionBanner.tsx';
import { Keys } from './keys/Keys.tsx';
import { Opening, Trouble } from './parts/states.tsx';
import { useLeaving } from './people/Leaving.tsx';
import { Wordmark } from './spine/PailMark.tsx';

/** Pages of the kit. */
const KIT = /^\/(kit|checklists|resin)(\/|$)/;

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
          <NavLink to="/kit" className={KIT.test(location.pathname) ? 'active' : ''}>
            Kit
          </NavLink>
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
