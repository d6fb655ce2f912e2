import { type ReactNode, useId, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import Modal from "react-bootstrap/Modal";
import { asProblem } from "../api/client";
import { ErrorBlock } from "./Messages";
import { Field } from "./Field";

interface Props {
  title: string;
  /** What will happen. */
  children: ReactNode;
  /** What the button says that does it. */
  label: string;
  harmful?: boolean;
  /** Nothing has to be said, for example because somebody else has said it. */
  needsNoReason?: boolean;
  mostCharacters?: number;
  error: Error | null;
  busy: boolean;
  submit: (reason: string) => void;
  close: () => void;
}

/** Asks before something is done, and for a reason that others will read. */
export function ReasonModal(props: Props) {
  const { title, children, label, harmful, needsNoReason, mostCharacters, error, busy, submit, close } = props;
  const [reason, setReason] = useState("");
  const id = useId();
  const problem = error ? asProblem(error) : null;
  const fieldError = problem?.at("reason")[0]?.message;
  return (
    <Modal show onHide={close} aria-labelledby={`${id}-title`}>
      <Form
        noValidate
        onSubmit={(e) => {
          e.preventDefault();
          submit(reason);
        }}
      >
        <Modal.Header closeButton>
          <Modal.Title as="h2" id={`${id}-title`}>
            {title}
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          {problem && !fieldError && <ErrorBlock error={problem} />}
          <p>{children}</p>
          {!needsNoReason && (
            <Field id={`${id}-reason`} label="Why" error={fieldError} className="">
              <Form.Control
                as="textarea"
                rows={2}
                autoFocus
                maxLength={mostCharacters ?? 2000}
                value={reason}
                onChange={(e) => setReason(e.target.value)}
              />
            </Field>
          )}
        </Modal.Body>
        <Modal.Footer>
          <Button variant="outline-primary" onClick={close}>
            Leave it
          </Button>
          <Button type="submit" variant={harmful ? "danger" : "primary"} disabled={busy}>
            {label}
          </Button>
        </Modal.Footer>
      </Form>
    </Modal>
  );
}
