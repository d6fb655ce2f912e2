import { useMutation, useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { Link, useSearchParams } from "react-router";
import { api, told } from "../api/client";
import type { Backup, DeviceRow } from "../api/types";
import { useMayOn } from "../session/session";
import { ErrorBlock, Loading } from "../ui/Messages";
import { dayAndTime } from "../ui/time";
import { TimeLine } from "./TimeLine";
import { asOf, before } from "./timeline";
import { VersionDifference } from "./VersionDifference";
import { VersionText } from "./VersionText";
import { VersionMarks } from "./VersionMarks";
import { keys, useMoved } from "../api/keys";
import { kinds, causes } from "../ui/words";

const kindName = (b: Backup) => (b.file ? `file ${b.file}` : kinds[b.kind]);

/** The versions of a device on a line of time; one of them as text, or two compared. */
export function Versions({ device }: { device: DeviceRow }) {
  const [params, setParams] = useSearchParams();
  const [kind, setKind] = useState("running");
  const backups = useQuery({
    queryKey: keys.backupsOf(device.name),
    queryFn: () => told(api.GET("/api/devices/{name}/backups", { params: { path: { name: device.name } } })),
  });
  const all = backups.data ?? [];
  const byId = (name: string) => all.find((b) => String(b.id) === params.get(name));
  const shown = byId("backup");
  const from = byId("from");
  const to = byId("to");
  const kinds = [...new Set(all.map(kindName))].sort((a, b) => order(a) - order(b));
  const listed = all.filter((b) => kindName(b) === kind);
  const running = all.filter((b) => b.kind === "RUNNING");
  const startup = all.find((b) => b.kind === "STARTUP");
  const reference = all.find((b) => b.reference);
  const baseline = all.find((b) => b.baseline);

  const compare = (a?: Backup, b?: Backup) =>
    a && b && setParams({ from: String(a.id), to: String(b.id) }, { preventScrollReset: true });
  const show = (b: Backup) => setParams({ backup: String(b.id) }, { preventScrollReset: true });

  if (backups.error) {
    return <ErrorBlock error={backups.error} />;
  }
  if (!backups.data) {
    return <Loading />;
  }
  return (
    <>
      <div className="head">
        <h2>Versions</h2>
        <span className="soft">
          {all.length === 0
            ? "There is none yet."
            : `Last seen as stored ${running[0] ? dayAndTime(running[0].confirmedAt) : "never"}.`}
        </span>
        <Take device={device.name} />
      </div>
      {all.length === 0 && (
        <p className="empty">Take a backup, so that changes can be built and there is a way back.</p>
      )}
      {all.length > 0 && (
        <>
          <TimeLine versions={listed} shown={shown ?? to ?? null} from={from ?? null} onPick={show} />
          <div className="version-tools">
            <Form.Select
              size="sm"
              aria-label="Which configuration"
              value={kind}
              onChange={(e) => setKind(e.target.value)}
            >
              {kinds.map((k) => (
                <option key={k} value={k}>
                  {k[0]!.toUpperCase() + k.slice(1)}
                </option>
              ))}
            </Form.Select>
            <Button
              size="sm"
              variant="outline-primary"
              disabled={!startup}
              onClick={() => compare(startup, running[0])}
            >
              Running against startup
            </Button>
            <Button
              size="sm"
              variant="outline-primary"
              disabled={!baseline || baseline.id === running[0]?.id}
              title={baseline?.id === running[0]?.id ? "The newest version is the baseline." : undefined}
              onClick={() => compare(baseline, running[0])}
            >
              Against the baseline
            </Button>
            <Button
              size="sm"
              variant="outline-primary"
              disabled={!reference}
              title={reference ? undefined : "No version is marked as the reference yet."}
              onClick={() => compare(reference, running[0])}
            >
              Against the reference
            </Button>
            <label className="moment">
              As it was at{" "}
              <Form.Control
                size="sm"
                type="datetime-local"
                onChange={(e) => compare(asOf(running, e.target.value), running[0])}
              />
            </label>
            <Link className="btn btn-link" to={`/backups/compare?device=${device.name}`}>
              With another device
            </Link>
          </div>
          <VersionList
            versions={listed}
            shown={shown ?? null}
            from={from ?? null}
            to={to ?? null}
            low={!!(shown || (from && to))}
            onShow={show}
            onCompare={(b) => compare(before(all, b) ?? undefined, b)}
            hasBefore={(b) => before(all, b) !== null}
            onPair={(a, b) => compare(a, b)}
          />
        </>
      )}
      {from && to && <VersionDifference from={from.id} to={to.id} close={() => setParams({})} />}
      {shown && (
        <>
          <VersionMarks device={device.name} version={shown} />
          <VersionText key={shown.id} device={device.name} version={shown} line={Number(params.get("line"))} />
        </>
      )}
      {params.get("backup") && !shown && (
        <ErrorBlock error={new Error("This version is not among the newest 200, or is not kept any longer.")} />
      )}
    </>
  );
}

const order = (kind: string) => ["running", "startup"].indexOf(kind) + (kind.startsWith("file") ? 9 : 0);

function Take({ device }: { device: string }) {
  const may = useMayOn("READ_DEVICES", device);
  const moved = useMoved();
  const [label, setLabel] = useState("");
  const take = useMutation({
    mutationFn: () =>
      told(
        api.POST("/api/devices/{name}/backups", {
          params: { path: { name: device } },
          body: { label: label.trim() },
        }),
      ),
    onSuccess: () => setLabel(""),
    onSettled: () => {
      void moved.backups();
    },
  });
  function submit(event: FormEvent) {
    event.preventDefault();
    take.mutate();
  }
  return (
    <>
      {may && (
        <form className="actions" onSubmit={submit}>
          <Form.Control
            size="sm"
            className="name-field"
            maxLength={80}
            placeholder="Name, if it shall have one"
            aria-label="A name for the backup"
            value={label}
            onChange={(e) => setLabel(e.target.value)}
          />
          <Button type="submit" variant="outline-primary" size="sm" disabled={take.isPending}>
            {take.isPending ? "Backing up …" : "Back up now"}
          </Button>
        </form>
      )}
      {take.error && <ErrorBlock error={take.error} />}
    </>
  );
}

interface ListProps {
  versions: Backup[];
  shown: Backup | null;
  from: Backup | null;
  to: Backup | null;
  /** There is something beneath it. */
  low: boolean;
  onShow: (b: Backup) => void;
  onCompare: (b: Backup) => void;
  hasBefore: (b: Backup) => boolean;
  onPair: (from: Backup, to: Backup) => void;
}

function VersionList({ versions, shown, from, to, low, onShow, onCompare, hasBefore, onPair }: ListProps) {
  const [picked, setPicked] = useState<Backup | null>(null);
  function pick(b: Backup) {
    if (!picked) {
      setPicked(b);
    } else if (picked.id === b.id) {
      setPicked(null);
    } else {
      const [older, newer] = picked.takenAt < b.takenAt ? [picked, b] : [b, picked];
      setPicked(null);
      onPair(older, newer);
    }
  }
  return (
    <div
      className="version-list"
      style={{ maxHeight: low ? 176 : 420 }}
      tabIndex={0}
      role="region"
      aria-label="Versions, newest first"
    >
      <table className="table">
        <thead>
          <tr>
            <th>Found</th>
            <th>Why it exists</th>
            <th>What differs from the version before</th>
            <th>Seen until</th>
            <th>
              <span className="visually-hidden">Actions</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {versions.map((b) => (
            <tr key={b.id} className={[shown, from, to].some((s) => s?.id === b.id) ? "chosen" : ""}>
              <td className="nowrap">{dayAndTime(b.takenAt)}</td>
              <td>
                {causes[b.cause]}
                {b.changeNumber && (
                  <>
                    {" "}
                    <Link className="text-nowrap" to={`/changes/${b.changeNumber}`}>
                      CR-{b.changeNumber}
                    </Link>
                  </>
                )}
                {b.takenBy !== "safe-step" && <span className="soft"> {b.takenBy}</span>}
                {b.label && <b> “{b.label}”</b>}
                {b.baseline && <span className="tag">baseline</span>}
                {b.reference && (
                  <span className="tag" title={`${b.reference.reason} (${b.reference.by})`}>
                    reference
                  </span>
                )}
              </td>
              <td>
                {b.summary || "—"}
                {b.loggedIn && <div className="soft small">Logged in: {b.loggedIn}</div>}
              </td>
              <td className="nowrap">{b.confirmations > 0 ? dayAndTime(b.confirmedAt) : "—"}</td>
              <td className="nowrap">
                <Button
                  variant="link"
                  aria-label={`Show the version of ${dayAndTime(b.takenAt)}`}
                  onClick={() => onShow(b)}
                >
                  Show
                </Button>
                <Button
                  variant="link"
                  disabled={!hasBefore(b)}
                  aria-label={`What changed with the version of ${dayAndTime(b.takenAt)}`}
                  onClick={() => onCompare(b)}
                >
                  Difference
                </Button>
                <Button
                  variant="link"
                  aria-pressed={picked?.id === b.id}
                  aria-label={`${picked ? "Compare with" : "Compare"} the version of ${dayAndTime(b.takenAt)}`}
                  onClick={() => pick(b)}
                >
                  {!picked ? "Compare …" : picked.id === b.id ? "with which?" : "with this"}
                </Button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
