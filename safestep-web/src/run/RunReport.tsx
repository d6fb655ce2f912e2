import { Link } from "react-router";
import type { Change, Run } from "../api/types";
import { useRuns } from "./queries";
import { clockSeconds, dayAndTime } from "../ui/time";
import { count } from "../ui/words";
import { failureOf } from "./board";
import { controlWords } from "./controls";
import { useRunChecks } from "./useRunChecks";

/** What every run of a change did and came to, to be read afterwards; newest first. */
export function RunReport({ change }: { change: Change }) {
  const runs = useRuns(change.number);
  if (!runs.data?.length) {
    return null;
  }
  return (
    <section aria-labelledby="report-head" className="mt-3">
      <h2 id="report-head">{runs.data.length === 1 ? "The run" : "The runs"}</h2>
      {runs.data.map((run) => (
        <OneRun key={run.id} run={run} change={change} />
      ))}
    </section>
  );
}

function OneRun({ run, change }: { run: Run; change: Change }) {
  const checks = useRunChecks(run);
  const failures = run.devices.flatMap((d) => {
    const failure = failureOf(d);
    return failure ? [`${d.name}: ${failure.words}`] : [];
  });
  const left = run.devices.flatMap((d) => (d.leftOut ? [{ ...d.leftOut, id: d.id, name: d.name }] : []));
  return (
    <div className="run-report">
      <p className="mb-1">
        <b>{run.headline}.</b> {run.verdict}{" "}
        <Link to={`/changes/${change.number}/run`} className="text-nowrap">
          The board
        </Link>
      </p>
      <ul>
        <li>
          Run {run.id}, started by {run.startedBy} {dayAndTime(run.startedAt)}
          {run.endedAt && <>, ended {clockSeconds(run.endedAt)}</>}, on {count(run.devices.length, "device")} in{" "}
          {count(new Set(run.devices.map((d) => d.wave)).size, "wave")}.
        </li>
        {checks.data && <li>{checks.data.verdict}</li>}
        {failures.map((words) => (
          <li key={words}>{words}.</li>
        ))}
        {left.map((d) => (
          <li key={d.id}>
            {d.name} was left out by {d.by}: {d.reason}
          </li>
        ))}
        {run.rollbacks.map((r) => (
          <li key={r.number}>
            Rollback {r.number} at {clockSeconds(r.begunAt)}, because of {r.words}. {r.verdict}
          </li>
        ))}
        {run.controls.map((c, i) => (
          <li key={i}>
            {clockSeconds(c.askedAt)} {controlWords(c)}
          </li>
        ))}
      </ul>
    </div>
  );
}
