import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { api, told, type Schemas } from "../api/client";
import { useMoved } from "../api/keys";
import { useMayEverywhere } from "../session/session";
import { Field } from "../ui/Field";
import { Block, ErrorBlock } from "../ui/Messages";
import { useSave } from "../ui/useSave";

const zones = () =>
  typeof Intl.supportedValuesOf === "function" ? ["UTC", ...Intl.supportedValuesOf("timeZone")] : [];

/** Name and time zone of the network. */
export function NetworkForm({ network }: { network: Schemas["NetworkNameNetworkView"] }) {
  const may = useMayEverywhere("WRITE_DEVICES");
  const moved = useMoved();
  const [name, setName] = useState(network.name ?? "");
  const [zone, setZone] = useState(network.zone);
  const [referenceLink, setReferenceLink] = useState(network.referenceLink ?? "");
  const save = useSave({
    mutationFn: () => told(api.PUT("/api/installation/network", { body: { name, zone: zone.trim(), referenceLink } })),
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
        hint="Times on all pages are in it, at once. Windows, freezes and regular rounds that people wrote keep the zone in which they did."
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
      <Field
        id="network-reference"
        label="Where outside references lead"
        error={save.at("referenceLink")}
        hint="The address of a ticket, with {reference} where its number stands. Empty: references are words."
        className="mb-3"
      >
        <Form.Control
          className="mono"
          value={referenceLink}
          maxLength={200}
          placeholder="https://desk.example/tickets/{reference}"
          disabled={!may}
          onChange={(e) => setReferenceLink(e.target.value)}
        />
      </Field>
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
