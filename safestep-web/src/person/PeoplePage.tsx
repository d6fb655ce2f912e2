import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { Link } from "react-router";
import { api, told, type Schemas } from "../api/client";
import { useMoved } from "../api/keys";
import vocabulary from "../api/vocabulary.json";
import { useMay, usePerson } from "../session/session";
import { Beside } from "../ui/Beside";
import { Field } from "../ui/Field";
import { Block, ErrorBlock, Loading } from "../ui/Messages";
import { SettingsNav } from "../ui/SettingsNav";
import { dayAndTime } from "../ui/time";
import { useSave } from "../ui/useSave";
import { count } from "../ui/words";
import { type Account, moved, type PersonRole, rightsOf, roleNames, rolesOf } from "./people";
import { Leaves } from "./Leaves";
import { ScopeField } from "./ScopeField";
import { Tokens } from "./Tokens";
import { everywhere } from "./scope";
import { useAccounts, useOpenWork } from "./queries";

export function PeoplePage() {
  const may = useMay("WRITE_PEOPLE");
  const accounts = useAccounts();
  const mayNot = <Block>Adding and changing people takes the role of an administrator.</Block>;
  return (
    <>
      <SettingsNav />
      <Beside
        title="People"
        sentence="Who works with Safe Step. Nobody is ever removed: who is retired stays in the history under their name."
        path="/settings/people"
        list={accounts}
        add={may ? "Add somebody" : null}
        none="There is nobody yet."
        below={may && <Link to="/settings/import">Import people from a sheet</Link>}
        choose={may ? "Choose somebody to change what they are, to invite them again, or to let them go." : mayNot}
        gone="There is nobody under this number."
        facts={(a) => (
          <>
            {" "}
            <span className="mono soft">{a.login}</span>
            <div className="soft">
              {a.roles.length > 0 ? rolesOf(a.roles) : "nothing yet"}
              {a.scopeWords && <> · {a.scopeWords}</>}
              {a.wish && <b> · waits for another administrator</b>}
            </div>
          </>
        )}
        words={(a) => `${a.name} ${a.login} ${rolesOf(a.roles)} ${a.scopeWords ?? ""}`}
        aside={(a) => (a.standing === "HERE" ? "" : vocabulary.personStandings[a.standing])}
        blank={may ? <NewPerson /> : mayNot}
        form={(a) => (may ? <PersonForm account={a} /> : mayNot)}
      />
    </>
  );
}

type Invitation = Schemas["AccountInvitationView"];

/** How somebody comes in: a link, this once, or that it was mailed, or what it waits for. */
function Handing({ invitation }: { invitation: Invitation }) {
  const [copied, setCopied] = useState(false);
  const link = window.location.origin + invitation.path;
  async function copy() {
    await navigator.clipboard.writeText(link);
    setCopied(true);
  }
  if (invitation.waits) {
    return <Block tone="warn">{invitation.waits}</Block>;
  }
  if (invitation.path === null && invitation.mailedTo === null) {
    return <Block>{invitation.name} was added. Choose it in the list to make its tokens.</Block>;
  }
  const until = invitation.endsAt && dayAndTime(invitation.endsAt);
  if (invitation.mailedTo) {
    return (
      <Block>
        A link was mailed to {invitation.mailedTo}. It works once, until {until}.
      </Block>
    );
  }
  return (
    <Block
      action={
        <Button variant="outline-primary" size="sm" onClick={() => void copy()}>
          {copied ? "Copied" : "Copy the link"}
        </Button>
      }
    >
      <p className="mb-1">
        Nothing was mailed: give {invitation.name} this link yourself. It works once, until {until}, and is shown only
        now.
      </p>
      <code className="token">{link}</code>
    </Block>
  );
}

const blank = { name: "", login: "", email: "", roles: [] as PersonRole[], scope: everywhere, service: false };

