import { useMutation } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { useNavigate } from "react-router";
import { api, asProblem, told, type Schemas } from "../api/client";
import type { Credential } from "../api/types";
import { Stages } from "../round/Stages";
import { useMayEverywhere } from "../session/session";
import { InventoryNav } from "../ui/InventoryNav";
import { Block, ErrorBlock } from "../ui/Messages";
import { Removal } from "../ui/Removal";
import { count } from "../ui/words";
import { useCredentials, useDevices, useGroups, useSites } from "../api/shared";
import { useMoved } from "../api/keys";
import { Field } from "../ui/Field";
import { Beside } from "../ui/Beside";
import vocabulary from "../api/vocabulary.json";

export function CredentialsPage() {
  const may = useMayEverywhere("WRITE_CREDENTIALS");
  const credentials = useCredentials();
  const mayNot = <Block>Entering and changing credentials takes the role of an administrator.</Block>;
  return (
    <>
      <InventoryNav />
      <Beside
        title="Credentials"
        sentence="Accounts on devices. Passwords are stored encrypted, with a key outside the database, and are never shown again."
        path="/credentials"
        list={credentials}
        add={may ? "Enter a credential" : null}
        none="There is no credential yet. Without one, no device lets Safe Step in."
        choose={may ? "Choose a credential to change it, to test it, or to remove it." : mayNot}
        gone="There is no such credential."
        facts={(c) => (
          <>
            {" "}
            <span className="soft">log-in</span> <span className="mono">{c.login}</span>
            <div className="soft">
              {c.standard && "The standard: used where nothing else says which. "}
              {c.usedAt.map((u) => `${vocabulary.places[u.place]} ${u.name}`).join(", ")}
              {!c.standard && c.usedAt.length === 0 && "Not used anywhere."}
            </div>
          </>
        )}
        aside={(c) => `for ${count(c.devices, "device")}`}
        blank={may ? <CredentialForm credential={null} /> : mayNot}
        form={(c) => (may ? <CredentialForm credential={c} /> : mayNot)}
        below={
          <>
            <p className="soft mt-3">
              Which one is used: what is said for the device, else for the first of its groups by name, else for its
              site, else the standard.
            </p>
            {may && !!credentials.data?.length && <UseForm credentials={credentials.data} />}
          </>
        }
      />
    </>
  );
}

function CredentialForm({ credential }: { credential: Credential | null }) {
  const moved = useMoved();
  const navigate = useNavigate();
  const devices = useDevices();
  const [form, setForm] = useState({
    name: credential?.name ?? "",
    login: credential?.login ?? "",
    password: "",
    standard: credential?.standard ?? false,
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
      navigate(`/credentials/${saved.id}`);
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

function UseForm({ credentials }: { credentials: Credential[] }) {
  const moved = useMoved();
  const [place, setPlace] = useState<Schemas["CredentialUseRequest"]["place"]>("SITE");
  const [name, setName] = useState("");
  const [credential, setCredential] = useState("");
  const sites = useSites();
  const groups = useGroups();
  const devices = useDevices();
  const names: Record<string, string[]> = {
    SITE: sites.data?.map((s) => s.name) ?? [],
    GROUP: groups.data?.map((g) => g.name) ?? [],
    DEVICE: devices.data?.map((d) => d.name) ?? [],
  };
  const use = useMutation({
    mutationFn: () =>
      told(
        api.PUT("/api/credentials/uses", {
          body: {
            place,
            name: name.trim(),
            credentialId: credential ? Number(credential) : null,
          },
        }),
      ),
    onSuccess: () => {
      setName("");
      void moved.credentials();
    },
  });
  function submit(event: FormEvent) {
    event.preventDefault();
    use.mutate();
  }
  return (
    <form onSubmit={submit} noValidate>
      <h3>Say where one is used</h3>
      <div className="use-row">
        <Form.Select
          size="sm"
          aria-label="Place"
          value={place}
          onChange={(e) => {
            setPlace(e.target.value as typeof place);
            setName("");
          }}
        >
          <option value="SITE">At the site</option>
          <option value="GROUP">For the group</option>
          <option value="DEVICE">For the device</option>
        </Form.Select>
        <Form.Control
          size="sm"
          list="use-names"
          aria-label="Name of the site, group or device"
          placeholder="Name"
          value={name}
          maxLength={60}
          onChange={(e) => setName(e.target.value)}
        />
        <datalist id="use-names">
          {names[place]!.map((n) => (
            <option key={n} value={n} />
          ))}
        </datalist>
        <Form.Select
          size="sm"
          aria-label="Credential"
          value={credential}
          onChange={(e) => setCredential(e.target.value)}
        >
          <option value="">what is said elsewhere</option>
          {credentials.map((c) => (
            <option key={c.id} value={c.id}>
              {c.name}
            </option>
          ))}
        </Form.Select>
        <Button type="submit" size="sm" variant="outline-primary" disabled={use.isPending || !name.trim()}>
          Use it
        </Button>
      </div>
      {use.error && (
        <p className="harm" role="alert">
          {asProblem(use.error).message}
        </p>
      )}
      {use.isSuccess && !use.isPending && (
        <p className="soft" role="status">
          Done. Test the connection of the devices that are concerned.
        </p>
      )}
    </form>
  );
}
