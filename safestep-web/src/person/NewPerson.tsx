import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { api, told } from "../api/client";
import { useMoved } from "../api/keys";
import { Field } from "../ui/Field";
import { ErrorBlock } from "../ui/Messages";
import { useSave } from "../ui/useSave";
import { Handing } from "./Handing";
import { MailField, Roles } from "./PersonFields";
import { ScopeField } from "./ScopeField";
import { type PersonRole } from "./people";
import { everywhere } from "./scope";

const blank = { name: "", login: "", email: "", roles: [] as PersonRole[], scope: everywhere, service: false };

export function NewPerson() {
  const moving = useMoved();
  const [form, setForm] = useState(blank);
  // The choice of devices begins anew with each person.
  const [nth, setNth] = useState(0);
  const add = useSave({
    mutationFn: () => told(api.POST("/api/accounts", { body: { ...form, version: null } })),
    onSuccess: () => {
      setForm(blank);
      setNth(nth + 1);
      void moving.people();
    },
  });
  function submit(event: FormEvent) {
    event.preventDefault();
    add.mutate();
  }
  return (
    <form onSubmit={submit} noValidate autoComplete="off">
      <h2>Somebody new</h2>
      <div className="mb-2">
        <Form.Check
          inline
          type="radio"
          name="kind"
          id="kind-person"
          label="a person"
          checked={!form.service}
          onChange={() => setForm({ ...form, service: false })}
        />
        <Form.Check
          inline
          type="radio"
          name="kind"
          id="kind-service"
          label="a program, which comes in with tokens"
          checked={form.service}
          onChange={() => setForm({ ...form, service: true })}
        />
      </div>
      {add.data && <Handing invitation={add.data} />}
      <Field id="person-name" label="Name" error={add.at("name")}>
        <Form.Control value={form.name} maxLength={100} onChange={(e) => setForm({ ...form, name: e.target.value })} />
      </Field>
      <Field
        id="person-login"
        label="Log-in"
        error={add.at("login")}
        hint="Small letters, digits, dots, hyphens. It is never changed and never given twice."
      >
        <Form.Control
          className="mono"
          value={form.login}
          maxLength={40}
          onChange={(e) => setForm({ ...form, login: e.target.value })}
        />
      </Field>
      {!form.service && (
        <MailField value={form.email} error={add.at("email")} set={(email) => setForm({ ...form, email })} />
      )}
      <Roles before={[]} chosen={form.roles} error={add.at("roles")} set={(roles) => setForm({ ...form, roles })} />
      <ScopeField key={nth} scope={form.scope} error={add.at("scope")} set={(scope) => setForm({ ...form, scope })} />
      <Button type="submit" disabled={add.isPending}>
        {add.isPending ? "Adding …" : form.service ? "Add it" : "Add and invite"}
      </Button>
      {add.refusal && <ErrorBlock error={add.refusal} />}
    </form>
  );
}
