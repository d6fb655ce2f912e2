import type { ReactNode } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import Modal from "react-bootstrap/Modal";
import type { Problem } from "../api/client";
import { Field } from "../ui/Field";
import { ErrorBlock } from "../ui/Messages";

interface Props {
  /** What is added: the name of the form. */
  of: string;
  title: string;
  refusal: Problem | null;
  busy: boolean;
  send: () => void;
  close: () => void;
  children: ReactNode;
}

/** A form over the calendar that adds something to it. */
export function AddingModal({ of, title, refusal, busy, send, close, children }: Props) {
  return (
    <Modal show onHide={close} aria-labelledby={`${of}-title`}>
      <Form
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          send();
        }}
      >
        <Modal.Header closeButton>
          <Modal.Title id={`${of}-title`} as="h2">
            {title}
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          {refusal && <ErrorBlock error={refusal} />}
          {children}
        </Modal.Body>
        <Modal.Footer>
          <Button variant="outline-primary" onClick={close}>
            Leave it
          </Button>
          <Button type="submit" disabled={busy}>
            Add
          </Button>
        </Modal.Footer>
      </Form>
    </Modal>
  );
}

interface AgainProps {
  of: string;
  value: string;
  error?: string;
  /** Rules by RFC 5545, each with what it means. */
  rules: Record<string, string>;
  choose: (rule: string) => void;
}

/** How often it comes again. */
export function Again({ of, value, error, rules, choose }: AgainProps) {
  return (
    <Field id={`${of}-recurrence`} label="Again" error={error}>
      <Form.Select value={value} onChange={(e) => choose(e.target.value)}>
        <option value="">once</option>
        {Object.entries(rules).map(([rule, words]) => (
          <option key={rule} value={rule}>
            {words}
          </option>
        ))}
      </Form.Select>
    </Field>
  );
}
