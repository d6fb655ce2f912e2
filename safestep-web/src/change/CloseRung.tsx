import { useMutation } from "@tanstack/react-query";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { Link } from "react-router";
import { api, asProblem, told } from "../api/client";
import type { Change } from "../api/types";
import { RunReport } from "../run/RunReport";
import { useMayOnWhole } from "../session/session";
import { csv, download } from "../ui/csv";
import { Glyph } from "../ui/Glyph";
import { ErrorBlock, Loading } from "../ui/Messages";
import { clockSeconds, dayName } from "../ui/time";
import { useNext, useRecord } from "./queries";
import { useMoved } from "../api/keys";
import { useSave } from "../ui/useSave";
import { Field } from "../ui/Field";
import { useTyped } from "../ui/useUnsaved";

/** How it went, and the record of everything that was done to this change. */
export function CloseRung({ change }: { change: Change }) {
  const mayClose = useMayOnWhole("CLOSE_CHANGES");
  const record = useRecord(change.subject);
  const next = useNext(change.number).data?.step;
  const canClose = next?.kind === "CLOSE";
  return (
    <>
      {change.outcomeNote && (
        <>
          <h2>How it went</h2>
          <p>{change.outcomeNote}</p>
        </>
      )}
      {canClose && mayClose && <Closure change={change} />}
      {canClose && !mayClose && (
        <p className="empty">An engineer or a change manager closes it with a note of how it went.</p>
      )}
      {next?.kind === "REVIEW" && <p className="empty">{next.sentence}</p>}
      {next?.kind === "STUCK" && (
        <p className="empty">
          Not everything could be undone.{" "}
          <Link to={`/changes/${change.number}/run`}>The rung Run shows the ways on</Link>: it is closed when two people
          leave the devices as they are, or can be closed when the way back has succeeded.
        </p>
      )}
      <RunReport change={change} />
      <div className="head mt-3">
        <h2>Record</h2>
        <div className="actions">
          <Proof />
          <a
            className="btn btn-link"
            href={`/api/changes/${change.number}/evidence`}
            download={`${change.subject}-evidence.zip`}
            title="Everything on record in open formats, with checksums; secrets are masked"
          >
            Evidence pack
          </a>
          <Button
            variant="link"
            disabled={!record.data}
            onClick={() =>
              download(
                `${change.subject}-record.csv`,
                csv(
                  ["Time (UTC)", "Person", "Action", "Detail"],
                  record.data!.map((r) => [r.at, r.person, r.action, r.detail]),
                ),
              )
            }
          >
            Export as CSV
          </Button>
        </div>
      </div>
      {record.error && <ErrorBlock error={record.error} />}
      {!record.data && !record.error && <Loading />}
      {record.data && (
        <table className="table record">
          <thead>
            <tr>
              <th>Time</th>
              <th>Person</th>
              <th>What</th>
              <th>Detail</th>
            </tr>
          </thead>
          <tbody>
            {record.data.map((r, i) => (
              <tr key={i}>
                <td className="mono">
                  {dayName(r.at)} {clockSeconds(r.at)}
                </td>
                <td>{r.person}</td>
                <td>{r.action}</td>
                <td>{r.detail}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </>
  );
}

/** Computes the chain of hashes over the whole record anew, when somebody asks. */
function Proof() {
  const proof = useMutation({ mutationFn: () => told(api.GET("/api/record/proof")) });
  if (proof.data) {
    return (
      <span role="status">
        <Glyph shape={proof.data.intact ? "done" : "failed"} /> {proof.data.sentences[0]}
      </span>
    );
  }
  return (
    <Button variant="link" disabled={proof.isPending} onClick={() => proof.mutate()}>
      {proof.error ? asProblem(proof.error).message : "Prove that it was not touched"}
    </Button>
  );
}

function Closure({ change }: { change: Change }) {
  const [note, setNote, unsaved] = useTyped(`closing-${change.number}`);
  const moved = useMoved();
  const close = useSave({
    mutationFn: () =>
      told(api.POST("/api/changes/{number}/closure", { params: { path: { number: change.number } }, body: { note } })),
    onSettled: () => moved.change(change.number),
    onSuccess: unsaved.forget,
  });

  const noteError = close.at("note");
  return (
    <>
      <Field id="note" label="How it went" error={noteError}>
        <Form.Control
          as="textarea"
          rows={2}
          value={note}
          placeholder="One or two sentences for those who read this later"
          onChange={(e) => setNote(e.target.value)}
        />
      </Field>
      {close.refusal && <ErrorBlock error={close.refusal} />}
      <Button disabled={close.isPending} onClick={() => close.mutate()}>
        Close {change.subject}
      </Button>
    </>
  );
}
