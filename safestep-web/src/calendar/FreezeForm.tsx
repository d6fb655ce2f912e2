import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import Modal from "react-bootstrap/Modal";
import { api, asProblem } from "../api/client";
import type { Freeze, Group, Site } from "../api/types";
import { ErrorBlock } from "../ui/Messages";
import { zoneName } from "../ui/time";

const empty = { name: "", reason: "", begins: "", ends: "", recurrence: "" };

/** Adding a stretch of time in which changes may not run. */
export function FreezeForm({ close }: { close: () => void }) {
  const [form, setForm] = useState(empty);
  const [whole, setWhole] = useState(true);
  const [sites, setSites] = useState<string[]>([]);
  const [groups, setGroups] = useState<string[]>([]);
  const [unsaid, setUnsaid] = useState(false);
  const knownSites = useQuery({ queryKey: ["sites"], queryFn: () => api.get<Site[]>("/api/sites") });
  const knownGroups = useQuery({ queryKey: ["groups"], queryFn: () => api.get<Group[]>("/api/groups") });
  const client = useQueryClient();
  const add = useMutation({
    mutationFn: () =>
      api.post<Freeze[]>("/api/freezes", {
        ...form,
        begins: form.begins || null,
        ends: form.ends || null,
        recurrence: form.recurrence || null,
        sites: whole ? [] : sites,
        groups: whole ? [] : groups,
      }),
    onSuccess: () => {
      close();
      return client.invalidateQueries();
    },
  });
  const problem = add.error ? asProblem(add.error) : null;
  const field = (key: keyof typeof form, label: string, type: string) => (
    <Form.Group className="mb-2" controlId={`freeze-${key}`}>
      <Form.Label>{label}</Form.Label>
      <Form.Control
        type={type}
        as={type === "textarea" ? "textarea" : "input"}
        maxLength={type === "text" ? 80 : type === "textarea" ? 500 : undefined}
        value={form[key]}
        isInvalid={!!problem?.at(key).length}
        onChange={(e) => setForm({ ...form, [key]: e.target.value })}
      />
      <Form.Control.Feedback type="invalid">{problem?.at(key)[0]?.message}</Form.Control.Feedback>
    </Form.Group>
  );
  const choice = (id: string, label: string, key: string, chosen: string[], set: (some: string[]) => void) => (
    <Form.Check
      key={id}
      inline
      id={id}
      label={label}
      checked={chosen.includes(key)}
      onChange={(e) => set(e.target.checked ? [...chosen, key] : chosen.filter((c) => c !== key))}
    />
  );
  function submit(event: FormEvent) {
    event.preventDefault();
    // Nothing chosen would be taken for everything.
    const nothing = !whole && sites.length === 0 && groups.length === 0;
    setUnsaid(nothing);
    if (!nothing) {
      add.mutate();
    }
  }
  return (
    <Modal show onHide={close} aria-labelledby="freeze-title">
      <Form onSubmit={submit} noValidate>
        <Modal.Header closeButton>
          <Modal.Title id="freeze-title" as="h2">
            Add a freeze
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          {problem && problem.errors.length === 0 && <ErrorBlock error={problem} />}
          {field("name", "Name", "text")}
          {field("reason", "Why nothing may be changed then", "textarea")}
          {field("begins", `Begins (${zoneName()})`, "datetime-local")}
          {field("ends", "Ends", "datetime-local")}
          <Form.Group className="mb-2" controlId="freeze-recurrence">
            <Form.Label>Again</Form.Label>
            <Form.Select value={form.recurrence} onChange={(e) => setForm({ ...form, recurrence: e.target.value })}>
              <option value="">once</option>
              <option value="FREQ=DAILY">every day</option>
              <option value="FREQ=WEEKLY">every week on this day</option>
              <option value="FREQ=YEARLY">every year on this day</option>
            </Form.Select>
          </Form.Group>
          <fieldset>
            <legend className="form-label fs-6">Holds for</legend>
            <Form.Check
              type="radio"
              name="freeze-scope"
              id="freeze-whole"
              label="the whole network"
              checked={whole}
              onChange={() => setWhole(true)}
            />
            <Form.Check
              type="radio"
              name="freeze-scope"
              id="freeze-some"
              label="some sites and groups"
              checked={!whole}
              onChange={() => setWhole(false)}
            />
            {!whole && (
              <div className="mt-1">
                {knownSites.data?.map((s) => choice(`freeze-site-${s.code}`, s.name, s.code, sites, setSites))}
                {knownGroups.data?.map((g) =>
                  choice(`freeze-group-${g.id}`, `group ${g.name}`, g.name, groups, setGroups),
                )}
              </div>
            )}
            {unsaid && (
              <div className="invalid-feedback d-block">Choose at least one site or group, or the whole network.</div>
            )}
          </fieldset>
        </Modal.Body>
        <Modal.Footer>
          <Button variant="outline-primary" onClick={close}>
            Leave it
          </Button>
          <Button type="submit" disabled={add.isPending}>
            Add
          </Button>
        </Modal.Footer>
      </Form>
    </Modal>
  );
}
