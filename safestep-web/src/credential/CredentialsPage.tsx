import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { Link, useNavigate, useParams } from "react-router";
import { api, asProblem } from "../api/client";
import type { Credential, DeviceRow, Group, Site, Stage } from "../api/types";
import { Stages } from "../round/Stages";
import { useMay } from "../session/session";
import { InventoryNav } from "../ui/InventoryNav";
import { Block, ErrorBlock, Loading } from "../ui/Messages";
import { Removal } from "../ui/Removal";
import { count } from "../ui/words";

export function CredentialsPage() {
  const { id } = useParams();
  const may = useMay("WRITE_CREDENTIALS");
  const credentials = useQuery({ queryKey: ["credentials"], queryFn: () => api.get<Credential[]>("/api/credentials") });
  const shown = credentials.data?.find((c) => String(c.id) === id);
  return (
    <>
      <InventoryNav />
      <div className="head">
        <h1>Credentials</h1>
        <span className="soft">
          Accounts on devices. Passwords are stored encrypted, with a key outside the database, and are never shown
          again.
        </span>
        <div className="actions">
          {may && (
            <Link to="/credentials/new" className="btn btn-primary">
              Enter a credential
            </Link>
          )}
        </div>
      </div>
      {credentials.error && <ErrorBlock error={credentials.error} />}
      {!credentials.data && !credentials.error && <Loading />}
      {credentials.data && (
        <div className="cols">
          <section>
            {credentials.data.length === 0 && (
              <p className="empty">There is no credential yet. Without one, no device lets Safe Step in.</p>
            )}
            {credentials.data.map((c) => (
              <div key={c.id} className={`item${c === shown ? " chosen" : ""}`}>
                <div>
                  <Link to={`/credentials/${c.id}`}>{c.name}</Link> <span className="soft">log-in</span>{" "}
                  <span className="mono">{c.login}</span>
                  <div className="soft">
                    {c.standard && "The standard: used where nothing else says which. "}
                    {c.usedAt.map((u) => `${u.place} ${u.name}`).join(", ")}
                    {!c.standard && c.usedAt.length === 0 && "Not used anywhere."}
                  </div>
                </div>
                <span className="when">for {count(c.devices, "device")}</span>
              </div>
            ))}
            <p className="soft mt-3">
              Which one is used: what is said for the device, else for the first of its groups by name, else for its
              site, else the standard.
            </p>
            {may && credentials.data.length > 0 && <UseForm credentials={credentials.data} />}
          </section>
          <section>
            {id === "new" && may && <CredentialForm key="new" credential={null} />}
            {shown && may && <CredentialForm key={shown.id} credential={shown} />}
            {id && id !== "new" && !shown && <Block tone="bad">There is no such credential.</Block>}
            {!may && <Block>Entering and changing credentials takes the role of an administrator.</Block>}
            {!id && may && credentials.data.length > 0 && (
              <p className="empty">Choose a credential to change it, to test it, or to remove it.</p>
            )}
          </section>
        </div>
      )}
    </>
  );
}

function CredentialForm({ credential }: { credential: Credential | null }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const devices = useQuery({ queryKey: ["devices"], queryFn: () => api.get<DeviceRow[]>("/api/devices") });
  const [form, setForm] = useState({
    name: credential?.name ?? "",
    login: credential?.login ?? "",
    password: "",
    standard: credential?.standard ?? false,
  });
  const [device, setDevice] = useState("");
  const test = useMutation({
    mutationFn: () =>
      api.post<Stage[]>("/api/credentials/trial", {
        login: form.login,
        password: form.password,
        credentialId: credential?.id ?? null,
        device: device.trim(),
      }),
  });
  const save = useMutation({
    mutationFn: () =>
      credential
        ? api.put<Credential>(`/api/credentials/${credential.id}`, form)
        : api.post<Credential>("/api/credentials", form),
    onSuccess: async (saved) => {
      setForm({ ...form, password: "" });
      await client.invalidateQueries();
      navigate(`/credentials/${saved.id}`);
    },
  });
  const remove = useMutation({
    mutationFn: () => api.delete(`/api/credentials/${credential!.id}`),
    onSuccess: async () => {
      await client.invalidateQueries();
      navigate("/credentials");
    },
  });
  const error = save.error ?? test.error;
  const problem = error ? asProblem(error) : null;
  const edit = (change: Partial<typeof form>) => {
    test.reset();
    setForm({ ...form, ...change });
  };
  const letIn = test.data?.every((s) => s.outcome !== "failed");
  function submit(event: FormEvent) {
    event.preventDefault();
    save.mutate();
  }
  return (
    <form onSubmit={submit} noValidate autoComplete="off">
      <h2>{credential ? credential.name : "A new credential"}</h2>
      <Form.Group className="mb-2" controlId="credential-name">
        <Form.Label>Name</Form.Label>
        <Form.Control
          value={form.name}
          maxLength={100}
          isInvalid={!!problem?.at("name").length}
          placeholder="What people call it"
          onChange={(e) => edit({ name: e.target.value })}
        />
        <Form.Control.Feedback type="invalid">{problem?.at("name")[0]?.message}</Form.Control.Feedback>
      </Form.Group>
      <Form.Group className="mb-2" controlId="credential-login">
        <Form.Label>Log-in name on the devices</Form.Label>
        <Form.Control
          className="mono"
          value={form.login}
          maxLength={100}
          autoComplete="off"
          isInvalid={!!problem?.at("login").length}
          onChange={(e) => edit({ login: e.target.value })}
        />
        <Form.Control.Feedback type="invalid">{problem?.at("login")[0]?.message}</Form.Control.Feedback>
      </Form.Group>
      <Form.Group className="mb-2" controlId="credential-password">
        <Form.Label>Password</Form.Label>
        <Form.Control
          type="password"
          value={form.password}
          maxLength={200}
          autoComplete="new-password"
          isInvalid={!!problem?.at("password").length}
          placeholder={credential ? "Leave blank to keep the one that is stored" : ""}
          onChange={(e) => edit({ password: e.target.value })}
        />
        <Form.Control.Feedback type="invalid">{problem?.at("password")[0]?.message}</Form.Control.Feedback>
      </Form.Group>
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
  const client = useQueryClient();
  const [place, setPlace] = useState("SITE");
  const [name, setName] = useState("");
  const [credential, setCredential] = useState("");
  const sites = useQuery({ queryKey: ["sites"], queryFn: () => api.get<Site[]>("/api/sites") });
  const groups = useQuery({ queryKey: ["groups"], queryFn: () => api.get<Group[]>("/api/groups") });
  const devices = useQuery({ queryKey: ["devices"], queryFn: () => api.get<DeviceRow[]>("/api/devices") });
  const names: Record<string, string[]> = {
    SITE: sites.data?.map((s) => s.name) ?? [],
    GROUP: groups.data?.map((g) => g.name) ?? [],
    DEVICE: devices.data?.map((d) => d.name) ?? [],
  };
  const use = useMutation({
    mutationFn: () =>
      api.put<Credential[]>("/api/credentials/uses", {
        place,
        name: name.trim(),
        credentialId: credential ? Number(credential) : null,
      }),
    onSuccess: () => {
      setName("");
      void client.invalidateQueries();
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
            setPlace(e.target.value);
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
