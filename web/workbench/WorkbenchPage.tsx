import { NavLink, Outlet } from 'react-router';

/** Workbench: working things out without a customer, and learning what dirt really costs. */
export function WorkbenchPage() {
  return (
    <>
      <div className="desk-head">
        <h1>Workbench</h1>
        <nav className="bench-nav" aria-label="Benches">
          <NavLink to="/bench/patch">Patch</NavLink>
          <NavLink to="/bench/year">Year</NavLink>
          <NavLink to="/bench/often">How often</NavLink>
          <NavLink to="/bench/water">Water</NavLink>
          <NavLink to="/bench/proof">Proof</NavLink>
          <NavLink to="/bench/sums">Sums</NavLink>
        </nav>
        <span className="quiet aside">Nothing here is about a customer; try what you like.</span>
      </div>
      <Outlet />
    </>
  );
}
