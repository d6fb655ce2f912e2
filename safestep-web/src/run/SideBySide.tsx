import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useMemo, useRef, useState } from "react";
import Button from "react-bootstrap/Button";
import { api, told } from "../api/client";
import type { Run, RunCheck, RunCheckDetail } from "../api/types";
import { ErrorBlock, Loading } from "../ui/Messages";
import { clockSeconds } from "../ui/time";
import { alongside } from "./alongside";
import { keys } from "../api/keys";

/** What one check found on one device, before and after, line beside line. */
export function SideBySide({ run, row, close }: { run: Run; row: RunCheck; close: () => void }) {
  const client = useQueryClient();
  const { check, device } = row;
  const detail = useQuery({
    queryKey: keys.runCheck(run.id, row.check, row.device, row.looks, row.undone !== null),
    queryFn: () =>
      told(
        api.GET("/api/runs/{id}/checks/{check}/{device}", {
          params: { path: { id: run.id, check, device } },
        }),
      ),
  });
  const noted = row.openedBy !== null || row.outcome === null;
  useEffect(() => {
    if (!noted) {
      void told(
        api.PUT("/api/runs/{id}/checks/{check}/{device}/opened", {
          params: { path: { id: run.id, check, device } },
        }),
      ).then(() => client.invalidateQueries({ queryKey: keys.runChecks(run.id) }));
    }
  }, [noted, check, device, run.id, client]);
  const place = useRef<HTMLElement>(null);
  useEffect(() => {
    void place.current?.scrollIntoView({ block: "nearest" });
  }, [detail.data]);
  return (
    <section ref={place} className="mt-3" aria-label={`${row.title} on ${row.device}`}>
      <div className="head">
        <h3>
          {row.title} on <span className="mono">{row.device}</span>
        </h3>
        <div className="actions">
          <Button variant="link" onClick={close}>
            Close
          </Button>
        </div>
      </div>
      <p className="mb-1">
        Expected: {row.expected}.{" "}
        {row.after ? (
          <>
            Found: {row.after.words}.{row.undone && <> After the undo: {row.undone.words}.</>}
          </>
        ) : row.before ? (
          <>Before: {row.before.words}.</>
        ) : (
          <>It was not looked at yet.</>
        )}
      </p>
      {detail.error && <ErrorBlock error={detail.error} />}
      {!detail.data && !detail.error && <Loading />}
      {detail.data && <Outputs detail={detail.data} />}
    </section>
  );
}

function Outputs({ detail }: { detail: RunCheckDetail }) {
  const { before } = detail;
  // What made it fail matters more than that it was undone.
  const [undone, showUndone] = useState(detail.undone !== null && detail.row.after?.outcome === "PASSED");
  const later = undone ? detail.undone : detail.after;
  const lines = useMemo(() => alongside(before?.text ?? "", later?.text ?? ""), [before, later]);
  if (!before && !later) {
    return <p className="empty">There is nothing that a device has said.</p>;
  }
  const differing = lines.filter((l) => l.left !== l.right).length;
  return (
    <>
      {detail.after && detail.undone && (
        <div className="tabs" role="tablist" aria-label="Compared with before">
          <button type="button" role="tab" aria-selected={!undone} onClick={() => showUndone(false)}>
            After the change
          </button>
          <button type="button" role="tab" aria-selected={undone} onClick={() => showUndone(true)}>
            After the undo
          </button>
        </div>
      )}
      <table className="side-by-side">
        <caption>
          {!later
            ? "What was said before; afterwards nothing was said yet."
            : !before
              ? "What was said afterwards; before nothing was said."
              : differing === 0
                ? "The two are the same."
                : `${differing === 1 ? "One line differs" : `${differing} lines differ`}.`}
        </caption>
        <thead>
          <tr>
            <th>Before{before && `, ${clockSeconds(before.at)}`}</th>
            <th>
              {undone ? "After the undo" : "After"}
              {later && `, ${clockSeconds(later.at)}`}
            </th>
          </tr>
        </thead>
        <tbody>
          {lines.map((line, i) => (
            <tr key={i} className={later && before && line.left !== line.right ? "differs" : ""}>
              <td className={line.right === null && later ? "gone" : ""}>{line.left}</td>
              <td className={line.left === null && before ? "new" : ""}>{line.right}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
