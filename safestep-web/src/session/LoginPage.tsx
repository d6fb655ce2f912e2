import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import type { Session } from "../api/types";
import { asProblem } from "../api/client";
import { Mark } from "../ui/Mark";
import { devicesCan } from "./passkey";
import { useLogIn, usePasskey, useSecondStep, useSignOn } from "./session";
import { Field } from "../ui/Field";

export function LoginPage({ session }: { session: Session }) {
  const [login, setLogin] = useState("");
  const [password, setPassword] = useState("");
  const logIn = useLogIn();
  const problem = logIn.error ? asProblem(logIn.error) : null;

  function submit(event: FormEvent) {
    event.preventDefault();
    logIn.mutate({ login, password });
  }

  if (logIn.data?.needsCode) {
    return (
      <main className="login">
        <SecondStep back={() => logIn.reset()} />
      </main>
    );
  }

  return (
    <main className="login">
      <form onSubmit={submit} noValidate>
        <Mark />
        <h1 className="visually-hidden">Log in to Safe Step</h1>
        <Field id="login" label="Log-in name" error={problem?.at("login")[0]?.message}>
          <Form.Control value={login} autoFocus autoComplete="username" onChange={(e) => setLogin(e.target.value)} />
        </Field>
        <Field id="password" label="Password" error={problem?.at("password")[0]?.message} className="mb-3">
          <Form.Control
            type="password"
            value={password}
            autoComplete="current-password"
            onChange={(e) => setPassword(e.target.value)}
          />
        </Field>
        <Button type="submit" disabled={logIn.isPending}>
          Log in
        </Button>
        {problem && problem.errors.length === 0 && (
          <p className="harm mt-3" role="alert">
            {problem.message}
          </p>
        )}
        <OtherWays providers={session.providers} said={session.said} />
      </form>
      {session.demoLogins.length > 0 && (
        <section className="logins" aria-labelledby="demo-logins">
          <h2 id="demo-logins">Merrow Sound Ferries, the practice network</h2>
          <p className="soft">This is the demo. Choose who to be; the password of everybody is the same.</p>
          {session.demoLogins.map((d) => (
            <button
              key={d.login}
              type="button"
              disabled={logIn.isPending}
              onClick={() => logIn.mutate({ login: d.login, password: d.password })}
            >
              <span>{d.name}</span>
              <span>{d.role}</span>
              <span className="mono">
                {d.login} / {d.password}
              </span>
            </button>
          ))}
        </section>
      )}
    </main>
  );
}

/** Passkeys, and identity providers by which somebody can come in, and what the last try came to. */
function OtherWays({ providers, said }: { providers: Session["providers"]; said: string | null }) {
  const signOn = useSignOn();
  const passkey = usePasskey();
  const busy = signOn.isPending || passkey.isPending;
  const wrong = passkey.problem?.message ?? signOn.problem?.message ?? (signOn.isIdle ? said : null);
  return (
    <>
      {(providers.length > 0 || devicesCan()) && (
        <div className="ways">
          {devicesCan() && (
            <Button
              variant="outline-primary"
              disabled={busy}
              onClick={() => {
                signOn.reset();
                passkey.mutate();
              }}
            >
              {passkey.isPending ? "Look at your device …" : "Log in with a passkey"}
            </Button>
          )}
          {providers.map((p) => (
            <Button
              key={p.slug}
              variant="outline-primary"
              disabled={busy}
              onClick={() => {
                passkey.reset();
                signOn.mutate(p.slug);
              }}
            >
              Log in by {p.name}
            </Button>
          ))}
        </div>
      )}
      {wrong && (
        <p className="harm mt-3" role="alert">
          {wrong}
        </p>
      )}
    </>
  );
}

function SecondStep({ back }: { back: () => void }) {
  const [code, setCode] = useState("");
  const step = useSecondStep();
  function submit(event: FormEvent) {
    event.preventDefault();
    step.mutate(code);
  }
  return (
    <form onSubmit={submit} noValidate>
      <Mark />
      <h1 className="visually-hidden">The code of your telephone</h1>
      <Field
        id="code"
        label="The code that your telephone shows"
        error={step.at("code")}
        hint="Or a recovery code, when you do not have it."
        className="mb-3"
      >
        <Form.Control
          className="mono"
          value={code}
          autoFocus
          inputMode="text"
          autoComplete="one-time-code"
          maxLength={40}
          onChange={(e) => setCode(e.target.value)}
        />
      </Field>
      <div className="d-flex gap-2">
        <Button type="submit" disabled={step.isPending || !code}>
          Log in
        </Button>
        <Button variant="link" onClick={back}>
          Back
        </Button>
      </div>
      {step.refusal && (
        <p className="harm mt-3" role="alert">
          {step.refusal.message}
        </p>
      )}
    </form>
  );
}
