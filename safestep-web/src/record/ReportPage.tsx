import { useQuery } from "@tanstack/react-query";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { Link, useSearchParams } from "react-router";
import { api, asProblem, told } from "../api/client";
import { keys } from "../api/keys";
import type { Report } from "../api/types";
import { csv, download } from "../ui/csv";
import { Field } from "../ui/Field";
import { Block, ErrorBlock, Loading } from "../ui/Messages";
import { dateOf, duration } from "../ui/time";
import { count } from "../ui/words";
import { useNow } from "../ui/useNow";
import { RecordNav } from "./RecordNav";
import { findingWords, monthBefore, outcomeWords, reportRows, stretch } from "./report";

/** What a change manager is asked for every month. Each figure opens what is behind it. */
export function ReportPage() {
  const [params, setParams] = useSearchParams();
  const today = dateOf(useNow());
  const from = params.get("from") ?? monthBefore(today);
  const to = params.get("to") ?? today;
  const query = stretch(from, to);
  const report = useQuery({
    queryKey: keys.report(from, to),
    queryFn: () => told(api.GET("/api/report", { params: { query } })),
  });
  const problem = report.error ? asProblem(report.error) : null;
  const choose = (next: { from?: string; to?: string }) => setParams({ from, to, ...next });
  return (
    <>
      <RecordNav />
      <div className="head">
        <h1>Report</h1>
        <span className="soft">Changes that were submitted, and runs, windows and drift that began in these days.</span>
        <div className="ms-auto">
          {report.data && (
            <Button
              variant="link"
              className="p-0"
              onClick={() =>
                download(
                  `report-${from}-${to}.csv`,
                  csv(["Part", "What", "Figure", "Behind it"], reportRows(report.data)),
                )
              }
            >
              Export as CSV
            </Button>
          )}
        </div>
      </div>
      <form className="record-choice" aria-label="Of which days" onSubmit={(e) => e.preventDefault()}>
        <Field id="from" label="From" className="">
          <Form.Control type="date" value={from} onChange={(e) => e.target.value && choose({ from: e.target.value })} />
        </Field>
        <Field id="to" label="To" className="" error={problem?.at("until")[0]?.message}>
          <Form.Control type="date" value={to} onChange={(e) => e.target.value && choose({ to: e.target.value })} />
        </Field>
      </form>
      {problem && problem.errors.length === 0 && <ErrorBlock error={problem} />}
      {!report.data && !report.error && <Loading />}
      {report.data && <Told report={report.data} />}
    </>
  );
}

