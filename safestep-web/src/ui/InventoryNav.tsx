import { NavLink } from "react-router";

/** The pages about devices as a whole. */
export function InventoryNav() {
  return (
    <nav className="views" aria-label="Pages about devices">
      <NavLink to="/devices" end>
        All devices
      </NavLink>
      <NavLink to="/bring-in">Bring in</NavLink>
      <NavLink to="/groups">Groups</NavLink>
      <NavLink to="/credentials">Credentials</NavLink>
      <NavLink to="/cables">Cables</NavLink>
      <NavLink to="/rounds">Rounds</NavLink>
    </nav>
  );
}
