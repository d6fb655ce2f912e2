import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useEffect, useRef, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { Link, NavLink, useParams, useSearchParams } from "react-router";
import { api, asProblem } from "../api/client";
import type { Backup, ChangeRow, Device, ReadCommand } from "../api/types";
import { useMay } from "../session/session";
import { ErrorBlock, Loading } from "../ui/Messages";
import { Status } from "../ui/Status";
import { download } from "../ui/csv";
import { dayAndTime } from "../ui/time";
import { changeStates } from "../ui/words";
import { ComputedState } from "./ComputedState";
import { reachability } from "./DevicesPage";

export function DevicePage() {
  const { name = "", view = "" } = useParams();
  const device = useQuery({
    queryKey: ["devices", name],
    queryFn: () => api.get<Device>(`/api/devices/${encodeURIComponent(name)}`),
  });
  if (device.error) {
    return (
      <>
        <ErrorBlock error={device.error} />
        <Link to="/devices">All devices</Link>
      </>
    );
  }
  return device.data ? <Loaded key={name} device={device.data} view={view} /> : <Loading />;
}

function Loaded({ device, view }: { device: Device; view: string }) {
  return (
    <>
      <div className="head">
        <h1 className="mono fs-5">{device.name}</h1>
        <span className="soft">
          {device.role} at {device.site} · {device.address} · {device.maker}, {device.platform}
          {device.partner && (
            <>
              {" "}
              · partner <Link to={`/devices/${device.partner}${view ? `/${view}` : ""}`}>{device.partner}</Link>
            </>
          )}
        </span>
      </div>
      <nav className="views" aria-label={`Views of ${device.name}`}>
        <NavLink to={`/devices/${device.name}`} end>
          Device
        </NavLink>
        <NavLink to={`/devices/${device.name}/network`}>In the network</NavLink>
      </nav>
      {device.lastProblem && <ErrorBlock error={new Error(device.lastProblem)} />}
      {view === "network" ? (
        <ComputedState device={device.name} />
      ) : (
        <div className="cols">
          <section>
            <p>
              <Status state={reachability(device)} />
            </p>
            <Stance device={device} />
            <Changes device={device} />
            <Console device={device} />
          </section>
          <section>
            <Backups device={device} />
          </section>
        </div>
      )}
    </>
  );
}

function Stance({ device }: { device: Device }) {
  const may = useMay("WRITE_DEVICES");
  const client = useQueryClient();
  const managed = device.stance === "managed";
  const set = useMutation({
    mutationFn: (stance: string) => api.put<Device>(`/api/devices/${device.name}/stance`, { stance }),
    onSettled: () => client.invalidateQueries({ queryKey: ["devices"] }),
  });
  return (
    <p>
      Stance <b>{device.stance}</b>: Safe Step {managed ? "may write to it." : "reads it and does not write to it."}{" "}
      {may && (
        <Button variant="link" disabled={set.isPending} onClick={() => set.mutate(managed ? "OBSERVE" : "MANAGED")}>
          Set it to {managed ? "observe" : "managed"}
        </Button>
      )}
      {set.error && <span className="harm"> {asProblem(set.error).message}</span>}
    </p>
  );
}

function Changes({ device }: { device: Device }) {
  const changes = useQuery({ queryKey: ["changes"], queryFn: () => api.get<ChangeRow[]>("/api/changes") });
  const own = changes.data?.filter((c) => c.devices.includes(device.name)).slice(0, 8) ?? [];
  return (
    <>
      <h2 className="mt-3">Changes</h2>
      {own.length === 0 && <p className="empty">No change has touched it.</p>}
      {own.map((c) => (
        <div key={c.number} className="item">
          <div>
            <Link to={`/changes/${c.number}`} className="mono">
              {c.subject}
            </Link>{" "}
            {c.title}
          </div>
          <span className="when">
            <Status state={changeStates[c.state]} />
          </span>
        </div>
      ))}
    </>
  );
}