function Told({ report }: { report: Report }) {
  const { changes } = report;
  return (
    <>
      {report.hidden && <Block>There is more outside your scope, which is not counted here.</Block>}
      <Kinds report={report} />
      <h2 className="mt-4">Rolled back or stuck, and why</h2>
      {changes.rolledBack.length === 0 && <p className="soft">No run went back.</p>}
      {changes.rolledBack.map((r, i) => (
        <p key={i} className="mb-1">
          <ChangeLink number={r.change} /> {r.title}: <span className="soft">{r.why}</span>
        </p>
      ))}
      <h2 className="mt-4">Waiting for approval</h2>
      {changes.waiting ? (
        <>
          <p>
            Of {count(changes.waiting.approved, "approved change")}, half waited at most{" "}
            <b>{duration(changes.waiting.medianSeconds)}</b>, nine of ten at most{" "}
            <b>{duration(changes.waiting.mostSeconds)}</b>. The longest:
          </p>
          <Bars
            rows={changes.waiting.longest.map((w) => ({
              change: w.change,
              title: w.title,
              value: w.seconds,
              word: duration(w.seconds),
            }))}
          />
        </>
      ) : (
        <p className="soft">None was approved.</p>
      )}
      <h2 className="mt-4">Emergencies</h2>
      {changes.emergencies.length === 0 && <p className="soft">There was none.</p>}
      {changes.emergencies.map((e) => (
        <p key={e.change} className="mb-1">
          <ChangeLink number={e.change} /> {e.title}:{" "}
          {e.reviewedAfterSeconds === null ? (
            <b>not reviewed yet</b>
          ) : (
            `reviewed ${duration(e.reviewedAfterSeconds)} after it was submitted`
          )}
        </p>
      ))}
      <h2 className="mt-4">Runs that took longer than estimated</h2>
      {changes.overEstimate.length === 0 ? (
        <p className="soft">
          {changes.runs === 0 ? "Nothing ran to an end." : `None of ${count(changes.runs, "run")}.`}
        </p>
      ) : (
        <>
          <p>
            {changes.overEstimate.length} of {count(changes.runs, "run")}.
          </p>
          <Bars
            rows={changes.overEstimate.map((o) => ({
              change: o.change,
              title: o.title,
              value: o.tookSeconds,
              word: `${duration(o.tookSeconds)}, estimated ${duration(o.estimatedSeconds)}`,
            }))}
          />
        </>
      )}
      <h2 className="mt-4">Windows</h2>
      {report.windows.length === 0 && <p className="soft">No window opened and closed in these days.</p>}
      {report.windows.map((w) => (
        <p key={w.window} className="mb-1">
          <b>{w.window}</b>: opened {w.openings === 1 ? "once" : `${w.openings} times`}, used {w.used}, left empty{" "}
          {w.openings - w.used}. <Changes numbers={w.changes} />
        </p>
      ))}
      <h2 className="mt-4">Drift by site</h2>
      {report.drift.length === 0 && <p className="soft">Nothing was changed outside.</p>}
      {report.drift.map((site) => (
        <p key={site.site} className="mb-1">
          <b>{site.site}</b>:{" "}
          {site.decided.map((d, i) => (
            <span key={d.state}>
              {i > 0 && ", "}
              {d.findings.length} {findingWords[d.state]} (
              {d.findings.slice(0, 20).map((id, n) => (
                <span key={id}>
                  {n > 0 && " "}
                  <Link to={`/drift/${id}`}>{id}</Link>
                </span>
              ))}
              )
            </span>
          ))}
        </p>
      ))}
    </>
  );
}

function Kinds({ report }: { report: Report }) {
  const { kinds } = report.changes;
  if (kinds.length === 0) {
    return <p className="soft">No change was submitted in these days.</p>;
  }
  return (
    <table className="table figures">
      <thead>
        <tr>
          <th>Kind</th>
          {kinds[0]!.figures.map((f) => (
            <th key={f.outcome}>{outcomeWords[f.outcome]}</th>
          ))}
          <th>Of those that ran</th>
        </tr>
      </thead>
      <tbody>
        {kinds.map((k) => (
          <tr key={k.kind}>
            <th scope="row">{k.kind}</th>
            {k.figures.map((f) => (
              <td key={f.outcome}>
                {f.changes.length === 0 ? (
                  <span className="soft">0</span>
                ) : (
                  <details>
                    <summary>{f.changes.length}</summary>
                    <Changes numbers={f.changes} />
                  </details>
                )}
              </td>
            ))}
            <td>{k.succeeded === null ? <span className="soft">none ran</span> : `${k.succeeded} % succeeded`}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function ChangeLink({ number }: { number: number }) {
  return (
    <Link className="mono" to={`/changes/${number}`}>
      CR-{number}
    </Link>
  );
}

function Changes({ numbers }: { numbers: number[] }) {
  return (
    <>
      {numbers.map((n, i) => (
        <span key={n}>
          {i > 0 && ", "}
          <ChangeLink number={n} />
        </span>
      ))}
    </>
  );
}

/** Lengths beside one another, with the number at each. */
function Bars({ rows }: { rows: { change: number; title: string; value: number; word: string }[] }) {
  const most = Math.max(1, ...rows.map((r) => r.value));
  return (
    <table className="table bars">
      <tbody>
        {rows.map((r, i) => (
          <tr key={i}>
            <td>
              <ChangeLink number={r.change} />
            </td>
            <td>{r.title}</td>
            <td>
              <svg viewBox="0 0 200 10" preserveAspectRatio="none" aria-hidden>
                <rect width={Math.max(1, (200 * r.value) / most)} height="10" />
              </svg>
            </td>
            <td>{r.word}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
