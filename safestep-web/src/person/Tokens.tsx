import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { api, told, type Schemas } from "../api/client";
import { keys } from "../api/keys";
import vocabulary from "../api/vocabulary.json";
import { Field } from "../ui/Field";
import { Block, ErrorBlock, Loading } from "../ui/Messages";
import { dayAndTime } from "../ui/time";
import { useSave } from "../ui/useSave";
import { ScopeField } from "./ScopeField";
import { everywhere } from "./scope";
import type { Right } from "./people";

type Token = Schemas["TokenView"];
type Request = Schemas["TokenTokenRequest"];

/** Where tokens of somebody are, made and ended; null for one's own. */
const at = (owner: string | null) => ({
  list: () =>
    owner === null
      ? told(api.GET("/api/own/tokens"))
      : told(api.GET("/api/accounts/{login}/tokens", { params: { path: { login: owner } } })),
  make: (body: Request) =>
    owner === null
      ? told(api.POST("/api/own/tokens", { body }))
      : told(api.POST("/api/accounts/{login}/tokens", { params: { path: { login: owner } }, body })),
  end: (id: number) =>
    owner === null
      ? told(api.DELETE("/api/own/tokens/{id}", { params: { path: { id } } }))
      : told(api.DELETE("/api/accounts/{login}/tokens/{id}", { params: { path: { login: owner, id } } })),
  record: (id: number) =>
    owner === null
      ? told(api.GET("/api/own/tokens/{id}/record", { params: { path: { id } } }))
      : told(api.GET("/api/accounts/{login}/tokens/{id}/record", { params: { path: { login: owner, id } } })),
});

interface Props {
  /** Log-in of whose they are; null for one's own. */
  owner: string | null;
  /** Whether the one who looks makes them. */
  makes: boolean;
}

/** Tokens with which programs come in as somebody. */
export function Tokens({ owner, makes }: Props) {
  const client = useQueryClient();
  const tokens = useQuery({ queryKey: keys.tokensOf(owner), queryFn: at(owner).list });
  const [making, setMaking] = useState(false);
  const [secret, setSecret] = useState<string | null>(null);
  const [ended, showEnded] = useState(false);
  const moved = () => client.invalidateQueries({ queryKey: keys.tokens });
  const all = tokens.data?.tokens ?? [];
  const open = all.filter((t) => t.open);
  return (
    <>
      <h2>Tokens for programs</h2>
      <p className="soft">
        A program sends one as <span className="mono">Authorization: Bearer</span>. It never decides about changes, and
        the record names it.
      </p>
      {tokens.error && <ErrorBlock error={tokens.error} />}
      {!tokens.data && !tokens.error && <Loading />}
      {secret && <Secret secret={secret} />}
      {(ended ? all : open).map((t) => (
        <TokenItem key={t.id} owner={owner} token={t} moved={moved} />
      ))}
      {tokens.data && open.length === 0 && <p className="soft">There is none that can be used.</p>}
      {all.length > open.length && (
        <Button variant="link" className="p-0 mb-2" onClick={() => showEnded(!ended)}>
          {ended ? "Hide those that have ended" : `Show those that have ended (${all.length - open.length})`}
        </Button>
      )}
      {makes &&
        tokens.data &&
        (making ? (
          <TokenForm
            owner={owner}
            giveable={tokens.data.giveable as Right[]}
            close={() => setMaking(false)}
            made={(made) => {
              setSecret(made);
              setMaking(false);
              void moved();
            }}
          />
        ) : (
          <div>
            <Button variant="outline-primary" onClick={() => setMaking(true)}>
              Make a token
            </Button>
          </div>
        ))}
    </>
  );
}

/** The secret, this once. */
function Secret({ secret }: { secret: string }) {
  const [copied, setCopied] = useState(false);
  async function copy() {
    await navigator.clipboard.writeText(secret);
    setCopied(true);
  }
  return (
    <Block
      action={
        <Button variant="outline-primary" size="sm" onClick={() => void copy()}>
          {copied ? "Copied" : "Copy it"}
        </Button>
      }
    >
      <p className="mb-1">Put it where the program finds it now: it is shown only this once.</p>
      <code className="token">{secret}</code>
    </Block>
  );
}

