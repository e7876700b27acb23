import { NavLink } from 'react-router';

/** The rooms of the kit: what there is, what is gone through before it runs, the resin in the vessels. */
export function KitTabs() {
  return (
    <nav className="bench-nav" aria-label="Kit">
      <NavLink to="/kit" end>
        Register
      </NavLink>
      <NavLink to="/checklists">Checklists</NavLink>
      <NavLink to="/resin">Resin</NavLink>
    </nav>
  );
}
