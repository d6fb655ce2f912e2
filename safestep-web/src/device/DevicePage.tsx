import { useMutation, useQuery } from "@tanstack/react-query";
import { type ReactNode, useState } from "react";
import Button from "react-bootstrap/Button";
import { Link, NavLink, useNavigate, useParams } from "react-router";
import { api, asProblem, told, type Schemas } from "../api/client";
import type { DeviceDetail, DeviceRow } from "../api/types";
import { Versions } from "../backup/Versions";
import { match, reachability, saved } from "../inventory/deviceColumns";
import { Stages } from "../round/Stages";
import { useMayOn } from "../session/session";
import { ErrorBlock, Loading } from "../ui/Messages";
import { Status } from "../ui/Status";
import { dayAndTime } from "../ui/time";
import { ComputedState } from "./ComputedState";
import { DeviceChanges } from "./DeviceChanges";
import { DeviceConsole } from "./DeviceConsole";
import { RecordForm } from "./RecordForm";
import { HostKeyDecision, SerialDecision } from "./Decisions";
import { keys, useMoved } from "../api/keys";
import { roleWords, stanceWords } from "../ui/words";

export function DevicePage() {
  const { name = "", view = "" } = useParams();
  const device = useQuery({
    queryKey: keys.device(name),
    queryFn: () => told(api.GET("/api/devices/{name}", { params: { path: { name } } })),
    refetchInterval: 10_000,
  });
  if (device.error && !device.data) {
    return (
      <>
        <ErrorBlock error={device.error} />
        <Link to="/devices">All devices</Link>
      </>
    );
  }
  return device.data ? <Loaded key={name} device={device.data} view={view} /> : <Loading />;
}

function Loaded({ device, view }: { device: DeviceDetail; view: string }) {
  const d = device.row;
  const mayRead = useMayOn("READ_DEVICES", d.name);
  const navigate = useNavigate();
  const test = useMutation({
    mutationFn: () =>
      told(api.POST("/api/rounds", { body: { action: "TEST_CONNECTION", argument: "", devices: [d.name] } })),
    onSuccess: (round) => navigate(`/rounds/${round.id}`),
  });
  return (
    <>
      <div className="head">
        <h1 className="mono fs-5">{d.name}</h1>
        <span className="soft">
          {roleWords[d.role]} at {d.site} · {d.address}, port {device.reachedAtPort} · {d.maker}, {d.platform}
          {d.partner && (
            <>
              {" "}
              · partner <Link to={`/devices/${d.partner}${view ? `/${view}` : ""}`}>{d.partner}</Link>
            </>
          )}
        </span>
        <div className="actions">
          {mayRead && (
            <Button variant="outline-primary" disabled={test.isPending} onClick={() => test.mutate()}>
              Test the connection
            </Button>
          )}
        </div>
      </div>
      <nav className="views" aria-label={`Views of ${d.name}`}>
        <NavLink to={`/devices/${d.name}`} end>
          Device
        </NavLink>
        <NavLink to={`/devices/${d.name}/backups`}>Backups</NavLink>
        <NavLink to={`/devices/${d.name}/network`}>In the network</NavLink>
      </nav>
      {test.error && <ErrorBlock error={test.error} />}
      {device.offered && <HostKeyDecision device={device} offered={device.offered} />}
      {d.seenSerial && <SerialDecision device={d} seen={d.seenSerial} />}
      {d.lastProblem && !device.offered && <ErrorBlock error={new Error(d.lastProblem)} />}
      {view === "network" && <ComputedState device={d.name} />}
      {view === "backups" && <Versions device={d} />}
      {view !== "network" && view !== "backups" && (
        <div className="cols">
          <section>
            <Standing device={d} />
            <Who device={device} />
            <DeviceChanges device={d} />
          </section>
          <section>
            <Links device={device} />
            <LastTest device={device} />
            <DeviceConsole device={d} />
          </section>
        </div>
      )}
    </>
  );
}

/** What a tired person wants to know first: reachable, as expected, saved. */
function Standing({ device }: { device: DeviceRow }) {
  return (
    <ul className="standing">
      <li>
        <Status state={reachability(device)} />
      </li>
      <li>
        <Status state={match(device)} />{" "}
        <span className="soft">
          {device.baselineBackupId === null
            ? "It was never backed up."
            : `its baseline, as of ${device.backedUpAt ? dayAndTime(device.backedUpAt) : "its last backup"}`}
        </span>
      </li>
      <li>
        <Status state={saved(device)} />{" "}
        <span className="soft">
          {device.saved === "UNSAVED"
            ? "Running and startup differ: a restart would lose what startup does not hold."
            : device.saved === "NOT_KNOWN"
              ? "Whether running and startup are the same was not seen yet."
              : "running and startup are the same"}
        </span>
      </li>
    </ul>
  );
}

