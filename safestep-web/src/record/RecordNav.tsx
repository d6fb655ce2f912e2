import { NavLink } from "react-router";
import { useMayEverywhere } from "../session/session";

/** The pages about the record. */
export function RecordNav() {
  const watches = useMayEverywhere("WATCH_RECORD");
  return (
    <nav className="views" aria-label="Pages about the record">
      <NavLink to="/record" end>
        What was done
      </NavLink>
      {watches && <NavLink to="/record/looks">Who looked</NavLink>}
      <NavLink to="/record/report">Report</NavLink>
      <NavLink to="/record/proof">Proof</NavLink>
    </nav>
  );
}
