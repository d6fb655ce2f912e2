import { NavLink } from "react-router";

/** The pages of the library. */
export function LibraryNav() {
  return (
    <nav className="views" aria-label="Pages of the library">
      <NavLink to="/library/templates">Templates</NavLink>
      <NavLink to="/library/standard">Standard changes</NavLink>
      <NavLink to="/library/pools">Pools</NavLink>
      <NavLink to="/library/rules">Rules</NavLink>
      <NavLink to="/library/checks">Checks</NavLink>
      <NavLink to="/library/sets">Sets of checks</NavLink>
      <NavLink to="/library/services">Services</NavLink>
      <NavLink to="/library/approvals">Approvals</NavLink>
      <NavLink to="/library/risk">Risk</NavLink>
    </nav>
  );
}
