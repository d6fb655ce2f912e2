import { useMutation } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { useNavigate } from "react-router";
import { api, asProblem, told } from "../api/client";
import { useMoved } from "../api/keys";
import { useDevices } from "../api/shared";
import type { Credential } from "../api/types";
import { Stages } from "../round/Stages";
import { Field } from "../ui/Field";
import { ErrorBlock } from "../ui/Messages";
import { Removal } from "../ui/Removal";

interface Props {
  credential: Credential | null;
  /** Whether nothing else is there yet, so that it is the standard. */
  first?: boolean;
  /** Where to go when it is stored; without it, to its page. */
  stored?: () => void;
}

/** An account on devices, tried before it is stored. */
export function CredentialForm({ credential, first = false, stored }: Props) {
  const moved = useMoved();
  const navigate = useNavigate();
  const devices = useDevices();
  const [form, setForm] = useState({
    name: credential?.name ?? "",
    login: credential?.login ?? "",
    password: "",
    standard: credential?.standard ?? first,
  });
  const [device, setDevice] = useState("");
  const test = useMutation({
    mutationFn: () =>
      told(
        api.POST("/api/credentials/trial", {
          body: {
            login: form.login,
            password: form.password,
            credentialId: credential?.id ?? null,
            device: device.trim(),
          },
        }),
      ),
  });
  const save = useMutation({
    mutationFn: () =>
      credential
        ? told(api.PUT("/api/credentials/{id}", { params: { path: { id: credential.id } }, body: form }))
        : told(api.POST("/api/credentials", { body: form })),
    onSuccess: async (saved) => {
      setForm({ ...form, password: "" });
      await moved.credentials();
      if (stored) {
        stored();
      } else {
        navigate(`/credentials/${saved.id}`);
      }
    },
  });
  const remove = useMutation({
    mutationFn: () => told(api.DELETE("/api/credentials/{id}", { params: { path: { id: credential!.id } } })),
    onSuccess: async () => {
      await moved.credentials();
      navigate("/credentials");
    },
  });
  const error = save.error ?? test.error;
  const problem = error ? asProblem(error) : null;
  const edit = (change: Partial<typeof form>) => {
    test.reset();
    setForm({ ...form, ...change });
  };
  const letIn = test.data?.every((s) => s.outcome !== "FAILED");
  function submit(event: FormEvent) {
    event.preventDefault();
    save.mutate();
  }
  return (
    <form onSubmit={submit} noValidate autoComplete="off">
      <h2>{credential ? credential.name : "A new credential"}</h2>
      <Field id="credential-name" label="Name" error={problem?.at("name")[0]?.message}>
        <Form.Control
          value={form.name}
          maxLength={100}
          placeholder="What people call it"
          onChange={(e) => edit({ name: e.target.value })}
        />
      </Field>
      <Field id="credential-login" label="Log-in name on the devices" error={problem?.at("login")[0]?.message}>
        <Form.Control
          className="mono"
          value={form.login}
          maxLength={100}
          autoComplete="off"
          onChange={(e) => edit({ login: e.target.value })}
        />
      </Field>
      <Field id="credential-password" label="Password" error={problem?.at("password")[0]?.message}>
        <Form.Control
          type="password"
          value={form.password}
          maxLength={200}
          autoComplete="new-password"
          placeholder={credential ? "Leave blank to keep the one that is stored" : ""}
          onChange={(e) => edit({ password: e.target.value })}
        />
      </Field>
      <Form.Check
        id="standard"
        className="mb-3"
        label="The standard: used where nothing else says which"
        checked={form.standard}
        onChange={(e) => edit({ standard: e.target.checked })}
      />
      <h3>Test it before it is stored</h3>
      <div className="d-flex gap-2 mb-1">
        <Form.Control
          className="mono"
          list="trial-devices"
          aria-label="Device to test it on"
          placeholder="Device to test it on"
          value={device}
          maxLength={60}
          isInvalid={!!problem?.at("device").length}
          onChange={(e) => setDevice(e.target.value)}
        />
        <datalist id="trial-devices">
          {devices.data?.map((d) => (
            <option key={d.name} value={d.name} />
          ))}
        </datalist>
        <Button
          variant="outline-primary"
          disabled={test.isPending || !device.trim() || !form.login.trim()}
          onClick={() => test.mutate()}
        >
          {test.isPending ? "Testing …" : "Test"}
        </Button>
      </div>
      {problem && problem.errors.filter((e) => e.field !== "device").length === 0 && <ErrorBlock error={problem} />}
      {test.data && (
        <>
          <p className={letIn ? "mb-1" : "harm mb-1"} role="status">
            <b>{letIn ? `It works on ${device}.` : `It does not work on ${device}.`}</b>
          </p>
          <Stages stages={test.data} />
        </>
      )}
      <div className="d-flex gap-3 align-items-center mt-3">
        <Button type="submit" disabled={save.isPending}>
          {letIn || credential ? "Save" : "Save without a test"}
        </Button>
        {save.isSuccess && (
          <span role="status" className="soft">
            Saved.
          </span>
        )}
        {credential && <Removal name={credential.name} busy={remove.isPending} remove={() => remove.mutate()} />}
      </div>
      {remove.error && <ErrorBlock error={remove.error} />}
    </form>
  );
}
