import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import Modal from "react-bootstrap/Modal";
import { asProblem } from "../api/client";
import type { Freeze } from "../api/types";
import { ErrorBlock } from "../ui/Messages";
import { holdsFor } from "./freezes";

interface Props {
  freeze: Freeze;
  error: Error | null;
  busy: boolean;
  lift: (reason: string) => void;
  close: () => void;
}

/** Ending a freeze before its time, with a reason that others will read. */
export function LiftForm({ freeze, error, busy, lift, close }: Props) {
  const [reason, setReason] = useState("");
  const problem = error ? asProblem(error) : null;
  const fieldError = problem?.at("reason")[0]?.message;
  return (
    <Modal show onHide={close} aria-labelledby="lift-title">
      <Form
        noValidate
        onSubmit={(e) => {
          e.preventDefault();
          lift(reason);
        }}
      >
        <Modal.Header closeButton>
          <Modal.Title as="h2" id="lift-title">
            Lift the freeze {freeze.name}?
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          {problem && !fieldError && <ErrorBlock error={problem} />}
          <p>
            From now on changes may run again on {holdsFor(freeze)}
            {freeze.recurrence ? ", this time and all times to come" : ""}. It can't be taken back; add a new freeze
            instead.
          </p>
          <Form.Group controlId="lift-reason">
            <Form.Label>Why</Form.Label>
            <Form.Control
              as="textarea"
              rows={2}
              autoFocus
              maxLength={500}
              value={reason}
              isInvalid={!!fieldError}
              onChange={(e) => setReason(e.target.value)}
            />
            <Form.Control.Feedback type="invalid">{fieldError}</Form.Control.Feedback>
          </Form.Group>
        </Modal.Body>
        <Modal.Footer>
          <Button variant="outline-primary" onClick={close}>
            Leave it
          </Button>
          <Button type="submit" disabled={busy}>
            Lift the freeze
          </Button>
        </Modal.Footer>
      </Form>
    </Modal>
  );
}
