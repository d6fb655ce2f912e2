import vocabulary from "../api/vocabulary.json";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { Link, useNavigate } from "react-router";
import { api, told } from "../api/client";
import type { Covered } from "../api/types";
import { useMay } from "../session/session";
import { type Column, DataList } from "../ui/DataList";
import { Block, ErrorBlock, Loading } from "../ui/Messages";
import { Status } from "../ui/Status";
import { dayAndTime } from "../ui/time";
import { count, roleWords } from "../ui/words";
import { BackupsNav } from "./BackupsNav";
import { coverageSentence, coverageStates, tally, worstFirst } from "./coverage";
import { keys } from "../api/keys";

const columns: Column<Covered>[] = [
  {
    key: "device",
    title: "Device",
    width: "130px",
    text: (r) => r.device,
    show: (r) => (
      <Link className="mono" to={`/devices/${r.device}/backups`}>
        {r.device}
      </Link>
    ),
  },
  { key: "site", title: "Site", width: "130px", text: (r) => r.site },
  {
    key: "backup",
    title: "Backup",
    width: "110px",
    text: (r) => coverageStates[r.state].word,
    show: (r) => <Status state={coverageStates[r.state]} />,
    order: (r) => worstFirst.indexOf(r.state),
  },
  {
    key: "last",
    title: "Last seen as stored",
    width: "140px",
    text: (r) => (r.lastAt ? dayAndTime(r.lastAt) : "never"),
    order: (r) => r.lastAt ?? "",
  },
  {
    key: "what",
    title: "What is there, or why not",
    width: "minmax(260px, 1fr)",
    text: (r) => (r.problem ? r.problem : r.summary ? `${r.summary}` : "Nothing yet."),
    show: (r) =>
      r.problem ? (
        <span className="harm">{r.problem}</span>
      ) : (
        <>
          {r.summary ?? "Nothing yet."}{" "}
          {r.versionAt && r.versions > 1 && <small className="soft">since {dayAndTime(r.versionAt)}</small>}
        </>
      ),
  },
  { key: "versions", title: "Versions", width: "80px", text: (r) => String(r.versions), order: (r) => r.versions },
  {
    key: "saved",
    title: "Saved",
    width: "90px",
    text: (r) => vocabulary.saved[r.saved],
    hidden: true,
  },
  { key: "role", title: "Role", width: "110px", text: (r) => roleWords[r.role], hidden: true },
  { key: "platform", title: "Platform", width: "140px", text: (r) => r.platform, hidden: true },
  {
    key: "reference",
    title: "Reference",
    width: "100px",
    text: (r) => (r.reference ? "has one" : "none"),
    hidden: true,
  },
];

/** Which devices have a backup that is good enough, and which have not. */
export function BackupsPage() {
  const may = useMay("READ_DEVICES");
  const navigate = useNavigate();
  const [chosen, setChosen] = useState<Set<string>>(new Set());
  const [label, setLabel] = useState("");
  const coverage = useQuery({
    queryKey: keys.coverage,
    queryFn: () => told(api.GET("/api/backups/coverage")),
    refetchInterval: 15_000,
  });
  const start = useMutation({
    mutationFn: (devices: string[]) =>
      told(api.POST("/api/rounds", { body: { action: "BACK_UP", argument: label.trim(), devices } })),
    onSuccess: (round) => navigate(`/rounds/${round.id}`),
  });
  const rows = useMemo(
    () =>
      coverage.data &&
      [...coverage.data].sort(
        (a, b) => worstFirst.indexOf(a.state) - worstFirst.indexOf(b.state) || a.device.localeCompare(b.device),
      ),
    [coverage.data],
  );
  const names = rows?.filter((r) => chosen.has(r.device)).map((r) => r.device) ?? [];
  return (
    <>
      <BackupsNav />
      <div className="head">
        <h1>Backups</h1>
        <span className="soft">Running and startup of every device, kept as versions.</span>
        <div className="actions">
          {may && rows && rows.length > 0 && (
            <Button
              variant="outline-primary"
              disabled={start.isPending}
              onClick={() => start.mutate(rows.map((r) => r.device))}
            >
              Back up all {rows.length}
            </Button>
          )}
        </div>
      </div>
      {(coverage.error ?? start.error) && <ErrorBlock error={coverage.error ?? start.error} />}
      {!rows && !coverage.error && <Loading />}
      {rows && rows.length > 0 && <Verdict rows={rows} may={may} pending={start.isPending} go={start.mutate} />}
      {names.length > 0 && may && (
        <div className="chosen-bar" role="region" aria-label="Chosen devices">
          <b>{count(names.length, "device")} chosen</b>
          <Form.Control
            size="sm"
            className="name-field"
            maxLength={80}
            placeholder="Name, if it shall have one"
            aria-label="A name for these backups"
            value={label}
            onChange={(e) => setLabel(e.target.value)}
          />
          <Button size="sm" variant="outline-primary" disabled={start.isPending} onClick={() => start.mutate(names)}>
            Back up
          </Button>
          <Link className="btn btn-link" to={`/backups/archive?devices=${names.join(",")}`}>
            As an archive …
          </Link>
          <Button variant="link" className="ms-auto" onClick={() => setChosen(new Set())}>
            Choose none
          </Button>
        </div>
      )}
      {rows && (
        <DataList
          name="devices"
          rows={rows}
          columns={columns}
          id={(r) => r.device}
          link={(r) => `/devices/${r.device}/backups`}
          chosen={may ? chosen : undefined}
          onChoose={may ? setChosen : undefined}
          empty={
            <>
              Safe Step knows no device yet. <Link to="/bring-in">Bring devices in</Link>, and their first backups are
              taken.
            </>
          }
        />
      )}
    </>
  );
}

function Verdict({
  rows,
  may,
  pending,
  go,
}: {
  rows: Covered[];
  may: boolean;
  pending: boolean;
  go: (devices: string[]) => void;
}) {
  const counts = tally(rows);
  const failed = rows.filter((r) => r.state === "FAILED");
  const without = rows.filter((r) => r.state === "NONE" || r.state === "OLD");
  const oldest = failed.map((r) => r.failedAt!).sort()[0];
  return (
    <Block
      tone={counts.FAILED > 0 ? "bad" : counts.GOOD === rows.length ? "good" : ""}
      action={
        may && (
          <span className="d-flex gap-2">
            {failed.length > 0 && (
              <Button
                size="sm"
                variant="outline-primary"
                disabled={pending}
                onClick={() => go(failed.map((r) => r.device))}
              >
                Try the failed again
              </Button>
            )}
            {without.length > 0 && (
              <Button
                size="sm"
                variant="outline-primary"
                disabled={pending}
                onClick={() => go(without.map((r) => r.device))}
              >
                Back these up
              </Button>
            )}
          </span>
        )
      }
    >
      {coverageSentence(rows)}
      {oldest && <span className="soft"> The first of them at {dayAndTime(oldest)}.</span>}
    </Block>
  );
}
