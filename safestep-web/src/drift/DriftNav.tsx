import { NavLink } from "react-router";

/** The pages about what was changed outside. */
export function DriftNav() {
  return (
    <nav className="views" aria-label="Pages about drift">
      <NavLink to="/drift" end>
        Findings
      </NavLink>
      <NavLink to="/drift/unsaved">Unsaved</NavLink>
      <NavLink to="/drift/changed">What changed since</NavLink>
      <NavLink to="/drift/policies">Policies</NavLink>
    </nav>
  );
}