function NewPerson() {
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

function MailField(props: { value: string; error: string | undefined; set: (email: string) => void }) {
  return (
    <Field
      id="person-email"
      label="Mail address"
      error={props.error}
      hint="Where invitations and notices go. May be empty."
    >
      <Form.Control type="email" value={props.value} maxLength={200} onChange={(e) => props.set(e.target.value)} />
    </Field>
  );
}

interface RolesProps {
  before: readonly PersonRole[];
  chosen: readonly PersonRole[];
  error: string | undefined;
  set: (roles: PersonRole[]) => void;
}

/** Which roles, and what that lets somebody do. */
function Roles({ before, chosen, error, set }: RolesProps) {
  const { gained, lost } = moved(before, chosen);
  const words = (rights: readonly (keyof typeof vocabulary.rights)[]) =>
    rights.map((r) => vocabulary.rights[r]).join("; ");
  return (
    <fieldset className="mb-3" aria-describedby={error ? "roles-wrong" : undefined}>
      <legend className="h3">Roles</legend>
      {roleNames.map((role) => (
        <Form.Check
          key={role}
          id={`role-${role}`}
          label={vocabulary.personRoles[role].word}
          checked={chosen.includes(role)}
          onChange={(e) => set(e.target.checked ? [...chosen, role] : chosen.filter((r) => r !== role))}
        />
      ))}
      {error && (
        <div className="invalid-feedback d-block" id="roles-wrong">
          {error}
        </div>
      )}
      {before.length === 0 && chosen.length > 0 && <p className="soft mt-2 mb-0">May: {words(rightsOf(chosen))}.</p>}
      {before.length > 0 && gained.length > 0 && <p className="mt-2 mb-0">May then also: {words(gained)}.</p>}
      {before.length > 0 && lost.length > 0 && <p className="mt-2 mb-0">May no longer: {words(lost)}.</p>}
    </fieldset>
  );
}

function PersonForm({ account }: { account: Account }) {
  const moving = useMoved();
  const me = usePerson();
  const [form, setForm] = useState({
    name: account.name,
    email: account.email ?? "",
    roles: account.roles,
    scope: account.scope,
  });
  const path = { params: { path: { login: account.login } } };
  const again = { onSuccess: () => moving.people() };
  const save = useSave({
    mutationFn: () =>
      told(
        api.PUT("/api/accounts/{login}", {
          ...path,
          body: { ...form, login: account.login, service: null, version: account.version },
        }),
      ),
    onSuccess: () => moving.people(),
  });
  const invite = useSave({ mutationFn: () => told(api.POST("/api/accounts/{login}/invitation", path)), ...again });
  const answer = useSave({
    mutationFn: (agree: boolean) => told(api.PUT("/api/accounts/{login}/wish", { ...path, body: { agree } })),
    ...again,
  });
  const retire = useSave({
    mutationFn: (successor: string | null) =>
      told(api.PUT("/api/accounts/{login}/retirement", { ...path, body: { successor } })),
    ...again,
  });
  const back = useSave({ mutationFn: () => told(api.DELETE("/api/accounts/{login}/retirement", path)), ...again });
  const own = account.login === me.login;
  function submit(event: FormEvent) {
    event.preventDefault();
    save.mutate();
  }
  if (account.standing === "RETIRED") {
    return (
      <>
        <h2>{account.name}</h2>
        <p>
          Retired since {dayAndTime(account.retiredAt!)}. Was {rolesOf(account.roles)}. What they did stands in the
          record under their name.
        </p>
        {retire.data && retire.data.stays.length > 0 && (
          <Block tone="warn">
            Not handed over: {retire.data.stays.map((item) => `${item.subject}, since ${item.words}`).join("; ")}.
          </Block>
        )}
        <Button variant="outline-primary" disabled={back.isPending} onClick={() => back.mutate()}>
          They are back
        </Button>
        {back.problem && <ErrorBlock error={back.problem} />}
      </>
    );
  }
  return (
    <>
      <form onSubmit={submit} noValidate autoComplete="off">
        <h2>
          {account.name} <span className="mono soft">{account.login}</span>
        </h2>
        {account.wish && (
          <Waiting
            account={account}
            wish={account.wish}
            own={account.wish.byLogin === me.login}
            busy={answer.isPending}
            answer={answer.mutate}
          />
        )}
        {answer.data?.invitation && <Handing invitation={answer.data.invitation} />}
        {answer.problem && <ErrorBlock error={answer.problem} />}
        <Field id="person-name" label="Name" error={save.at("name")}>
          <Form.Control
            value={form.name}
            maxLength={100}
            onChange={(e) => setForm({ ...form, name: e.target.value })}
          />
        </Field>
        <MailField value={form.email} error={save.at("email")} set={(email) => setForm({ ...form, email })} />
        <Roles
          before={account.roles}
          chosen={form.roles}
          error={save.at("roles")}
          set={(roles) => setForm({ ...form, roles })}
        />
        <ScopeField scope={form.scope} error={save.at("scope")} set={(scope) => setForm({ ...form, scope })} />
        <div className="d-flex gap-3 align-items-center">
          <Button type="submit" disabled={save.isPending}>
            Save
          </Button>
          {save.isSuccess && (
            <span role="status" className="soft">
              Saved. {save.data.waits}
            </span>
          )}
        </div>
        {save.refusal && <ErrorBlock error={save.refusal} />}
      </form>
      {account.standing === "SERVICE" ? (
        <div className="mt-4">
          <Tokens owner={account.login} makes />
        </div>
      ) : (
        <>
          <h3 className="mt-4">Way in</h3>
          <p className="soft">
            {account.standing === "INVITED"
              ? account.invitedUntil
                ? `Has a link until ${dayAndTime(account.invitedUntil)} and has not used it yet.`
                : "Has no password and no link: make a new one."
              : "Has chosen a password. With a new link they can choose another one, when they have forgotten it; another administrator has to agree to that."}
          </p>
          {invite.data && <Handing invitation={invite.data} />}
          <Button variant="outline-primary" disabled={invite.isPending} onClick={() => invite.mutate()}>
            Make a new link
          </Button>
          {invite.problem && <ErrorBlock error={invite.problem} />}
          <Leaves login={account.login} self={account.login} />
          <div className="mt-4">
            <Tokens owner={account.login} makes={false} />
          </div>
        </>
      )}
      <Leaving account={account} own={own} busy={retire.isPending} leave={(successor) => retire.mutate(successor)} />
      {retire.problem && <ErrorBlock error={retire.problem} />}
    </>
  );
}

interface WaitingProps {
  account: Account;
  wish: NonNullable<Account["wish"]>;
  /** Whether the one who looks is who wants it. */
  own: boolean;
  busy: boolean;
  answer: (agree: boolean) => void;
}

/** What is wanted for somebody and waits for another administrator. */
function Waiting({ account, wish, own, busy, answer }: WaitingProps) {
  const power = `${rolesOf(wish.roles)}, for ${wish.scopeWords ?? "all devices"}`;
  return (
    <Block
      tone="warn"
      action={
        own ? (
          <Button variant="link" disabled={busy} onClick={() => answer(false)}>
            Take it back
          </Button>
        ) : (
          <span className="d-flex gap-2">
            <Button size="sm" disabled={busy} onClick={() => answer(true)}>
              Agree
            </Button>
            <Button size="sm" variant="outline-primary" disabled={busy} onClick={() => answer(false)}>
              Refuse
            </Button>
          </span>
        )
      }
    >
      {own ? "You want" : `${wish.by} wants`}{" "}
      {wish.link && account.roles.length > 0
        ? `a new link for ${account.name}, who is ${power}`
        : `${account.name} to be ${power}`}
      .{" "}
      {own
        ? "Another administrator has to agree."
        : wish.link
          ? `Whoever has the link can come in as ${account.name}: it goes to their mailbox, or else to you. Agree only when you know that they want it.`
          : "With it they could do more than before: agree only when you know why."}
    </Block>
  );
}

interface LeavingProps {
  account: Account;
  own: boolean;
  busy: boolean;
  leave: (successor: string | null) => void;
}

/** Letting somebody go: at once, with what they have begun shown first. */
function Leaving({ account, own, busy, leave }: LeavingProps) {
  const [asking, setAsking] = useState(false);
  return (
    <>
      <h3 className="mt-4">Leaving</h3>
      {asking ? (
        <LeavingForm account={account} own={own} busy={busy} leave={leave} keep={() => setAsking(false)} />
      ) : (
        <Button variant="link" className="p-0" onClick={() => setAsking(true)}>
          Retire …
        </Button>
      )}
    </>
  );
}

function LeavingForm({ account, own, busy, leave, keep }: LeavingProps & { keep: () => void }) {
  const accounts = useAccounts();
  const work = useOpenWork(account.login);
  const [successor, setSuccessor] = useState("");
  const [shown, showAll] = useState(false);
  const open = work.data ?? [];
  return (
    <>
      {work.error && <ErrorBlock error={work.error} />}
      {!work.data && !work.error && <Loading />}
      {work.data && open.length === 0 && <p className="soft">They have begun nothing that is still open.</p>}
      {open.length > 0 && (
        <>
          <p className="mb-1">What they have begun:</p>
          <ul>
            {(shown ? open : open.slice(0, FEW)).map((item) => (
              <li key={item.subject + item.words}>
                <span className="mono">{item.subject}</span> {item.words}
              </li>
            ))}
          </ul>
          {!shown && open.length > FEW && (
            <Button variant="link" className="p-0 mb-2" onClick={() => showAll(true)}>
              and {count(open.length - FEW, "other")}
            </Button>
          )}
          <Field id="successor" label="Who goes on with it" error={undefined} className="mb-3">
            <Form.Select value={successor} onChange={(e) => setSuccessor(e.target.value)}>
              <option value="">Nobody: it stays as it is</option>
              {accounts.data
                ?.filter((a) => a.standing === "HERE" && a.login !== account.login)
                .map((a) => (
                  <option key={a.login} value={a.login}>
                    {a.name}, {rolesOf(a.roles)}
                  </option>
                ))}
            </Form.Select>
          </Field>
        </>
      )}
      <div className="d-flex gap-2 align-items-center">
        <Button variant="danger" size="sm" disabled={busy} onClick={() => leave(successor || null)}>
          {own ? "Retire myself" : `Retire ${account.name}`}
        </Button>
        <Button variant="link" onClick={keep}>
          Keep
        </Button>
        <span className="soft">Out at once, everywhere; the history keeps the name.</span>
      </div>
    </>
  );
}

const FEW = 8;
