import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { api, told, type Schemas } from "../api/client";
import { keys } from "../api/keys";
import { Field } from "../ui/Field";
import { ErrorBlock, Loading } from "../ui/Messages";
import { dayName, zonedDay } from "../ui/time";
import { useSave } from "../ui/useSave";
import { useAccounts } from "./queries";

type Request = Schemas["LeaveLeaveRequest"];

/** Where leaves of somebody are, taken and taken back; null for one's own. */
const at = (login: string | null) => ({
  list: () =>
    login === null
      ? told(api.GET("/api/own/leaves"))
      : told(api.GET("/api/accounts/{login}/leaves", { params: { path: { login } } })),
  take: (body: Request) =>
    login === null
      ? told(api.POST("/api/own/leaves", { body }))
      : told(api.POST("/api/accounts/{login}/leaves", { params: { path: { login } }, body })),
  back: (id: number) =>
    login === null
      ? told(api.DELETE("/api/own/leaves/{id}", { params: { path: { id } } }))
      : told(api.DELETE("/api/accounts/{login}/leaves/{id}", { params: { path: { login, id } } })),
});

interface Props {
  /** Log-in of whose they are; null for one's own. */
  login: string | null;
  /** Log-in of the same person, so that nobody is their own deputy. */
  self: string;
}

/** When somebody is away, and who acts for them. */
export function Leaves({ login, self }: Props) {
  const client = useQueryClient();
  const leaves = useQuery({ queryKey: keys.leavesOf(login), queryFn: at(login).list });
  const [taking, setTaking] = useState(false);
  const moved = () => client.invalidateQueries({ queryKey: keys.leaves });
  const back = useSave({ mutationFn: at(login).back, onSettled: moved });
  return (
    <>
      <h3 className="mt-4">Leave</h3>
      {leaves.error && <ErrorBlock error={leaves.error} />}
      {!leaves.data && !leaves.error && <Loading />}
      {leaves.data?.map((l) => (
        <div key={l.id} className="item">
          <div>
            {dayName(zonedDay(l.first))} to {dayName(zonedDay(l.last))}
            {l.now && <b> · away now</b>}
            <div className="soft">
              {l.deputyName ? `${l.deputyName} acts` : "Nobody acts"}
              {l.now && l.deputyName && l.actingName !== l.deputyName
                ? l.actingName
                  ? `, who is away too: ${l.actingName} acts now.`
                  : ", who is away too or no longer here: nobody acts now."
                : "."}
            </div>
          </div>
          <Button variant="outline-primary" size="sm" disabled={back.isPending} onClick={() => back.mutate(l.id)}>
            {l.now ? "Back already" : "Take it back"}
          </Button>
        </div>
      ))}
      {back.problem && <ErrorBlock error={back.problem} />}
      {taking ? (
        <LeaveForm
          login={login}
          self={self}
          close={() => setTaking(false)}
          taken={() => {
            setTaking(false);
            void moved();
          }}
        />
      ) : (
        <Button variant="link" className="p-0" onClick={() => setTaking(true)}>
          {leaves.data?.length === 0 ? "No leave is said. Say one …" : "Say another one …"}
        </Button>
      )}
    </>
  );
}

interface FormProps extends Props {
  close: () => void;
  taken: () => void;
}

function LeaveForm({ login, self, close, taken }: FormProps) {
  const accounts = useAccounts();
  const [form, setForm] = useState({ first: "", last: "", deputy: "" });
  const take = useSave({
    mutationFn: () =>
      at(login).take({ first: form.first || null, last: form.last || null, deputy: form.deputy || null }),
    onSuccess: taken,
  });
  function submit(event: FormEvent) {
    event.preventDefault();
    take.mutate();
  }
  return (
    <form onSubmit={submit} noValidate>
      <div className="d-flex gap-3">
        <Field id="leave-first" label="First day" error={take.at("first")}>
          <Form.Control type="date" value={form.first} onChange={(e) => setForm({ ...form, first: e.target.value })} />
        </Field>
        <Field id="leave-last" label="Last day" error={take.at("last")}>
          <Form.Control type="date" value={form.last} onChange={(e) => setForm({ ...form, last: e.target.value })} />
        </Field>
      </div>
      <Field id="leave-deputy" label="Who acts meanwhile" error={take.at("deputy")} className="mb-3">
        <Form.Select value={form.deputy} onChange={(e) => setForm({ ...form, deputy: e.target.value })}>
          <option value="">Nobody</option>
          {accounts.data
            ?.filter((a) => a.standing === "HERE" && a.login !== self)
            .map((a) => (
              <option key={a.login} value={a.login}>
                {a.name}
              </option>
            ))}
        </Form.Select>
      </Field>
      <div className="d-flex gap-2">
        <Button type="submit" disabled={take.isPending}>
          Say it
        </Button>
        <Button variant="link" onClick={close}>
          Leave it
        </Button>
      </div>
      {take.refusal && <ErrorBlock error={take.refusal} />}
    </form>
  );
}