function Fact({ name, children }: { name: string; children: ReactNode }) {
  return (
    <>
      <dt>{name}</dt>
      <dd>{children}</dd>
    </>
  );
}

const notKnown = <span className="soft">not known</span>;

function Who({ device }: { device: DeviceDetail }) {
  const may = useMayOn("WRITE_DEVICES", device.row.name);
  const [editing, setEditing] = useState(false);
  const d = device.row;
  if (editing) {
    return (
      <RecordForm device={d} reach={device.reach} usualPort={device.reachedAtPort} close={() => setEditing(false)} />
    );
  }
  return (
    <>
      <div className="head">
        <h2>Who it is</h2>
        <div className="actions">
          {may && (
            <Button variant="link" onClick={() => setEditing(true)}>
              Change the record
            </Button>
          )}
        </div>
      </div>
      <dl className="fact-list">
        <Fact name="Maker, model">
          {d.maker} {d.model}
        </Fact>
        <Fact name="Serial number">{d.serial ? <span className="mono">{d.serial}</span> : notKnown}</Fact>
        <Fact name="Software">{d.software ?? notKnown}</Fact>
        <Fact name="Stance">
          <StanceFact device={d} />
        </Fact>
        <Fact name="Groups">{d.groups.length ? d.groups.join(", ") : <span className="soft">in none</span>}</Fact>
        <Fact name="Labels">{d.labels.length ? d.labels.join(", ") : <span className="soft">none</span>}</Fact>
        <Fact name="Credential">
          {d.credential ? (
            <>
              {d.credential} <span className="soft">{device.credentialWhy}</span>
            </>
          ) : (
            <>
              none: <Link to="/credentials">say which one is used</Link>
            </>
          )}
        </Fact>
        <Fact name="Host key">{device.hostKey ? <span className="mono key">{device.hostKey}</span> : notKnown}</Fact>
        <Fact name="Added">{dayAndTime(d.addedAt)}</Fact>
      </dl>
    </>
  );
}

function StanceFact({ device }: { device: DeviceRow }) {
  const may = useMayOn("WRITE_DEVICES", device.name);
  const moved = useMoved();
  const managed = device.stance === "MANAGED";
  const set = useMutation({
    mutationFn: (stance: Schemas["DeviceStanceRequest"]["stance"]) =>
      told(api.PUT("/api/devices/{name}/stance", { params: { path: { name: device.name } }, body: { stance } })),
    onSettled: () => moved.devices(),
  });
  return (
    <>
      <b>{stanceWords[device.stance]}</b>: Safe Step{" "}
      {managed ? "may write to it." : "reads it and does not write to it."}{" "}
      {may && (
        <Button variant="link" disabled={set.isPending} onClick={() => set.mutate(managed ? "OBSERVE" : "MANAGED")}>
          Set it to {managed ? "observe" : "MANAGED"}
        </Button>
      )}
      {set.error && <span className="harm"> {asProblem(set.error).message}</span>}
    </>
  );
}

function Links({ device }: { device: DeviceDetail }) {
  return (
    <>
      <h2>Links</h2>
      {device.links.length === 0 && (
        <p className="empty">No link is known. A walk from this device finds what it hears at its cables.</p>
      )}
      {device.links.length > 0 && (
        <table className="table facts" aria-label="Links">
          <thead>
            <tr>
              <th>Interface</th>
              <th>Linked with</th>
              <th>Its interface</th>
            </tr>
          </thead>
          <tbody>
            {device.links.map((l) => (
              <tr key={`${l.ownInterface} ${l.far}`}>
                <td className="mono">{l.ownInterface}</td>
                <td>
                  {l.farIsDevice ? (
                    <Link to={`/devices/${l.far}`} className="mono">
                      {l.far}
                    </Link>
                  ) : (
                    <>
                      {l.far} <span className="soft">not one of ours</span>
                    </>
                  )}
                </td>
                <td className="mono">{l.farInterface}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </>
  );
}

function LastTest({ device }: { device: DeviceDetail }) {
  const [open, setOpen] = useState(false);
  const test = device.lastTest;
  return (
    <>
      <h2 className="mt-3">Last connection test</h2>
      {!test && <p className="empty">It was never tested. Test it before anything depends on it.</p>}
      {test && (
        <>
          <p className="mb-1">
            <Status state={test.passed ? { shape: "done", word: "passed" } : { shape: "failed", word: "failed" }} />{" "}
            {test.at && <span className="soft">{dayAndTime(test.at)}</span>} {!test.passed && test.words}{" "}
            <Button variant="link" aria-expanded={open} onClick={() => setOpen(!open)}>
              {open ? "Hide stages" : "Stages"}
            </Button>
          </p>
          {open && <Stages stages={test.stages} />}
        </>
      )}
    </>
  );
}
