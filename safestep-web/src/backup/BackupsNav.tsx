import { NavLink } from "react-router";

/** The pages about backups. */
export function BackupsNav() {
  return (
    <nav className="views" aria-label="Pages about backups">
      <NavLink to="/backups" end>
        Coverage
      </NavLink>
      <NavLink to="/backups/lines">Find lines</NavLink>
      <NavLink to="/backups/regular">Regular rounds</NavLink>
      <NavLink to="/backups/keeping">Keeping</NavLink>
      <NavLink to="/backups/archive">Archive</NavLink>
    </nav>
  );
}