/** Asks the device itself, with the read commands that its platform profile names. */
function Console({ device }: { device: Device }) {
  const may = useMay("READ_DEVICES");
  const reads = useQuery({
    queryKey: ["reads", device.name],
    queryFn: () => api.get<ReadCommand[]>(`/api/devices/${device.name}/reads`),
  });
  const [read, setRead] = useState("interfaces");
  const [argument, setArgument] = useState("");
  const ask = useMutation({
    mutationFn: () =>
      api.post<{ command: string; output: string }>(`/api/devices/${device.name}/reads`, {
        read,
        argument: argument || null,
      }),
  });
  const client = useQueryClient();
  if (!may) {
    return null;
  }
  const wanted = reads.data?.find((r) => r.name === read);
  const problem = ask.error ? asProblem(ask.error) : null;
  function submit(event: FormEvent) {
    event.preventDefault();
    ask.mutate(undefined, { onSettled: () => client.invalidateQueries({ queryKey: ["devices"] }) });
  }
  return (
    <>
      <h2 className="mt-4">Ask the device</h2>
      <form onSubmit={submit} className="d-flex gap-2" noValidate>
        <Form.Select aria-label="Read command" value={read} onChange={(e) => setRead(e.target.value)}>
          {reads.data?.map((r) => (
            <option key={r.name} value={r.name}>
              {r.title}
            </option>
          ))}
        </Form.Select>
        {wanted?.argument && (
          <Form.Control
            aria-label={wanted.argument}
            placeholder={wanted.argument}
            className="mono"
            value={argument}
            isInvalid={!!problem?.at("argument").length}
            onChange={(e) => setArgument(e.target.value)}
          />
        )}
        <Button type="submit" variant="outline-primary" disabled={ask.isPending}>
          {ask.isPending ? "Asking …" : "Ask"}
        </Button>
      </form>
      {problem && (
        <p className="harm mt-1" role="alert">
          {problem.message}
        </p>
      )}
      {ask.data && (
        <pre tabIndex={0} aria-label="Answer of the device" style={{ overflow: "auto", whiteSpace: "pre" }}>
          {`> ${ask.data.command}\n${ask.data.output}`}
        </pre>
      )}
    </>
  );
}

function Backups({ device }: { device: Device }) {
  const may = useMay("READ_DEVICES");
  const client = useQueryClient();
  const [params, setParams] = useSearchParams();
  const shown = params.get("backup");
  const path = `/api/devices/${device.name}/backups`;
  const backups = useQuery({ queryKey: ["backups", device.name], queryFn: () => api.get<Backup[]>(path) });
  const take = useMutation({
    mutationFn: () => api.post<Backup[]>(path),
    onSettled: () => {
      void client.invalidateQueries({ queryKey: ["backups", device.name] });
      void client.invalidateQueries({ queryKey: ["devices"] });
    },
  });
  return (
    <>
      <div className="head">
        <h2>Backups</h2>
        <div className="actions">
          {may && (
            <Button variant="outline-primary" size="sm" disabled={take.isPending} onClick={() => take.mutate()}>
              {take.isPending ? "Backing up …" : "Back up now"}
            </Button>
          )}
        </div>
      </div>
      {take.error && <ErrorBlock error={take.error} />}
      {backups.data?.length === 0 && (
        <p className="empty">There is no backup yet. Take one, so that changes can be built.</p>
      )}
      <div style={{ maxHeight: shown ? 190 : 520, overflow: "auto" }} tabIndex={0} role="region" aria-label="Backups">
        <table className="table">
          <thead>
            <tr>
              <th>Taken</th>
              <th>Kind</th>
              <th>Cause</th>
              <th>Hash</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {backups.data?.map((b) => (
              <tr key={b.id}>
                <td>{dayAndTime(b.takenAt)}</td>
                <td>
                  {b.kind}
                  {b.id === device.baselineBackupId && " · baseline"}
                </td>
                <td>
                  {b.cause}
                  {b.changeNumber && (
                    <>
                      {" "}
                      <Link to={`/changes/${b.changeNumber}`}>CR-{b.changeNumber}</Link>
                    </>
                  )}
                </td>
                <td className="mono">{b.hash.slice(0, 8)}</td>
                <td>
                  <Button
                    variant="link"
                    aria-label={`Show the ${b.kind} backup of ${dayAndTime(b.takenAt)}`}
                    onClick={() => setParams(String(b.id) === shown ? {} : { backup: String(b.id) })}
                  >
                    {String(b.id) === shown ? "Hide" : "Show"}
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {shown && <BackupText key={shown} device={device.name} id={shown} line={Number(params.get("line"))} />}
    </>
  );
}

function BackupText({ device, id, line }: { device: string; id: string; line: number }) {
  const text = useQuery({
    queryKey: ["backup-text", device, id],
    queryFn: () => api.text(`/api/devices/${device}/backups/${id}`),
    staleTime: Infinity,
  });
  const mark = useRef<HTMLElement>(null);
  useEffect(() => mark.current?.scrollIntoView({ block: "center" }), [text.data]);
  if (text.error) {
    return <ErrorBlock error={text.error} />;
  }
  if (!text.data) {
    return <Loading />;
  }
  return (
    <>
      <div className="d-flex justify-content-between mt-3">
        <h3>Backup {id}, secrets masked</h3>
        <Button variant="link" onClick={() => download(`${device}-${id}.txt`, text.data, "text/plain")}>
          Download
        </Button>
      </div>
      <pre tabIndex={0} aria-label={`Backup ${id}`} style={{ maxHeight: 420, overflow: "auto" }}>
        {text.data.split("\n").map((l, i) =>
          i + 1 === line ? (
            <mark key={i} ref={mark}>
              {l + "\n"}
            </mark>
          ) : (
            l + "\n"
          ),
        )}
      </pre>
    </>
  );
}
