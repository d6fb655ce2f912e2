import { useState } from "react";
import type { Run, RunCheck } from "../api/types";
import { outcomes } from "../check/checks";
import { type Column, DataList } from "../ui/DataList";
import { Glyph } from "../ui/Glyph";
import { ErrorBlock, Loading } from "../ui/Messages";
import { count } from "../ui/words";
import { checkCell } from "./board";
import { SideBySide } from "./SideBySide";
import { useRunChecks } from "./useRunChecks";

const idOf = (row: RunCheck) => `${row.check}/${row.device}`;

/** What every check found on every device, worst first. */
export function CheckMatrix({ run }: { run: Run }) {
  const checks = useRunChecks(run);
  const [chosen, choose] = useState<string | null>(null);
  if (checks.error) {
    return <ErrorBlock error={checks.error} />;
  }
  if (!checks.data) {
    return <Loading />;
  }
  const rows = checks.data.rows;
  const unseen = rows.filter((r) => r.outcome !== null && r.openedBy === null);
  const picked = rows.find((r) => idOf(r) === chosen);
  return (
    <>
      <p className="mb-1">
        <b>{checks.data.verdict}</b>{" "}
        {unseen.length > 0 && (
          <span className="attention">Nobody has opened {count(unseen.length, "result")} yet.</span>
        )}
      </p>
      <div className={picked ? "matrix beside" : "matrix"}>
        <DataList
          name="checks"
          rows={rows}
          columns={columns(picked ? idOf(picked) : null, choose)}
          id={idOf}
          empty="No checks were chosen for this change: only the reading back decided."
        />
      </div>
      {picked && <SideBySide key={idOf(picked)} run={run} row={picked} close={() => choose(null)} />}
    </>
  );
}

function columns(chosen: string | null, choose: (id: string) => void): Column<RunCheck>[] {
  return [
    {
      key: "state",
      title: "Now",
      width: "146px",
      text: (r) => checkCell(r).word,
      show: (r) => {
        const cell = checkCell(r);
        return (
          <span className="state">
            <Glyph shape={cell.shape} />
            {cell.word}
          </span>
        );
      },
    },
    { key: "device", title: "Device", width: "94px", text: (r) => r.device },
    {
      key: "check",
      title: "Check",
      width: "1.8fr",
      text: (r) => r.title,
      show: (r) => (
        <button
          type="button"
          className="btn btn-link text-start text-truncate mw-100"
          aria-pressed={idOf(r) === chosen}
          aria-label={`Open ${r.title} on ${r.device}`}
          onClick={() => choose(idOf(r))}
        >
          {r.title}
        </button>
      ),
    },
    { key: "before", title: "Before", width: "0.8fr", text: (r) => r.before?.summary ?? "" },
    { key: "expected", title: "Expected", width: "0.9fr", text: (r) => r.expected },
    {
      key: "after",
      title: "After",
      width: "1.4fr",
      text: (r) =>
        (r.after ? (r.after.outcome === "PASSED" ? r.after.summary : r.after.words) : "") +
        (r.undone ? `; after the undo ${outcomes[r.undone.outcome].word}: ${r.undone.summary}` : ""),
    },
    {
      key: "opened",
      title: "Opened by",
      width: "84px",
      text: (r) => r.openedBy ?? (r.outcome === null ? "" : "nobody"),
      show: (r) =>
        r.openedBy ? <span className="soft">{r.openedBy}</span> : r.outcome === null ? null : <b>nobody</b>,
    },
  ];
}
