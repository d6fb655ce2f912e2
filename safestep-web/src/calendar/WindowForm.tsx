import { useMutation, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import Modal from "react-bootstrap/Modal";
import { api, asProblem } from "../api/client";
import { ErrorBlock } from "../ui/Messages";
import { zoneName } from "../ui/time";

/** Adding a stretch of time in which changes may run. */
export function WindowForm({ close }: { close: () => void }) {
  const [form, setForm] = useState({ name: "", firstDay: "", opens: "01:30", closes: "05:15", recurrence: "" });
  const client = useQueryClient();
  const add = useMutation({
    mutationFn: () =>
      api.post("/api/windows", {
        ...form,
        firstDay: form.firstDay || null,
        opens: form.opens || null,
        closes: form.closes || null,
        recurrence: form.recurrence || null,
      }),
    onSuccess: () => {
      void client.invalidateQueries();
      close();
    },
  });
  const problem = add.error ? asProblem(add.error) : null;
  const field = (key: keyof typeof form, label: string, type: string) => (
    <Form.Group className="mb-2" controlId={`window-${key}`}>
      <Form.Label>{label}</Form.Label>
      <Form.Control
        type={type}
        value={form[key]}
        isInvalid={!!problem?.at(key).length}
        onChange={(e) => setForm({ ...form, [key]: e.target.value })}
      />
      <Form.Control.Feedback type="invalid">{problem?.at(key)[0]?.message}</Form.Control.Feedback>
    </Form.Group>
  );
  function submit(event: FormEvent) {
    event.preventDefault();
    add.mutate();
  }
  return (
    <Modal show onHide={close} aria-labelledby="window-title">
      <Form onSubmit={submit} noValidate>
        <Modal.Header closeButton>
          <Modal.Title id="window-title" as="h2">
            Add a window
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          {problem && problem.errors.length === 0 && <ErrorBlock error={problem} />}
          {field("name", "Name", "text")}
          {field("firstDay", "First day", "date")}
          {field("opens", `Opens (${zoneName()})`, "time")}
          {field("closes", "Closes", "time")}
          <Form.Group controlId="window-recurrence">
            <Form.Label>Again</Form.Label>
            <Form.Select value={form.recurrence} onChange={(e) => setForm({ ...form, recurrence: e.target.value })}>
              <option value="">once</option>
              <option value="FREQ=DAILY">every day</option>
              <option value="FREQ=WEEKLY">every week on this day</option>
              <option value="FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR">Monday to Friday</option>
            </Form.Select>
          </Form.Group>
        </Modal.Body>
        <Modal.Footer>
          <Button type="submit" disabled={add.isPending}>
            Add
          </Button>
        </Modal.Footer>
      </Form>
    </Modal>
  );
}
