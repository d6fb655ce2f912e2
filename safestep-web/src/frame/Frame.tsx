import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import Dropdown from "react-bootstrap/Dropdown";
import { Link, NavLink, Outlet, useLocation } from "react-router";
import { useOpenChanges } from "../api/changes";
import { api, told } from "../api/client";
import { useLogOut, usePerson } from "../session/session";
import { HoursStrip } from "./HoursStrip";
import { Mark } from "../ui/Mark";
import { SearchBox } from "./SearchBox";
import { applyTheme, pinnedTheme, type Theme, themes } from "../ui/theme";
import { clock, dayName, zonePlace } from "../ui/time";
import { useNow } from "../ui/useNow";
import { keys } from "../api/keys";
import { useDevices } from "../api/shared";

/** Pages that belong to the devices, though their paths do not say so. */
const aboutDevices = (path: string) => /^\/(bring-in|searches|groups|credentials|rounds|import)(\/|$)/.test(path);

/** What stands on every page: top bar, hours strip, rail. */
export function Frame({ practice }: { practice: boolean }) {
  const now = useNow();
  const { pathname } = useLocation();
  const needs = useQuery({ queryKey: keys.now, queryFn: () => told(api.GET("/api/now")), refetchInterval: 10_000 });
  const changes = useOpenChanges();
  const devices = useDevices();
  const findings = useQuery({
    queryKey: keys.findingList(false),
    queryFn: () => told(api.GET("/api/drift/findings", { params: { query: { ended: false } } })),
    refetchInterval: 10_000,
  });
  const undecided = findings.data?.filter((f) => f.state === "OPEN").length;
  const notices = useQuery({
    queryKey: keys.notices,
    queryFn: () => told(api.GET("/api/notices")),
    refetchInterval: 10_000,
  });
  const unread = notices.data?.filter((n) => !n.readAt).length ?? 0;
  const stuck = needs.data?.needsYou.some((n) => n.kind === "STUCK");
  return (
    <>
      <a className="visually-hidden-focusable" href="#main">
        Skip to the page
      </a>
      <header className="top">
        <Mark />
        <SearchBox />
        <div className="clock">
          {clock(now)}{" "}
          <small>
            {dayName(now)} · {zonePlace()}
          </small>
        </div>
        <NavLink to="/inbox" className="inbox-link">
          Inbox{unread > 0 && <em> {unread}</em>}
          {unread > 0 && <span className="visually-hidden"> unread</span>}
        </NavLink>
        <PersonMenu />
      </header>
      <HoursStrip now={now} />
      <div className="page">
        <nav className="rail" aria-label="Pages">
          <NavLink to="/" end>
            Now <em className={stuck ? "warn" : ""}>{needs.data?.needsYou.length || ""}</em>
          </NavLink>
          <NavLink to="/changes">
            Changes <em>{changes.data?.length || ""}</em>
          </NavLink>
          <NavLink to="/calendar">Calendar</NavLink>
          <NavLink to="/devices" className={({ isActive }) => (isActive || aboutDevices(pathname) ? "active" : "")}>
            Devices <em>{devices.data?.length || ""}</em>
          </NavLink>
          <NavLink to="/backups">Backups</NavLink>
          <NavLink to="/drift">
            Drift <em className={undecided ? "warn" : ""}>{undecided || ""}</em>
          </NavLink>
          <NavLink to="/library">Library</NavLink>
          <NavLink to="/record">Record</NavLink>
          {practice && <NavLink to="/practice">Practice</NavLink>}
          <NavLink to="/settings">Settings</NavLink>
        </nav>
        <main className="main" id="main">
          <Outlet />
        </main>
      </div>
    </>
  );
}

function PersonMenu() {
  const person = usePerson();
  const logOut = useLogOut();
  const [theme, setTheme] = useState(pinnedTheme);
  return (
    <Dropdown className="person">
      <Dropdown.Toggle variant="link">{person.name}</Dropdown.Toggle>
      <Dropdown.Menu align="end">
        <Dropdown.Header>{person.roles.join(", ")}</Dropdown.Header>
        <Dropdown.Item as={Link} to="/own">
          Your own page
        </Dropdown.Item>
        <Dropdown.Divider />
        {(Object.keys(themes) as Theme[]).map((name) => (
          <Dropdown.Item
            key={name}
            as="button"
            active={theme === name}
            onClick={() => {
              applyTheme(name);
              setTheme(name);
            }}
          >
            {themes[name]}
          </Dropdown.Item>
        ))}
        <Dropdown.Divider />
        <Dropdown.Item as="button" onClick={() => logOut.mutate()}>
          Log out
        </Dropdown.Item>
      </Dropdown.Menu>
    </Dropdown>
  );
}