function TokenItem({ owner, token, moved }: { owner: string | null; token: Token; moved: () => void }) {
  const [looking, setLooking] = useState(false);
  const end = useSave({ mutationFn: () => at(owner).end(token.id), onSettled: moved });
  const rights = token.rights.map((r) => vocabulary.rights[r]).join("; ");
  return (
    <div className="item">
      <div>
        {token.name} <span className="mono soft">{token.beginning}…</span>
        <div className="soft">
          May: {rights || "nothing any more"} · {token.scope ?? "all devices"}
        </div>
        <div className="soft">
          {token.usedAt ? `Last used ${dayAndTime(token.usedAt)} from ${token.usedFrom}` : "Never used"} ·{" "}
          {token.endedAt
            ? `ended ${dayAndTime(token.endedAt)} by ${token.endedBy}`
            : `${token.open ? "ends" : "ended"} ${dayAndTime(token.endsAt)}`}
        </div>
        {looking && <Done owner={owner} id={token.id} />}
        {end.problem && <ErrorBlock error={end.problem} />}
      </div>
      <span className="d-flex flex-column gap-1 align-items-end">
        {token.open && (
          <Button variant="outline-danger" size="sm" disabled={end.isPending} onClick={() => end.mutate()}>
            End it now
          </Button>
        )}
        <Button variant="link" size="sm" className="p-0" onClick={() => setLooking(!looking)}>
          {looking ? "Hide what it did" : "What it did"}
        </Button>
      </span>
    </div>
  );
}

/** What the record says of a token. */
function Done({ owner, id }: { owner: string | null; id: number }) {
  const record = useQuery({ queryKey: keys.tokenRecord(owner, id), queryFn: () => at(owner).record(id) });
  if (record.error) {
    return <ErrorBlock error={record.error} />;
  }
  if (!record.data) {
    return <Loading />;
  }
  return record.data.length === 0 ? (
    <p className="soft mb-0">It has changed nothing.</p>
  ) : (
    <ul className="mb-0 mt-1">
      {record.data.map((e, i) => (
        <li key={i}>
          {dayAndTime(e.at)} · <span className="mono">{e.subject}</span> · {e.action}
          <div className="soft">{e.detail}</div>
        </li>
      ))}
    </ul>
  );
}

const SPANS = [7, 30, 90, 366];

interface FormProps {
  owner: string | null;
  giveable: Right[];
  close: () => void;
  made: (secret: string) => void;
}

function TokenForm({ owner, giveable, close, made }: FormProps) {
  const [form, setForm] = useState({ name: "", rights: ["READ"] as Right[], days: 90, scope: everywhere });
  const make = useSave({
    mutationFn: () =>
      at(owner).make({
        ...form,
        scope: form.scope.reading.everything && form.scope.acting.everything ? null : form.scope,
      }),
    onSuccess: (answer) => made(answer.secret),
  });
  function submit(event: FormEvent) {
    event.preventDefault();
    make.mutate();
  }
  return (
    <form onSubmit={submit} noValidate autoComplete="off" className="mt-2">
      <h3>A new token</h3>
      <Field id="token-name" label="What it is for" error={make.at("name")}>
        <Form.Control value={form.name} maxLength={60} onChange={(e) => setForm({ ...form, name: e.target.value })} />
      </Field>
      <fieldset className="mb-3" aria-describedby={make.at("rights") ? "token-rights-wrong" : undefined}>
        <legend className="h3">May</legend>
        {giveable.map((right) => (
          <Form.Check
            key={right}
            id={`token-${right}`}
            label={vocabulary.rights[right]}
            checked={form.rights.includes(right)}
            onChange={(e) =>
              setForm({
                ...form,
                rights: e.target.checked ? [...form.rights, right] : form.rights.filter((r) => r !== right),
              })
            }
          />
        ))}
        {make.at("rights") && (
          <div className="invalid-feedback d-block" id="token-rights-wrong">
            {make.at("rights")}
          </div>
        )}
      </fieldset>
      <ScopeField
        scope={form.scope}
        all={owner === null ? "all that I see" : "all that its owner sees"}
        who="it sees"
        error={make.at("scope")}
        set={(scope) => setForm({ ...form, scope })}
      />
      <Field id="token-days" label="Ends after" error={make.at("days")} className="mb-3">
        <Form.Select value={form.days} onChange={(e) => setForm({ ...form, days: Number(e.target.value) })}>
          {SPANS.map((days) => (
            <option key={days} value={days}>
              {days} days
            </option>
          ))}
        </Form.Select>
      </Field>
      <div className="d-flex gap-2">
        <Button type="submit" disabled={make.isPending}>
          Make it
        </Button>
        <Button variant="link" onClick={close}>
          Leave it
        </Button>
      </div>
      {make.refusal && <ErrorBlock error={make.refusal} />}
    </form>
  );
}
