import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { api, told } from "../api/client";
import type { DeviceDetail, DeviceRow } from "../api/types";
import { ErrorBlock } from "../ui/Messages";
import { roleWords } from "../ui/words";
import { useDevices, usePlatforms, useSites } from "../api/shared";
import { useMoved } from "../api/keys";
import { useSave } from "../ui/useSave";
import { Field } from "../ui/Field";

const asText = (number?: number | null) => (number ? String(number) : "");

/** Blank takes back what was said; what is no number is sent as one that is refused. */
const asNumber = (text: string) => (text.trim() === "" ? null : /^\d{1,6}$/.test(text.trim()) ? Number(text) : 0);

/** What people say about a device; what it says of itself is read from it. */
export function RecordForm({
  device,
  reach,
  usualPort,
  close,
}: {
  device: DeviceRow;
  reach: DeviceDetail["reach"];
  usualPort: number;
  close: () => void;
}) {
  const moved = useMoved();
  const sites = useSites();
  const platforms = usePlatforms();
  const devices = useDevices();
  const [form, setForm] = useState({
    address: device.address,
    port: asText(reach.port),
    connectSeconds: asText(reach.connectSeconds),
    logInSeconds: asText(reach.logInSeconds),
    answerSeconds: asText(reach.answerSeconds),
    siteCode: device.siteCode,
    siteName: "",
    role: device.role,
    platform: device.platform,
    partner: device.partner ?? "",
    labels: device.labels.join(", "),
  });
  const save = useSave({
    mutationFn: () =>
      told(
        api.PUT("/api/devices/{name}/record", {
          params: { path: { name: device.name } },
          body: {
            ...form,
            port: asNumber(form.port),
            connectSeconds: asNumber(form.connectSeconds),
            logInSeconds: asNumber(form.logInSeconds),
            answerSeconds: asNumber(form.answerSeconds),
            siteName: form.siteName || null,
            partner: form.partner.trim() || null,
            labels: form.labels
              .split(",")
              .map((l) => l.trim())
              .filter(Boolean),
          },
        }),
      ),
    onSuccess: async () => {
      await moved.devices();
      close();
    },
  });

  const error = (field: string) => save.at(field);
  const edit = (change: Partial<typeof form>) => setForm({ ...form, ...change });
  const newSite = sites.data && !sites.data.some((s) => s.code.toLowerCase() === form.siteCode.trim().toLowerCase());
  function submit(event: FormEvent) {
    event.preventDefault();
    save.mutate();
  }
  return (
    <form onSubmit={submit} noValidate>
      <h2>The record of {device.name}</h2>
      <Field id="record-address" label="Address or host name" error={error("address")}>
        <Form.Control
          className="mono"
          value={form.address}
          maxLength={253}
          onChange={(e) => edit({ address: e.target.value })}
        />
      </Field>
      <WayIn
        fields={[
          { id: "port", label: "Port", placeholder: String(usualPort) },
          { id: "connectSeconds", label: "Connect (s)", placeholder: "usual" },
          { id: "logInSeconds", label: "Log in (s)", placeholder: "usual" },
          { id: "answerSeconds", label: "Answer (s)", placeholder: "usual" },
        ]}
        values={form}
        error={error}
        edit={edit}
      />
      <Form.Group className="mb-2" controlId="record-site">
        <Form.Label>Site, by its short name</Form.Label>
        <Form.Control
          list="record-sites"
          value={form.siteCode}
          maxLength={10}
          isInvalid={!!error("siteCode")}
          onChange={(e) => edit({ siteCode: e.target.value })}
        />
        <Form.Control.Feedback type="invalid">{error("siteCode")}</Form.Control.Feedback>
        <datalist id="record-sites">
          {sites.data?.map((s) => (
            <option key={s.code} value={s.code}>
              {s.name}
            </option>
          ))}
        </datalist>
        {newSite && (
          <Form.Control
            className="mt-1"
            aria-label="Name of the new site"
            placeholder="Name of the new site"
            value={form.siteName}
            maxLength={100}
            onChange={(e) => edit({ siteName: e.target.value })}
          />
        )}
      </Form.Group>
      <div className="field-row">
        <Field id="record-role" label="Role">
          <Form.Select value={form.role} onChange={(e) => edit({ role: e.target.value as DeviceRow["role"] })}>
            {Object.entries(roleWords).map(([role, word]) => (
              <option key={role} value={role}>
                {word}
              </option>
            ))}
          </Form.Select>
        </Field>
        <Field id="record-platform" label="Platform">
          <Form.Select value={form.platform} onChange={(e) => edit({ platform: e.target.value })}>
            {platforms.data?.map((p) => (
              <option key={p.name}>{p.name}</option>
            ))}
          </Form.Select>
        </Field>
      </div>
      <Form.Group className="mb-2" controlId="record-partner">
        <Form.Label>Partner</Form.Label>
        <Form.Control
          className="mono"
          list="record-partners"
          placeholder="none"
          value={form.partner}
          maxLength={60}
          isInvalid={!!error("partner")}
          onChange={(e) => edit({ partner: e.target.value })}
        />
        <Form.Control.Feedback type="invalid">{error("partner")}</Form.Control.Feedback>
        <datalist id="record-partners">
          {devices.data?.map((d) => (
            <option key={d.name} value={d.name} />
          ))}
        </datalist>
      </Form.Group>
      <Field id="record-labels" label="Labels, with commas" error={error("labels")}>
        <Form.Control value={form.labels} maxLength={900} onChange={(e) => edit({ labels: e.target.value })} />
      </Field>
      {save.refusal && <ErrorBlock error={save.refusal} />}
      <div className="d-flex gap-3">
        <Button type="submit" disabled={save.isPending}>
          Save the record
        </Button>
        <Button variant="link" onClick={close}>
          Cancel
        </Button>
      </div>
    </form>
  );
}

type Numbers = "port" | "connectSeconds" | "logInSeconds" | "answerSeconds";

/** The way in: what stays blank is as the platform and the network say. Times are in seconds. */
function WayIn({
  fields,
  values,
  error,
  edit,
}: {
  fields: { id: Numbers; label: string; placeholder: string }[];
  values: Record<Numbers, string>;
  error: (field: string) => string | undefined;
  edit: (change: Partial<Record<Numbers, string>>) => void;
}) {
  return (
    <fieldset className="mb-2">
      <legend className="visually-hidden">The way in</legend>
      <div className="field-row">
        {fields.map(({ id, label, placeholder }) => (
          <Field key={id} id={`record-${id}`} label={label} error={error(id)} className="">
            <Form.Control
              inputMode="numeric"
              className="mono"
              value={values[id]}
              maxLength={6}
              placeholder={placeholder}
              onChange={(e) => edit({ [id]: e.target.value })}
            />
          </Field>
        ))}
      </div>
      <Form.Text>Where it is reached, and for how long it is waited for. Blank: as its platform says.</Form.Text>
    </fieldset>
  );
}
