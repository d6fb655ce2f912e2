import { useState } from "react";
import Button from "react-bootstrap/Button";
import Modal from "react-bootstrap/Modal";
import type { Change, Run } from "../api/types";
import { useMayOnWhole } from "../session/session";
import { ErrorBlock } from "../ui/Messages";
import { clock } from "../ui/time";
import { useControl } from "./useControl";

/** The one large control: one press, and a question that says what it will do. */
export function StopButton({ run, change }: { run: Run; change: Change }) {
  const mayRun = useMayOnWhole("RUN_CHANGES");
  const [asking, setAsking] = useState(false);
  const stop = useControl(run, change, () => setAsking(false));
  if (!mayRun) {
    return null;
  }
  const written = run.devices.filter((d) => d.written).map((d) => d.name);
  return (
    <>
      <Button
        variant="danger"
        disabled={!!run.stopRequestedBy || run.state === "ROLLING_BACK"}
        onClick={() => setAsking(true)}
      >
        {run.state === "ROLLING_BACK" || run.stopRequestedBy ? "Rolling back …" : "Stop and roll back"}
      </Button>
      <Modal show={asking} onHide={() => setAsking(false)} aria-labelledby="stop-title">
        <Modal.Header closeButton>
          <Modal.Title as="h2" id="stop-title">
            Stop and roll back {change.subject}?
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          {stop.error && <ErrorBlock error={stop.error} />}
          <p className="mb-2">The run stops before its next command.</p>
          {written.length === 0 ? (
            <p className="mb-0">Nothing was written to any device yet, so nothing has to be undone.</p>
          ) : (
            <p className="mb-0">
              {written.length === 1
                ? "One device was written to so far and will be undone"
                : `${written.length} devices were written to so far and will be undone, the last one first`}
              : <span className="mono">{written.slice().reverse().join(", ")}</span>. There is time for that until{" "}
              {clock(run.turnBackAt)}.
            </p>
          )}
        </Modal.Body>
        <Modal.Footer>
          <Button variant="outline-primary" onClick={() => setAsking(false)}>
            Let it go on
          </Button>
          <Button variant="danger" autoFocus disabled={stop.isPending} onClick={() => stop.mutate((it) => it.stop())}>
            Stop and roll back
          </Button>
        </Modal.Footer>
      </Modal>
    </>
  );
}
