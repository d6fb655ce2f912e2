import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { api, told } from "../api/client";
import { useMoved } from "../api/keys";
import { usePerson } from "../session/session";
import { Field } from "../ui/Field";
import { Block, ErrorBlock } from "../ui/Messages";
import { dayAndTime } from "../ui/time";
import { useSave } from "../ui/useSave";
import { Handing } from "./Handing";
import { Leaves } from "./Leaves";
import { Leaving } from "./Leaving";
import { MailField, Roles } from "./PersonFields";
import { ScopeField } from "./ScopeField";
import { Tokens } from "./Tokens";
import { Waiting } from "./Waiting";
import { type Account, rolesOf } from "./people";

export function PersonForm({ account }: { account: Account }) {
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
        {account.followsGroups && (
          <p className="soft">
            What they are is read from their groups at an identity provider each time they come in. Once you save other
            roles or devices here, these hold instead.
          </p>
        )}
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
            {account.wayIn === "NONE"
              ? account.invitedUntil
                ? `Has a link until ${dayAndTime(account.invitedUntil)} and has not used it yet.`
                : "Has no password and no link: make a new one."
              : account.wayIn === "ELSEWHERE"
                ? "Comes in by an identity provider and has no password here. With a link they can choose one; another administrator has to agree to that."
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
