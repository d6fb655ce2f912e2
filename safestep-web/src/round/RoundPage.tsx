import { useMutation, useQuery } from "@tanstack/react-query";
import { Fragment, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { Link, useNavigate, useParams } from "react-router";
import { api, told } from "../api/client";
import type { Round, RoundResult } from "../api/types";
import { useMay } from "../session/session";
import { csv, download } from "../ui/csv";
import { InventoryNav } from "../ui/InventoryNav";
import { ErrorBlock, Loading } from "../ui/Messages";
import { ProgressLine } from "../ui/ProgressLine";
import { Status } from "../ui/Status";
import { dayAndTime } from "../ui/time";
import { Stages } from "./Stages";
import { resultStates, roundSummary, roundTitle, stagesOf, worstFirst } from "./rounds";
import { keys, useMoved } from "../api/keys";

/** So many rows are drawn at once; a filter finds the others. */
const MOST_SHOWN = 300;

export function RoundPage() {
  const { id } = useParams();
  const round = useQuery({
    queryKey: keys.round(id),
    queryFn: () => told(api.GET("/api/rounds/{id}", { params: { path: { id: Number(id) } } })),
    refetchInterval: (query) => (query.state.data?.endedAt ? false : 1_000),
  });
  return (
    <>
      <InventoryNav />
      {round.error && <ErrorBlock error={round.error} action={<Link to="/rounds">All rounds</Link>} />}
      {!round.data && !round.error && <Loading />}
      {round.data && <Loaded round={round.data} />}
    </>
  );
}

function Loaded({ round }: { round: Round }) {
  const may = useMay("READ_DEVICES");
  const moved = useMoved();
  const navigate = useNavigate();
  const [filter, setFilter] = useState("");
  const [open, setOpen] = useState<string | null>(null);
  const stop = useMutation({
    mutationFn: () => told(api.POST("/api/rounds/{id}/stop", { params: { path: { id: round.id } } })),
    onSettled: () => moved.rounds(),
  });
  const retry = useMutation({
    mutationFn: () => told(api.POST("/api/rounds/{id}/retry", { params: { path: { id: round.id } } })),
    onSuccess: (next) => navigate(`/rounds/${next.id}`),
  });
  const { waiting, going, done, failed, skipped } = round.counts;
  const words = filter.toLowerCase().split(/\s+/).filter(Boolean);
  const found = worstFirst(round.results).filter((r) =>
    words.every((w) => `${r.device} ${r.state} ${r.words ?? ""}`.toLowerCase().includes(w)),
  );
  const again = failed + skipped;
  return (
    <>
      <div className="head">
        <h1>{roundTitle(round)}</h1>
        <span className="soft">
          Round {round.id}, started by {round.startedBy}, {dayAndTime(round.startedAt)}
          {round.retryOf && (
            <>
              {" "}
              · tries again what was not done in <Link to={`/rounds/${round.retryOf}`}>round {round.retryOf}</Link>
            </>
          )}
        </span>
        <div className="actions">
          {!round.endedAt && may && (
            <Button
              variant="outline-primary"
              disabled={stop.isPending || !!round.stopRequestedBy}
              onClick={() => stop.mutate()}
            >
              Stop
            </Button>
          )}
          {round.endedAt && again > 0 && may && (
            <Button disabled={retry.isPending} onClick={() => retry.mutate()}>
              {again === 1 ? "Try the one again that was not done" : `Try the ${again} again that were not done`}
            </Button>
          )}
        </div>
      </div>
      {(stop.error ?? retry.error) && <ErrorBlock error={stop.error ?? retry.error} />}
      <ProgressLine
        done={done + failed + skipped}
        total={waiting + going + done + failed + skipped}
        words={roundSummary(round)}
      />
      <div className="list-tools">
        <Form.Control
          type="search"
          value={filter}
          placeholder="Filter devices, states, words"
          aria-label="Filter results"
          onChange={(e) => setFilter(e.target.value)}
        />
        <span className="count" role="status">
          {found.length === round.results.length
            ? `${round.results.length} results`
            : `${found.length} of ${round.results.length} results`}
          {found.length > MOST_SHOWN && `, the first ${MOST_SHOWN} are shown`}
        </span>
        <div className="right">
          <Button
            variant="link"
            onClick={() =>
              download(
                `round-${round.id}.csv`,
                csv(
                  ["Device", "State", "Result"],
                  found.map((r) => [r.device, r.state, r.words ?? ""]),
                ),
              )
            }
          >
            Export as CSV
          </Button>
        </div>
      </div>
      <table className="table facts results">
        <thead>
          <tr>
            <th>Device</th>
            <th>State</th>
            <th>Result</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {found.slice(0, MOST_SHOWN).map((r) => (
            <Row
              key={r.device}
              result={r}
              open={open === r.device}
              toggle={() => setOpen(open === r.device ? null : r.device)}
            />
          ))}
        </tbody>
      </table>
      {found.length === 0 && <p className="empty">No result fits “{filter}”.</p>}
    </>
  );
}

function Row({ result, open, toggle }: { result: RoundResult; open: boolean; toggle: () => void }) {
  const stages = stagesOf(result);
  return (
    <Fragment>
      <tr>
        <td>
          <Link to={`/devices/${result.device}`} className="mono">
            {result.device}
          </Link>
        </td>
        <td>
          <Status state={resultStates[result.state]} />
        </td>
        <td>{result.words}</td>
        <td className="text-end">
          {stages.length > 0 && (
            <Button
              variant="link"
              size="sm"
              className="p-0 align-baseline"
              aria-expanded={open}
              aria-label={`${open ? "Hide" : "Show"} the stages of ${result.device}`}
              onClick={toggle}
            >
              {open ? "Hide stages" : "Stages"}
            </Button>
          )}
        </td>
      </tr>
      {open && (
        <tr>
          <td colSpan={4}>
            <Stages stages={stages} />
          </td>
        </tr>
      )}
    </Fragment>
  );
}
