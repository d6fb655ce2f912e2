import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { api, told } from "../api/client";
import { keys } from "../api/keys";
import vocabulary from "../api/vocabulary.json";
import { usePerson } from "../session/session";
import { Field } from "../ui/Field";
import { ErrorBlock, Loading } from "../ui/Messages";
import { dayAndTime } from "../ui/time";
import { useSave } from "../ui/useSave";
import { Leaves } from "../person/Leaves";
import { Looks } from "./Looks";
import { Passkeys } from "./Passkeys";
import { SecondFactor } from "./SecondFactor";
import { Tokens } from "../person/Tokens";
import { WaysIn } from "./WaysIn";
import { count } from "../ui/words";

/** A person's own ways in, sessions, leave and tokens. */
export function OwnPage() {
  const person = usePerson();
  return (
    <>
      <div className="head">
        <h1>{person.name}</h1>
        <span className="soft">
          <span className="mono">{person.login}</span> · {person.roles.join(", ")} · {person.scope ?? "all devices"}
        </span>
      </div>
      <div className="cols">
        <section>
          <PasswordForm />
          <div className="mt-4">
            <SecondFactor />
          </div>
          <div className="mt-4">
            <Sessions />
          </div>
          <Leaves login={null} self={person.login} />
          <Looks />
        </section>
        <section>
          <Passkeys />
          <WaysIn />
          <div className="mt-4">
            <Tokens owner={null} makes />
          </div>
        </section>
      </div>
    </>
  );
}

function PasswordForm() {
  const client = useQueryClient();
  const [current, setCurrent] = useState("");
  const [password, setPassword] = useState("");
  const save = useSave({
    mutationFn: () => told(api.PUT("/api/own/password", { body: { current, password } })),
    onSuccess: () => {
      setCurrent("");
      setPassword("");
      return client.invalidateQueries({ queryKey: keys.ownSessions });
    },
  });
  function submit(event: FormEvent) {
    event.preventDefault();
    save.mutate();
  }
  return (
    <form onSubmit={submit} noValidate>
      <h2>Password</h2>
      <Field id="own-current" label="Your password now" error={save.at("current")}>
        <Form.Control
          type="password"
          value={current}
          autoComplete="current-password"
          onChange={(e) => setCurrent(e.target.value)}
        />
      </Field>
      <Field
        id="own-password"
        label="Your new password"
        error={save.at("password")}
        hint={`At least ${vocabulary.leastPassword} characters: a few words that belong to you alone. Blanks are welcome.`}
        className="mb-3"
      >
        <Form.Control
          type="password"
          value={password}
          autoComplete="new-password"
          onChange={(e) => setPassword(e.target.value)}
        />
      </Field>
      <Button type="submit" disabled={save.isPending || !current || !password}>
        Change it
      </Button>
      {save.isSuccess && (
        <p role="status" className="soft mt-2">
          Changed.{" "}
          {save.data.ended > 0 && `${count(save.data.ended, "other session")} ended: log in there with the new one.`}
        </p>
      )}
      {save.refusal && <ErrorBlock error={save.refusal} />}
    </form>
  );
}

function Sessions() {
  const client = useQueryClient();
  const sessions = useQuery({ queryKey: keys.ownSessions, queryFn: () => told(api.GET("/api/own/sessions")) });
  const end = useSave({
    mutationFn: (name: string) => told(api.DELETE("/api/own/sessions/{name}", { params: { path: { name } } })),
    onSettled: () => client.invalidateQueries({ queryKey: keys.ownSessions }),
  });
  return (
    <>
      <h2>Where you are logged in</h2>
      {sessions.error && <ErrorBlock error={sessions.error} />}
      {!sessions.data && !sessions.error && <Loading />}
      {sessions.data?.map((s) => (
        <div key={s.name} className="item">
          <div>
            Since {dayAndTime(s.begunAt)}
            <div className="soft">{s.own ? "This session." : `Last used ${dayAndTime(s.usedAt)}.`}</div>
          </div>
          {!s.own && (
            <Button variant="outline-primary" size="sm" disabled={end.isPending} onClick={() => end.mutate(s.name)}>
              End it
            </Button>
          )}
        </div>
      ))}
      {sessions.data?.length === 1 && <p className="soft">Nowhere else.</p>}
      {end.problem && <ErrorBlock error={end.problem} />}
    </>
  );
}
