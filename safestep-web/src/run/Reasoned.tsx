import { useId, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import Modal from "react-bootstrap/Modal";
import { asProblem } from "../api/client";
import type { Change, Run } from "../api/types";
import { ErrorBlock } from "../ui/Messages";
import { useControl } from "./useControl";

interface Props {
  run: Run;
  change: Change;
  label: string;
  title: string;
  /** What will happen, in a sentence. */
  sentence: string;
  path: string;
  variant?: string;
  /** Nothing has to be said, for example because somebody else has said it. */
  needsNoReason?: boolean;
}

/** Something that is done to a run with a reason that others will read. */
export function Reasoned({ run, change, label, title, sentence, path, variant, needsNoReason }: Props) {
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState("");
  const id = useId();
  const control = useControl(run, change, () => setOpen(false));
  const problem = control.error ? asProblem(control.error) : null;
  const fieldError = problem?.at("reason")[0]?.message;
  return (
    <>
      <Button variant={variant ?? "outline-primary"} onClick={() => setOpen(true)}>
        {label}
      </Button>
      <Modal show={open} onHide={() => setOpen(false)} aria-labelledby={`${id}-title`}>
        <Form
          onSubmit={(e) => {
            e.preventDefault();
            control.mutate({ path, body: { reason } });
          }}
        >
          <Modal.Header closeButton>
            <Modal.Title as="h2" id={`${id}-title`}>
              {title}
            </Modal.Title>
          </Modal.Header>
          <Modal.Body>
            {problem && !fieldError && <ErrorBlock error={problem} />}
            <p>{sentence}</p>
            {!needsNoReason && (
              <Form.Group controlId={`${id}-reason`}>
                <Form.Label>Why</Form.Label>
                <Form.Control
                  as="textarea"
                  rows={2}
                  autoFocus
                  maxLength={2000}
                  value={reason}
                  isInvalid={!!fieldError}
                  onChange={(e) => setReason(e.target.value)}
                />
                <Form.Control.Feedback type="invalid">{fieldError}</Form.Control.Feedback>
              </Form.Group>
            )}
          </Modal.Body>
          <Modal.Footer>
            <Button variant="outline-primary" onClick={() => setOpen(false)}>
              Leave it
            </Button>
            <Button
              type="submit"
              variant={variant === "outline-danger" ? "danger" : "primary"}
              disabled={control.isPending}
            >
              {label}
            </Button>
          </Modal.Footer>
        </Form>
      </Modal>
    </>
  );
}
