import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { api, told } from "../api/client";
import { keys } from "../api/keys";
import { deviceMakes, devicesCan } from "../session/passkey";
import { Field } from "../ui/Field";
import { ErrorBlock, Loading } from "../ui/Messages";
import { dayAndTime } from "../ui/time";
import { useSave } from "../ui/useSave";

/** Keys of one's own devices, which ask for a finger, a face or a number instead of a password. */
export function Passkeys() {
  const client = useQueryClient();
  const own = useQuery({ queryKey: keys.passkeys, queryFn: () => told(api.GET("/api/own/passkeys")) });
  const drop = useSave({
    mutationFn: (id: number) => told(api.DELETE("/api/own/passkeys/{id}", { params: { path: { id } } })),
    onSettled: () => client.invalidateQueries({ queryKey: keys.passkeys }),
  });
  return (
    <div>
      <h2>Passkeys</h2>
      <p className="soft">
        A key that stays on a device of yours and opens by a finger, a face or a number. No password and no code is
        asked for, and no false page can get it out of you.
      </p>
      {own.error && <ErrorBlock error={own.error} />}
      {!own.data && !own.error && <Loading />}
      {own.data?.passkeys.map((p) => (
        <div key={p.id} className="item">
          <div>
            {p.name}
            <div className="soft">
              Since {dayAndTime(p.madeAt)}, at {p.host},{" "}
              {p.usedAt ? `last used ${dayAndTime(p.usedAt)}.` : "not used yet."}
            </div>
          </div>
          <Button variant="outline-primary" size="sm" disabled={drop.isPending} onClick={() => drop.mutate(p.id)}>
            Take it away
          </Button>
        </div>
      ))}
      {drop.problem && <ErrorBlock error={drop.problem} />}
      {own.data?.elsewhere && <p>{own.data.elsewhere}</p>}
      {own.data && !own.data.elsewhere && !devicesCan() && <p>This browser knows nothing of passkeys.</p>}
      {own.data && !own.data.elsewhere && devicesCan() && <NewPasskey />}
    </div>
  );
}

function NewPasskey() {
  const client = useQueryClient();
  const [asking, setAsking] = useState(false);
  const [name, setName] = useState("");
  const [password, setPassword] = useState("");
  const make = useSave({
    mutationFn: async () => {
      const { options } = await told(api.POST("/api/own/passkeys", { body: { password } }));
      const credential = await deviceMakes(options);
      await told(api.PUT("/api/own/passkeys", { body: { name, credential } }));
    },
    onSuccess: () => {
      setAsking(false);
      setName("");
      setPassword("");
      return client.invalidateQueries({ queryKey: keys.passkeys });
    },
  });
  function submit(event: FormEvent) {
    event.preventDefault();
    make.mutate();
  }
  if (!asking) {
    return (
      <Button variant="outline-primary" onClick={() => setAsking(true)}>
        Add a passkey
      </Button>
    );
  }
  return (
    <form onSubmit={submit} noValidate>
      <Field
        id="passkey-name"
        label="Name of the device"
        error={make.at("name")}
        hint="By which you know it when you want to take it away."
      >
        <Form.Control value={name} maxLength={60} autoFocus onChange={(e) => setName(e.target.value)} />
      </Field>
      <Field
        id="passkey-password"
        label="Your password here"
        error={make.at("password")}
        hint="Leave it empty when you have none."
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
        <Button type="submit" disabled={make.isPending || !name.trim()}>
          {make.isPending ? "Look at your device …" : "Make it"}
        </Button>
        <Button variant="link" onClick={() => setAsking(false)}>
          Leave it
        </Button>
      </div>
      {make.refusal && <ErrorBlock error={make.refusal} />}
    </form>
  );
}
