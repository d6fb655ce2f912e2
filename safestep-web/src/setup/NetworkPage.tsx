import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { api, told, type Schemas } from "../api/client";
import { keys, useMoved } from "../api/keys";
import { useMayEverywhere } from "../session/session";
import { Field } from "../ui/Field";
import { Block, ErrorBlock, Loading } from "../ui/Messages";
import { SettingsNav } from "../ui/SettingsNav";
import { useSave } from "../ui/useSave";

/** What the network is called, in which time zone people read times, and what files say. */
export function NetworkPage() {
  const network = useQuery({
    queryKey: keys.network,
    queryFn: () => told(api.GET("/api/installation/network")),
  });
  return (
    <>
      <SettingsNav />
      <div className="head">
        <h1>Network</h1>
        <span className="soft">What it is called, and in which time zone people read times.</span>
      </div>
      {network.error && <ErrorBlock error={network.error} />}
      {!network.data && !network.error && <Loading />}
      <div className="cols">
        <section>{network.data && <NetworkForm key={network.data.zone} network={network.data} />}</section>
        <section>
          <Files />
        </section>
      </div>
    </>
  );
}

const zones = () =>
  typeof Intl.supportedValuesOf === "function" ? ["UTC", ...Intl.supportedValuesOf("timeZone")] : [];

function NetworkForm({ network }: { network: Schemas["NetworkNameNetworkView"] }) {
  const may = useMayEverywhere("WRITE_DEVICES");
  const moved = useMoved();
  const [name, setName] = useState(network.name ?? "");
  const [zone, setZone] = useState(network.zone);
  const save = useSave({
    mutationFn: () => told(api.PUT("/api/installation/network", { body: { name, zone: zone.trim() } })),
    onSuccess: () => moved.network(),
  });
  function submit(event: FormEvent) {
    event.preventDefault();
    save.mutate();
  }
  return (
    <form onSubmit={submit} noValidate>
      <Field id="network-name" label="Name" error={save.at("name")} hint="It stands in invitations and in evidence.">
        <Form.Control value={name} maxLength={80} disabled={!may} onChange={(e) => setName(e.target.value)} />
      </Field>
      <Field
        id="network-zone"
        label="Time zone"
        error={save.at("zone")}
        hint="Times on all pages are in it, at once. Windows, freezes and regular rounds keep the zone in which they were written."
        className="mb-3"
      >
        <Form.Control
          className="mono"
          list="zones"
          value={zone}
          maxLength={60}
          disabled={!may}
          onChange={(e) => setZone(e.target.value)}
        />
      </Field>
      <datalist id="zones">
        {zones().map((z) => (
          <option key={z} value={z} />
        ))}
      </datalist>
      {may ? (
        <div className="d-flex gap-3 align-items-center">
          <Button type="submit" disabled={save.isPending}>
            Save
          </Button>
          {save.isSuccess && (
            <span role="status" className="soft">
              Saved.
            </span>
          )}
        </div>
      ) : (
        <Block>Saying this takes an administrator for all devices.</Block>
      )}
      {save.refusal && <ErrorBlock error={save.refusal} />}
    </form>
  );
}

/** What the environment says in which Safe Step is started. */
function Files() {
  const files = useQuery({
    queryKey: keys.installation("files"),
    queryFn: () => told(api.GET("/api/installation/files")),
    retry: false,
  });
  return (
    <>
      <h2>Said where Safe Step is started</h2>
      <p className="soft">
        By variables of the environment. They are shown here and changed there; a start takes them.
      </p>
      {files.error && <ErrorBlock error={files.error} />}
      {!files.data && !files.error && <Loading />}
      {files.data && (
        <table className="table">
          <thead>
            <tr>
              <th>What</th>
              <th>Value</th>
            </tr>
          </thead>
          <tbody>
            {files.data.map((f) => (
              <tr key={f.variable}>
                <td>
                  {f.title}
                  <div className="mono soft">{f.variable}</div>
                </td>
                <td className="mono text-break">{f.value || <span className="soft">nothing</span>}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </>
  );
}
