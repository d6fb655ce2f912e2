import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useEffect, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { Link, useNavigate } from "react-router";
import { api, told } from "../api/client";
import { keys } from "../api/keys";
import vocabulary from "../api/vocabulary.json";
import { Field } from "../ui/Field";
import { Mark } from "../ui/Mark";
import { ErrorBlock, Loading } from "../ui/Messages";
import { dayAndTime } from "../ui/time";
import { useComeIn, useSessionQuery, useSignOn } from "./session";

/** What stands behind the # of a link; it leaves the address bar at once, so that nobody reads it over a shoulder. */
function useToken() {
  const [token] = useState(() => window.location.hash.slice(1));
  useEffect(() => {
    if (window.location.hash) {
      window.history.replaceState(window.history.state, "", "/welcome");
    }
  }, []);
  return token;
}

/** Coming in with a link: a password is chosen, and by the first administrator also who they are. */
export function WelcomePage() {
  const token = useToken();
  const navigate = useNavigate();
  const [login, setLogin] = useState("");
  const [name, setName] = useState("");
  const [password, setPassword] = useState("");
  const [shown, setShown] = useState(false);
  const invitation = useQuery({
    queryKey: keys.welcome(token),
    queryFn: () => told(api.POST("/api/welcome/look", { body: { token } })),
    enabled: !!token,
    retry: false,
    staleTime: Infinity,
  });
  const coming = useComeIn();
  const first = invitation.data?.login === null;
  function submit(event: FormEvent) {
    event.preventDefault();
    coming.mutate(
      { token, password, login: first ? login.trim() : null, name: first ? name.trim() : null },
      { onSuccess: () => navigate(first ? "/start" : "/", { replace: true }) },
    );
  }
  return (
    <main className="login">
      <form onSubmit={submit} noValidate>
        <Mark />
        {!token && (
          <>
            <h1>This link is not whole</h1>
            <p>
              What stands behind the # is missing. Open the link as it was given to you, or <Link to="/">log in</Link>.
            </p>
          </>
        )}
        {token && invitation.isPending && <Loading />}
        {invitation.error && (
          <>
            <h1>This link does not let you in</h1>
            <ErrorBlock error={invitation.error} />
            <p>
              <Link to="/">Log in</Link> with a password that you have.
            </p>
          </>
        )}
        {invitation.data && (
          <>
            <h1>{first ? "The first administrator" : `Welcome, ${invitation.data.name}`}</h1>
            <p className="soft">
              {first
                ? "Say who you are and choose a password. You add the others then."
                : `Choose a password for your log-in ${invitation.data.login}.`}{" "}
              This works once, until {dayAndTime(invitation.data.endsAt)}.
            </p>
            {first && (
              <>
                <Field id="welcome-name" label="Your name" error={coming.at("name")} hint="By which people know you.">
                  <Form.Control value={name} maxLength={100} autoFocus onChange={(e) => setName(e.target.value)} />
                </Field>
                <Field
                  id="welcome-login"
                  label="Log-in"
                  error={coming.at("login")}
                  hint="Small letters, digits, dots, hyphens. It stays as it is."
                >
                  <Form.Control
                    className="mono"
                    value={login}
                    maxLength={40}
                    autoComplete="username"
                    onChange={(e) => setLogin(e.target.value)}
                  />
                </Field>
              </>
            )}
            <Field
              id="welcome-password"
              label="Password"
              error={coming.at("password")}
              hint={`At least ${vocabulary.leastPassword} characters: a few words that belong to you alone. Blanks are welcome.`}
              className="mb-2"
            >
              <Form.Control
                type={shown ? "text" : "password"}
                value={password}
                autoComplete="new-password"
                autoFocus={!first}
                onChange={(e) => setPassword(e.target.value)}
              />
            </Field>
            <Form.Check
              id="welcome-shown"
              className="mb-3"
              label="Show what I write"
              checked={shown}
              onChange={(e) => setShown(e.target.checked)}
            />
            <Button type="submit" disabled={coming.isPending}>
              {coming.isPending ? "One moment …" : "Come in"}
            </Button>
            {coming.refusal && <ErrorBlock error={coming.refusal} />}
            {invitation.data.byProvider && <ByProvider token={token} />}
          </>
        )}
      </form>
    </main>
  );
}

/** Instead of a password: an identity provider of the house, with which the link is used up. */
function ByProvider({ token }: { token: string }) {
  const session = useSessionQuery();
  const signOn = useSignOn(token);
  const providers = session.data?.providers ?? [];
  if (providers.length === 0) {
    return null;
  }
  return (
    <div className="ways">
      {providers.map((p) => (
        <Button
          key={p.slug}
          variant="outline-primary"
          disabled={signOn.isPending}
          onClick={() => signOn.mutate(p.slug)}
        >
          Come in by {p.name}
        </Button>
      ))}
      {signOn.problem && <ErrorBlock error={signOn.problem} />}
    </div>
  );
}
