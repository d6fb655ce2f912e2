import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { api, told, type Schemas } from "../api/client";
import type { Opening } from "../api/types";
import { useMayEverywhere } from "../session/session";
import { Glyph, type Shape } from "../ui/Glyph";
import { ErrorBlock, Loading } from "../ui/Messages";
import { clock, dayName, duration, fromNow } from "../ui/time";
import { useNow } from "../ui/useNow";
import { changeState, grouped, runStates, standings } from "../ui/words";
import { keys } from "../api/keys";
import { useDevices } from "../api/shared";

type Preparation = Schemas["NowViewPreparation"];

export function NowPage() {
  const now = useNow();
  const query = useQuery({ queryKey: keys.now, queryFn: () => told(api.GET("/api/now")), refetchInterval: 10_000 });
  if (query.error && !query.data) {
    return <ErrorBlock error={query.error} />;
  }
  if (!query.data) {
    return <Loading />;
  }
  const { needsYou, standards: standardsAsked, window, notRight, manyNotRight, recent, firstChange } = query.data;
  return (
    <>
      <h1 className="visually-hidden">Now</h1>
      <div className="cols">
        <section aria-labelledby="needs-you">
          {firstChange.length > 0 && <Preparations items={firstChange} />}
          <h2 id="needs-you">Needs you</h2>
          {needsYou.length + standardsAsked.length === 0 && <p className="empty">Nothing waits for you.</p>}
          {needsYou.map((need) => (
            <Item key={need.number + need.kind} shape={standings[need.mark].shape} when={fromNow(need.since, now)}>
              <b>
                <Link to={`/changes/${need.number}/${need.rung.toLowerCase()}`}>{need.action}</Link>
              </b>
              : {need.title}. {need.sentence}
            </Item>
          ))}
          {standardsAsked.map((s) => (
            <Item key={`standard-${s.id}`} shape="blocked" when={fromNow(s.since, now)}>
              <b>
                <Link to={`/library/standard/${s.id}`}>
                  {s.returned ? `${s.name} came back to you` : `Decide about ${s.name}`}
                </Link>
              </b>
              : a standard change, {s.returned ? "to be written anew." : "approved once for all of its uses."}
            </Item>
          ))}
          <NextWindow window={window} now={now} />
        </section>
        <section aria-labelledby="not-right">
          <h2 id="not-right">Not right in the network</h2>
          {notRight.length + manyNotRight.length === 0 && <AllRight />}
          {notRight.map((n) => (
            <Item
              key={n.device + n.problem}
              shape={n.failed ? "failed" : "blocked"}
              when={n.since ? `answered ${fromNow(n.since, now)}` : ""}
            >
              <Link to={`/devices/${n.device}`}>{n.device}</Link> {n.problem.replace(`${n.device} `, "")}
            </Item>
          ))}
          {manyNotRight.map((n) => (
            <Item key={n.filter} shape={n.failed ? "failed" : "blocked"} when="">
              <Link to={`/devices?filter=${encodeURIComponent(n.filter)}`}>{grouped(n.count)} devices</Link>{" "}
              {n.problem.replace(/^devices /, "")}
            </Item>
          ))}
          <h2 className="mt-4">Ran in the last 24 hours</h2>
          {recent.length === 0 && <p className="empty">No change ran.</p>}
          {recent.map((r) => (
            <Item key={`${r.number}${r.at}`} shape={runStates[r.state].shape} when={clock(r.at)}>
              <Link to={`/changes/${r.number}/run`}>{r.subject}</Link> {runStates[r.state].word} on{" "}
              {r.devices.join(", ")}
              {r.state !== "SUCCEEDED" && `: ${r.verdict}`}
            </Item>
          ))}
        </section>
      </div>
    </>
  );
}

/** What is missing before the first change can run. */
function Preparations({ items }: { items: Preparation[] }) {
  const may = useMayEverywhere("WRITE_PEOPLE");
  return (
    <div className="mb-4">
      <h2>Before the first change can run</h2>
      {may && (
        <p>
          <Link to="/start">Go on step by step</Link>
        </p>
      )}
      {items.map((item) => (
        <Item key={item.title} shape={standings[item.standing].shape} when="">
          {item.standing === "DONE" ? item.title : <Link to={item.path}>{item.title}</Link>}
          <div className="soft">{item.sentence}</div>
        </Item>
      ))}
    </div>
  );
}

/** Nothing is wrong, which says little where there is nothing. */
function AllRight() {
  const devices = useDevices();
  return devices.data?.length === 0 ? (
    <p className="empty">
      Safe Step knows no device yet. <Link to="/bring-in">Bring devices in</Link>, or{" "}
      <Link to="/backups/archive">import an archive of backups</Link>.
    </p>
  ) : (
    <p className="empty">Every device answered when last asked, and is saved.</p>
  );
}

function NextWindow({ window, now }: { window: Opening | null; now: Date }) {
  if (!window) {
    return (
      <>
        <h2 className="mt-4">Next window</h2>
        <p className="empty">
          No window opens within seven days. A change manager can add one in the <Link to="/calendar">calendar</Link>.
        </p>
      </>
    );
  }
  const open = new Date(window.opensAt) <= now;
  const when = open
    ? `open until ${clock(window.closesAt)}`
    : `${dayName(window.opensAt)} ${clock(window.opensAt)}–${clock(window.closesAt)}, ${fromNow(window.opensAt, now)}`;
  return (
    <>
      <h2 className="mt-4">
        {open ? "Window" : "Next window"}: {window.name}, {when}
      </h2>
      {window.bookings.length === 0 ? (
        <p className="empty">Nothing is booked into it.</p>
      ) : (
        <table className="table">
          <thead>
            <tr>
              <th>Change</th>
              <th>State</th>
              <th>Takes</th>
              <th>Start</th>
            </tr>
          </thead>
          <tbody>
            {window.bookings.map((b) => (
              <tr key={b.number}>
                <td>
                  <Link to={`/changes/${b.number}/run`} className="mono">
                    {b.subject}
                  </Link>{" "}
                  {b.title}
                </td>
                <td className="text-nowrap">{changeState(b).word}</td>
                <td className="text-nowrap">{duration(b.seconds)}</td>
                <td className="text-nowrap">{b.automatic ? `by itself ${clock(b.startsAt)}` : "by hand"}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </>
  );
}

function Item({ shape, when, children }: { shape: Shape; when: string; children: ReactNode }) {
  return (
    <div className="item">
      <Glyph shape={shape} />
      <div>{children}</div>
      <span className="when">{when}</span>
    </div>
  );
}
