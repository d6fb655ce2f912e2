import { useMutation } from "@tanstack/react-query";
import { useRef, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { Link } from "react-router";
import { api, told, asFile } from "../api/client";
import type { Import } from "../api/types";
import { useMayEverywhere } from "../session/session";
import { csv, download, save } from "../ui/csv";
import { type Column, DataList } from "../ui/DataList";
import type { Shape } from "../ui/Glyph";
import { InventoryNav } from "../ui/InventoryNav";
import { Block, ErrorBlock } from "../ui/Messages";
import { Status } from "../ui/Status";
import { count } from "../ui/words";
import { useMoved } from "../api/keys";
import { sheetOf } from "./sheets";

type Row = Import["rows"][number];

const verdicts: Record<Row["verdict"], { shape: Shape; word: string }> = {
  SAME: { shape: "dot", word: "is the same" },
  BAD: { shape: "failed", word: "bad" },
  ADD: { shape: "notyet", word: "is added" },
  CHANGE: { shape: "notyet", word: "is changed" },
};

const columns: Column<Row>[] = [
  { key: "row", title: "Row", width: "70px", text: (r) => String(r.row), order: (r) => r.row },
  {
    key: "verdict",
    title: "Verdict",
    width: "120px",
    text: (r) => verdicts[r.verdict].word,
    show: (r) => <Status state={verdicts[r.verdict]} />,
  },
  {
    key: "device",
    title: "Device",
    width: "160px",
    text: (r) => r.device,
    show: (r) => <span className="mono">{r.device || "no name"}</span>,
  },
  { key: "words", title: "What", width: "minmax(300px, 1fr)", text: (r) => r.words.join(" ") },
];

/** A sheet of devices: looked at first, then imported whole or not at all. */
export function ImportPage() {
  const may = useMayEverywhere("WRITE_DEVICES");
  const moved = useMoved();
  const input = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File | null>(null);
  const look = useMutation({
    mutationFn: (chosen: File) => told(api.POST("/api/devices/import/dry-run", { ...asFile(chosen) })),
  });
  const run = useMutation({
    mutationFn: () =>
      told(api.POST("/api/devices/import", { ...asFile(file!), params: { query: { plan: look.data!.plan } } })),
    onSettled: () => moved.devices(),
  });
  const template = useMutation({
    mutationFn: async (format: "CSV" | "XLSX") => save(`devices.${format.toLowerCase()}`, await sheetOf([], format)),
  });

  function choose(chosen: File | null) {
    setFile(chosen);
    run.reset();
    look.reset();
    if (chosen) {
      look.mutate(chosen);
    }
  }
  function again() {
    setFile(null);
    look.reset();
    run.reset();
    if (input.current) {
      input.current.value = "";
    }
  }
  const seen = look.data;
  return (
    <>
      <InventoryNav />
      <div className="head">
        <h1>Import a sheet</h1>
        <span className="soft">
          CSV in UTF-8 or XLSX, with the headings in the first row. Nothing is stored by looking.
        </span>
      </div>
      {!may && <Block>Importing devices takes the role of an administrator.</Block>}
      {may && !run.data && (
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
            <Button variant="link" onClick={() => template.mutate("XLSX")}>
              An empty sheet as XLSX
            </Button>
            <Button variant="link" onClick={() => template.mutate("CSV")}>
              as CSV
            </Button>
          </div>
          <p className="soft">
            Name says which device a row is about: one that is known is changed, blank cells stay as they are; any other
            is added in stance observe. Needed for a new one: Name, Address, Site, Role, Platform. Partner, Labels,
            Groups and Credential may follow.
          </p>
        </>
      )}
      {look.isPending && (
        <p className="empty" role="status">
          Looking at {file?.name} …
        </p>
      )}
      {(look.error ?? run.error ?? template.error) && (
        <ErrorBlock
          error={look.error ?? run.error ?? template.error}
          action={
            file && run.error ? (
              <Button variant="link" onClick={() => choose(file)}>
                Look again
              </Button>
            ) : undefined
          }
        />
      )}
      {seen && !run.data && (
        <>
          <div className="head">
            <h2 className="mb-0">
              {seen.bad > 0
                ? `${count(seen.bad, "row")} of ${file?.name} ${seen.bad === 1 ? "is" : "are"} bad. Put ${seen.bad === 1 ? "it" : "them"} right and choose the file again: it is imported whole or not at all.`
                : seen.added + seen.changed === 0
                  ? `${file?.name} changes nothing: all ${count(seen.same, "row")} are as they are known.`
                  : `${file?.name} adds ${count(seen.added, "device")} and changes ${seen.changed}.`}
            </h2>
            <div className="actions">
              {seen.bad === 0 && seen.added + seen.changed > 0 && (
                <Button disabled={run.isPending} onClick={() => run.mutate()}>
                  {run.isPending ? "Importing …" : `Import ${count(seen.added + seen.changed, "device")}`}
                </Button>
              )}
              {seen.bad > 0 && (
                <Button
                  variant="outline-primary"
                  onClick={() =>
                    download(
                      "bad-rows.csv",
                      csv(
                        ["Row", "Device", "What is wrong"],
                        seen.rows
                          .filter((r) => r.verdict === "BAD")
                          .map((r) => [String(r.row), r.device, r.words.join(" ")]),
                      ),
                    )
                  }
                >
                  Save the list of bad rows
                </Button>
              )}
            </div>
          </div>
          {seen.same > 0 && seen.added + seen.changed + seen.bad > 0 && (
            <p className="soft mb-1">
              {count(seen.same, "row")} would change nothing and {seen.same === 1 ? "is" : "are"} not listed.
            </p>
          )}
          {seen.ignoredColumns.length > 0 && (
            <p className="soft mb-1">Not taken over: the columns {seen.ignoredColumns.join(", ")}.</p>
          )}
          {seen.rows.length > 0 && (
            <DataList wrap name="rows" rows={seen.rows} columns={columns} id={(r) => String(r.row)} empty="" />
          )}
        </>
      )}
      {run.data && (
        <Block action={<Link to="/devices">See the devices</Link>}>
          Imported: {count(run.data.added, "device")} added in stance observe, {run.data.changed} changed.{" "}
          {run.data.added > 0 && "Choose the new ones on the page All devices and test their connection."}{" "}
          <Button variant="link" onClick={again}>
            Import another sheet
          </Button>
        </Block>
      )}
    </>
  );
}
