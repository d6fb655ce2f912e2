import { NavLink } from "react-router";

/** The pages about the installation as a whole. */
export function SettingsNav() {
  return (
    <nav className="views" aria-label="Settings">
      <NavLink to="/settings/network">Network</NavLink>
      <NavLink to="/settings/people">People</NavLink>
      <NavLink to="/settings/rights">Who may what</NavLink>
      <NavLink to="/settings/teams">Teams</NavLink>
      <NavLink to="/settings/sign-on">Single sign-on</NavLink>
      <NavLink to="/credentials">Credentials</NavLink>
      <NavLink to="/settings/mail">Mail</NavLink>
      <NavLink to="/settings/platforms">Platforms</NavLink>
    </nav>
  );
}
