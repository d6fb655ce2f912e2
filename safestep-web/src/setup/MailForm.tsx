import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { api, told } from "../api/client";
import { useMoved } from "../api/keys";
import vocabulary from "../api/vocabulary.json";
import { Field } from "../ui/Field";
import { ErrorBlock } from "../ui/Messages";
import { useSave } from "../ui/useSave";
import { type Mail, type Protection, protections, withProtection, written } from "./mail";

/** Which mail server takes mail; where there are two administrators, both say it. */
export function MailForm({ mail, saved }: { mail: Mail; saved: (waits: string | null) => void }) {
  const moved = useMoved();
  const [route, setRoute] = useState(() => written(mail));
  const [port, setPort] = useState(String(route.port));
  const [password, setPassword] = useState("");
  const save = useSave({
    mutationFn: () =>
      told(
        api.PUT("/api/installation/mail", {
          body: { ...route, port: /^\d{1,6}$/.test(port.trim()) ? Number(port) : 0, password, version: mail.version },
        }),
      ),
    onSuccess: async ({ waits }) => {
      saved(waits);
      await moved.mail();
    },
  });
  function choose(protection: Protection) {
    const next = withProtection({ ...route, port: Number(port) || 0 }, protection);
    setRoute(next);
    setPort(String(next.port));
  }
  function submit(event: FormEvent) {
    event.preventDefault();
    save.mutate();
  }
  return (
    <form onSubmit={submit} noValidate autoComplete="off">
      <h2>{mail.on || mail.said ? "Give it to another server" : "The mail server"}</h2>
      <Field id="mail-host" label="Name or address" error={save.at("host")} hint="Mail is given to it by SMTP.">
        <Form.Control
          className="mono"
          value={route.host}
          maxLength={253}
          placeholder="mail.ferries.example"
          onChange={(e) => setRoute({ ...route, host: e.target.value })}
        />
      </Field>
      <div className="d-flex flex-wrap gap-3">
        <Field id="mail-protection" label="The way there" error={save.at("protection")}>
          <Form.Select value={route.protection} onChange={(e) => choose(e.target.value as Protection)}>
            {protections.map((p) => (
              <option key={p} value={p}>
                {vocabulary.mailProtections[p].words}
              </option>
            ))}
          </Form.Select>
        </Field>
        <Field id="mail-port" label="Port" error={save.at("port")}>
          <Form.Control
            className="mono"
            inputMode="numeric"
            value={port}
            maxLength={6}
            onChange={(e) => setPort(e.target.value)}
          />
        </Field>
      </div>
      <Field id="mail-user" label="Log-in there" error={save.at("user")} hint="Empty when the server asks for none.">
        <Form.Control
          className="mono"
          value={route.user}
          maxLength={200}
          autoComplete="off"
          onChange={(e) => setRoute({ ...route, user: e.target.value })}
        />
      </Field>
      {(route.user || save.at("password")) && (
        <Field
          id="mail-password"
          label="Password"
          error={save.at("password")}
          hint={
            mail.hasPassword
              ? "There is one, which is never shown and goes to the same server alone. Leave it empty to keep it."
              : "It is stored encrypted and never shown again."
          }
        >
          <Form.Control
            type="password"
            value={password}
            maxLength={1000}
            autoComplete="new-password"
            onChange={(e) => setPassword(e.target.value)}
          />
        </Field>
      )}
      <Field
        id="mail-sender"
        label="From"
        error={save.at("sender")}
        hint="The address from which mail comes."
        className="mb-3"
      >
        <Form.Control
          className="mono"
          value={route.sender}
          maxLength={200}
          placeholder="safe-step@ferries.example"
          onChange={(e) => setRoute({ ...route, sender: e.target.value })}
        />
      </Field>
      <Button type="submit" disabled={save.isPending}>
        Save
      </Button>
      {save.refusal && <ErrorBlock error={save.refusal} />}
    </form>
  );
}
