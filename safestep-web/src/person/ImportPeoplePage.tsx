import { useMutation } from "@tanstack/react-query";
import { useRef, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { Link } from "react-router";
import { api, asFile, told, type Schemas } from "../api/client";
import { useMoved } from "../api/keys";
import { useMay } from "../session/session";
import { csv, download } from "../ui/csv";
import { type Column, DataList } from "../ui/DataList";
import type { Shape } from "../ui/Glyph";
import { Block, ErrorBlock } from "../ui/Messages";
import { SettingsNav } from "../ui/SettingsNav";
import { Status } from "../ui/Status";
import { count } from "../ui/words";

type Plan = Schemas["PeopleImportPlan"];
type Row = Plan["rows"][number];

const verdicts: Record<Row["verdict"], { shape: Shape; word: string }> = {
  KNOWN: { shape: "dot", word: "is there" },
  BAD: { shape: "failed", word: "bad" },
  ADDED: { shape: "notyet", word: "is added" },
  WAITS: { shape: "blocked", word: "is added, waits" },
};

const columns: Column<Row>[] = [
  { key: "row", title: "Row", width: "70px", text: (r) => String(r.line), order: (r) => r.line },
  {
    key: "verdict",
    title: "Verdict",
    width: "150px",
    text: (r) => verdicts[r.verdict].word,
    show: (r) => <Status state={verdicts[r.verdict]} />,
  },
  {
    key: "login",
    title: "Log-in",
    width: "160px",
    text: (r) => r.login,
    show: (r) => <span className="mono">{r.login || "none"}</span>,
  },
  { key: "name", title: "Name", width: "200px", text: (r) => r.name },
  { key: "words", title: "What", width: "minmax(260px, 1fr)", text: (r) => r.words },
];

const headings = ["log-in", "name", "mail", "roles", "sees", "acts"];

/** People from a sheet: looked at first, then added whole or not at all. */
export function ImportPeoplePage() {
  const may = useMay("WRITE_PEOPLE");
  const moved = useMoved();
  const input = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File | null>(null);
  const look = useMutation({
    mutationFn: (chosen: File) => told(api.POST("/api/accounts/import/dry-run", { ...asFile(chosen) })),
  });
  const run = useMutation({
    mutationFn: () =>
      told(api.POST("/api/accounts/import", { ...asFile(file!), params: { query: { plan: look.data!.plan } } })),
    onSettled: () => moved.people(),
  });
  function choose(chosen: File | null) {
    setFile(chosen);
    run.reset();
    look.reset();
    if (chosen) {
      look.mutate(chosen);
    }
  }
  const rows = look.data?.rows ?? [];
  const of = (verdict: Row["verdict"]) => rows.filter((r) => r.verdict === verdict).length;
  const comes = of("ADDED") + of("WAITS");
  return (
    <>
      <SettingsNav />
      <div className="head">
        <h1>Import people</h1>
        <span className="soft">CSV in UTF-8 or XLSX. Nothing is stored by looking.</span>
      </div>
      {!may && <Block>Adding people takes the role of an administrator.</Block>}
      {may && (
        <>
          <div className="d-flex gap-3 align-items-center mb-2">
            <Form.Control
              ref={input}
              type="file"
              accept=".csv,.xlsx,text/csv"
              aria-label="The sheet to import"
              className="file-choice"
              onChange={(e) => choose((e.target as HTMLInputElement).files?.[0] ?? null)}
            />
            <Button variant="link" onClick={() => download("people.csv", csv(headings, []))}>
              An empty sheet
            </Button>
          </div>
          <p className="soft">
            Columns: {headings.join(", ")}. Several roles, sites or groups in a cell stand with a semicolon between
            them; an empty cell under <i>sees</i> is all devices, under <i>acts</i> all that they see. Who is there
            already stays as they are.
          </p>
        </>
      )}
      {look.isPending && (
        <p className="empty" role="status">
          Looking at {file?.name} …
        </p>
      )}
      {(look.error ?? run.error) && <ErrorBlock error={look.error ?? run.error} />}
      {run.data?.done && (
        <Block action={<Link to="/settings/invite">Invite them</Link>}>
          {count(comes, "person", "people")} added. Nobody is invited yet.
        </Block>
      )}
      {look.data && !run.data && (
        <>
          <div className="head">
            <h2 className="mb-0">
              {of("BAD") > 0
                ? `${count(of("BAD"), "row")} of ${file?.name} ${of("BAD") === 1 ? "is" : "are"} bad. Put ${of("BAD") === 1 ? "it" : "them"} right and choose the file again.`
                : comes === 0
                  ? `${file?.name} adds nobody: all ${count(rows.length, "row")} are there.`
                  : `${file?.name} adds ${count(comes, "person", "people")}.`}
            </h2>
            <div className="actions">
              {of("BAD") === 0 && comes > 0 && (
                <Button disabled={run.isPending} onClick={() => run.mutate()}>
                  {run.isPending ? "Adding …" : `Add ${count(comes, "person", "people")}`}
                </Button>
              )}
            </div>
          </div>
          <DataList
            name="people-import"
            rows={rows}
            columns={columns}
            id={(r) => String(r.line)}
            empty="The file holds no rows."
          />
        </>
      )}
    </>
  );
}
