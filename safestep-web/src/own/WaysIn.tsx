import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { api, told, type Schemas } from "../api/client";
import { keys } from "../api/keys";
import { Field } from "../ui/Field";
import { Block, ErrorBlock } from "../ui/Messages";
import { dayAndTime } from "../ui/time";
import { useSave } from "../ui/useSave";

type Identity = Schemas["SignOnsIdentityView"];
type Offer = Schemas["SignOnsOffer"];

/** Identity providers by which somebody comes in; nothing at all where there is none. */
export function WaysIn() {
  const client = useQueryClient();
  const ways = useQuery({ queryKey: keys.ownIdentities, queryFn: () => told(api.GET("/api/own/identities")) });
  const drop = useSave({
    mutationFn: (id: number) => told(api.DELETE("/api/own/identities/{id}", { params: { path: { id } } })),
    onSettled: () => client.invalidateQueries({ queryKey: keys.ownIdentities }),
  });
  if (ways.error) {
    return <ErrorBlock error={ways.error} />;
  }
  if (!ways.data || ways.data.identities.length + ways.data.providers.length === 0) {
    return null;
  }
  const joined = new Set(ways.data.identities.map((i) => i.provider));
  return (
    <div className="mt-4">
      <h2>Single sign-on</h2>
      {ways.data.said && <Block tone="warn">{ways.data.said}</Block>}
      {ways.data.identities.map((i) => (
        <Joined key={i.id} identity={i} busy={drop.isPending} drop={() => drop.mutate(i.id)} />
      ))}
      {drop.problem && <ErrorBlock error={drop.problem} />}
      {ways.data.providers
        .filter((p) => !joined.has(p.name))
        .map((p) => (
          <Joining key={p.slug} provider={p} />
        ))}
    </div>
  );
}

function Joined({ identity, busy, drop }: { identity: Identity; busy: boolean; drop: () => void }) {
  return (
    <div className="item">
      <div>
        You come in by {identity.provider}
        <div className="soft">
          Since {dayAndTime(identity.joinedAt)}
          {identity.usedAt ? `, last used ${dayAndTime(identity.usedAt)}.` : ", not used yet."}
        </div>
      </div>
      <Button variant="outline-primary" size="sm" disabled={busy} onClick={drop}>
        Take it away
      </Button>
    </div>
  );
}

/** Adding one: whoever sits down at an open session has to know the password for that. */
function Joining({ provider }: { provider: Offer }) {
  const [asking, setAsking] = useState(false);
  const [password, setPassword] = useState("");
  const join = useSave({
    mutationFn: () => told(api.POST("/api/own/identities", { body: { provider: provider.slug, password } })),
    onSuccess: ({ path }) => window.location.assign(path),
  });
  function submit(event: FormEvent) {
    event.preventDefault();
    join.mutate();
  }
  if (!asking) {
    return (
      <Button variant="outline-primary" onClick={() => setAsking(true)}>
        Come in by {provider.name}, too
      </Button>
    );
  }
  return (
    <form onSubmit={submit} noValidate>
      <Field
        id="join-password"
        label="Your password here"
        error={join.at("password")}
        hint={`Then you log in at ${provider.name} once. Leave it empty when you have no password.`}
        className="mb-3"
      >
        <Form.Control
          type="password"
          value={password}
          autoFocus
          autoComplete="current-password"
          onChange={(e) => setPassword(e.target.value)}
        />
      </Field>
      <div className="d-flex gap-2">
        <Button type="submit" disabled={join.isPending}>
          Go to {provider.name}
        </Button>
        <Button variant="link" onClick={() => setAsking(false)}>
          Leave it
        </Button>
      </div>
      {join.refusal && <ErrorBlock error={join.refusal} />}
    </form>
  );
}
