import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { api, told } from "../api/client";
import type { Round } from "../api/types";
import { InventoryNav } from "../ui/InventoryNav";
import { ErrorBlock, Loading } from "../ui/Messages";
import { Status } from "../ui/Status";
import { dayAndTime } from "../ui/time";
import { roundSummary, roundTitle } from "./rounds";
import { keys } from "../api/keys";

function state(round: Round) {
  if (!round.endedAt) {
    return { shape: "going", word: "going on" } as const;
  }
  return round.counts.failed + round.counts.skipped > 0
    ? ({ shape: "failed", word: "not all done" } as const)
    : ({ shape: "done", word: "done" } as const);
}

/** The newest rounds: what was done on many devices at once. */
export function RoundsPage() {
  const rounds = useQuery({
    queryKey: keys.rounds,
    queryFn: () => told(api.GET("/api/rounds")),
    refetchInterval: 5_000,
  });
  return (
    <>
      <InventoryNav />
      <div className="head">
        <h1>Rounds</h1>
        <span className="soft">One action on many devices, with a result for each. The newest 20.</span>
      </div>
      {rounds.error && <ErrorBlock error={rounds.error} />}
      {!rounds.data && !rounds.error && <Loading />}
      {rounds.data?.length === 0 && (
        <p className="empty">
          There was no round yet. Choose devices on the page <Link to="/devices">All devices</Link> and say what is to
          be done with them.
        </p>
      )}
      {rounds.data && rounds.data.length > 0 && (
        <table className="table">
          <thead>
            <tr>
              <th>Round</th>
              <th>What</th>
              <th>State</th>
              <th>Result</th>
              <th>Started</th>
              <th>By</th>
            </tr>
          </thead>
          <tbody>
            {rounds.data.map((r) => (
              <tr key={r.id}>
                <td>{r.id}</td>
                <td>
                  <Link to={`/rounds/${r.id}`}>{roundTitle(r)}</Link>
                </td>
                <td>
                  <Status state={state(r)} />
                </td>
                <td>{roundSummary(r)}</td>
                <td>{dayAndTime(r.startedAt)}</td>
                <td>{r.startedBy}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </>
  );
}
