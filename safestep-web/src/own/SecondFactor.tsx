import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { api, told, type Schemas } from "../api/client";
import { keys } from "../api/keys";
import { Field } from "../ui/Field";
import { Block, ErrorBlock, Loading } from "../ui/Messages";
import { useSave } from "../ui/useSave";
import { count } from "../ui/words";

/** The code of a telephone that is asked for beside the password. */
export function SecondFactor() {
  const client = useQueryClient();
  const state = useQuery({
    queryKey: keys.secondFactor,
    queryFn: () => told(api.GET("/api/own/second-factor")),
  });
  const offer = useSave({ mutationFn: () => told(api.POST("/api/own/second-factor")) });
  const [codes, setCodes] = useState<string[] | null>(null);
  const moved = () => client.invalidateQueries({ queryKey: keys.secondFactor });
  return (
    <>
      <h2>Second factor</h2>
      {state.error && <ErrorBlock error={state.error} />}
      {!state.data && !state.error && <Loading />}
      {codes && <Recovery codes={codes} done={() => setCodes(null)} />}
      {state.data?.on && !codes && (
        <>
          <p>
            The code of your telephone is asked for beside your password.{" "}
            <span className="soft">{count(state.data.recoveryCodesLeft, "recovery code")} left.</span>
          </p>
          <Removal moved={moved} />
        </>
      )}
      {state.data && !state.data.on && (
        <>
          <p className="soft">
            With one, whoever learns your password still does not come in: a code is asked for that your telephone shows
            and that changes every 30 seconds.
          </p>
          {offer.data ? (
            <Beginning
              offer={offer.data}
              begun={(made) => {
                setCodes(made);
                offer.reset();
                void moved();
              }}
            />
          ) : (
            <Button variant="outline-primary" disabled={offer.isPending} onClick={() => offer.mutate()}>
              Set one up
            </Button>
          )}
          {offer.problem && <ErrorBlock error={offer.problem} />}
        </>
      )}
    </>
  );
}

type Offer = Schemas["SecondFactorOfferView"];

/** The secret as squares and as letters, and the code that shows that the telephone has it. */
function Beginning({ offer, begun }: { offer: Offer; begun: (codes: string[]) => void }) {
  const [code, setCode] = useState("");
  const begin = useSave({
    mutationFn: () => told(api.PUT("/api/own/second-factor", { body: { code } })),
    onSuccess: (answer) => begun(answer.codes),
  });
  function submit(event: FormEvent) {
    event.preventDefault();
    begin.mutate();
  }
  return (
    <form onSubmit={submit} noValidate>
      <p>1. Point an app for time codes (TOTP) at this, or type in the letters below it.</p>
      <Squares rows={offer.picture} />
      <p className="mono token">{offer.typed}</p>
      <Field id="factor-code" label="2. Enter the code that it shows" error={begin.at("code")} className="mb-3">
        <Form.Control
          className="mono"
          value={code}
          inputMode="numeric"
          autoComplete="one-time-code"
          maxLength={40}
          onChange={(e) => setCode(e.target.value)}
        />
      </Field>
      <Button type="submit" disabled={begin.isPending || !code}>
        Ask for codes from now on
      </Button>
      {begin.refusal && <ErrorBlock error={begin.refusal} />}
    </form>
  );
}

/** Dark on light in both themes: cameras want it so. */
function Squares({ rows }: { rows: string[] }) {
  const dark = rows.flatMap((row, y) => [...row].flatMap((c, x) => (c === "#" ? [`M${x} ${y}h1v1h-1z`] : [])));
  return (
    <svg
      className="squares"
      viewBox={`0 0 ${rows.length} ${rows.length}`}
      role="img"
      aria-label="The secret for the camera of a telephone"
      shapeRendering="crispEdges"
    >
      <rect width="100%" height="100%" className="light" />
      <path d={dark.join("")} className="dark" />
    </svg>
  );
}

/** Codes for when the telephone is lost, this once. */
function Recovery({ codes, done }: { codes: string[]; done: () => void }) {
  const [copied, setCopied] = useState(false);
  async function copy() {
    await navigator.clipboard.writeText(codes.join("\n"));
    setCopied(true);
  }
  return (
    <Block>
      <p className="mb-1">
        Codes are asked for from now on. When your telephone is lost, each of these lets you in once. Keep them apart
        from it: they are shown only now.
      </p>
      <ul className="mono mb-2">
        {codes.map((code) => (
          <li key={code}>{code}</li>
        ))}
      </ul>
      <div className="d-flex gap-2">
        <Button variant="outline-primary" size="sm" onClick={() => void copy()}>
          {copied ? "Copied" : "Copy them"}
        </Button>
        <Button variant="link" size="sm" onClick={done}>
          I have kept them
        </Button>
      </div>
    </Block>
  );
}

function Removal({ moved }: { moved: () => void }) {
  const [asking, setAsking] = useState(false);
  const [password, setPassword] = useState("");
  const drop = useSave({
    mutationFn: () => told(api.POST("/api/own/second-factor/removal", { body: { password } })),
    onSuccess: moved,
  });
  function submit(event: FormEvent) {
    event.preventDefault();
    drop.mutate();
  }
  if (!asking) {
    return (
      <Button variant="link" className="p-0" onClick={() => setAsking(true)}>
        Take it away …
      </Button>
    );
  }
  return (
    <form onSubmit={submit} noValidate>
      <Field
        id="factor-password"
        label="Your password"
        error={drop.at("password")}
        hint="Leave it empty when you have no password."
        className="mb-3"
      >
        <Form.Control
          type="password"
          value={password}
          autoComplete="current-password"
          onChange={(e) => setPassword(e.target.value)}
        />
      </Field>
      <div className="d-flex gap-2">
        <Button type="submit" variant="outline-danger" disabled={drop.isPending}>
          Take it away
        </Button>
        <Button variant="link" onClick={() => setAsking(false)}>
          Keep it
        </Button>
      </div>
      {drop.refusal && <ErrorBlock error={drop.refusal} />}
    </form>
  );
}
