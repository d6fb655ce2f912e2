import { useMutation } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { api, asProblem, told, type Schemas } from "../api/client";
import type { Service } from "../api/types";
import { useMay, useMayEverywhere } from "../session/session";
import { Glyph } from "../ui/Glyph";
import { ErrorBlock } from "../ui/Messages";
import { Removal } from "../ui/Removal";
import { type Named, NamedFields } from "./NamedFields";
import { useKept } from "./useKept";
import { useTeams } from "./useHouseWords";
import { blankCheck, checkRequest } from "../check/checks";
import { useDevices } from "../api/shared";
import { keys } from "../api/keys";
import { Field } from "../ui/Field";

interface End {
  device: string;
  source: string;
}

/** Naming a service, and looking now whether it works from each end. */
export function ServiceForm({ service }: { service: Service | null }) {
  const may = useMayEverywhere("WRITE_LIBRARY");
  const mayRead = useMay("READ_DEVICES");
  const devices = useDevices().data ?? [];
  const [named, setNamed] = useState<Named>({ name: service?.name ?? "", description: service?.description ?? "" });
  const [address, setAddress] = useState(service?.address ?? "");
  const [port, setPort] = useState(service?.port == null ? "" : String(service.port));
  const [severity, setSeverity] = useState<Service["severity"]>(service?.severity ?? "FAIL");
  const [team, setTeam] = useState(service?.team ?? null);
  const teams = useTeams().data ?? [];
  const [settleSeconds, setSettle] = useState(service?.settleSeconds ?? 15);
  const [ends, setEnds] = useState<End[]>(
    service?.ends.map((e) => ({ device: e.device, source: e.source ?? "" })) ?? [{ device: "", source: "" }],
  );
  const { save, remove } = useKept({
    kept: service,
    key: keys.services,
    page: "/library/services",
    add: (body: Schemas["ServiceRequest"]) => told(api.POST("/api/services", { body })),
    change: (id, body) => told(api.PUT("/api/services/{id}", { params: { path: { id } }, body })),
    remove: (id) => told(api.DELETE("/api/services/{id}", { params: { path: { id } } })),
  });
  const looks = useMutation({
    mutationFn: () => Promise.all(ends.filter((e) => e.device).map((e) => look(e, address, port))),
  });
  const { at, refusal } = save;
  const set = (index: number, part: Partial<End>) => setEnds(ends.map((e, i) => (i === index ? { ...e, ...part } : e)));

  function submit(event: FormEvent) {
    event.preventDefault();
    save.mutate({
      ...named,
      address,
      port: port.trim() === "" ? null : Number(port),
      severity,
      settleSeconds,
      team,
      ends: ends.filter((e) => e.device).map((e) => ({ device: e.device, source: e.source.trim() || null })),
    });
  }

  return (
    <form onSubmit={submit} noValidate>
      <h2>{service ? `What it says, version ${service.version}` : "A new service"}</h2>
      {refusal && <ErrorBlock error={refusal} />}
      <NamedFields
        of="service"
        named={named}
        set={setNamed}
        disabled={!may}
        nameError={at("name")}
        descriptionLabel="What happens without it"
        placeholder="Gate readers reach booking"
      />
      <div className="fields">
        <Field id="service-address" label="Address that is reached" error={at("address")} className="">
          <Form.Control
            className="mono"
            style={{ width: 150 }}
            placeholder="10.77.8.20"
            disabled={!may}
            value={address}
            onChange={(e) => setAddress(e.target.value)}
          />
        </Field>
        <Field id="service-port" label="TCP port, empty for a ping" error={at("port")} className="">
          <Form.Control
            className="mono"
            style={{ width: 110 }}
            inputMode="numeric"
            disabled={!may}
            value={port}
            onChange={(e) => setPort(e.target.value.replace(/\D/g, ""))}
          />
        </Field>
        <Field id="service-settle" label="May settle for (s)" error={at("settleSeconds")} className="">
          <Form.Control
            type="number"
            min={0}
            max={600}
            style={{ width: 110 }}
            disabled={!may}
            value={settleSeconds}
            onChange={(e) => setSettle(Number(e.target.value))}
          />
        </Field>
        <Field id="service-severity" label="When it does not work" className="">
          <Form.Select
            disabled={!may}
            value={severity}
            onChange={(e) => setSeverity(e.target.value as Service["severity"])}
          >
            <option value="FAIL">what the change says for a failure</option>
            <option value="WARN">a warning, and the run goes on</option>
          </Form.Select>
        </Field>
        <Field id="service-team" label="Belongs to" error={at("team")} className="">
          <Form.Select
            disabled={!may}
            value={team ?? ""}
            onChange={(e) => setTeam(e.target.value === "" ? null : Number(e.target.value))}
          >
            <option value="">no team</option>
            {teams.map((t) => (
              <option key={t.id} value={t.id}>
                {t.name}
              </option>
            ))}
          </Form.Select>
        </Field>
      </div>
      <fieldset className="mt-2">
        <legend className="fs-6 mb-0">Looked at from</legend>
        <p className="soft mb-1">
          The sites of these devices are those of the service. A change is near when it is made at one of the sites, or
          on a device that the packets pass.
        </p>
        {ends.map((end, i) => (
          <div key={i} className="field-row">
            <Form.Select
              className="mono"
              aria-label={`End ${i + 1}: device`}
              disabled={!may}
              value={end.device}
              isInvalid={!!at(`ends[${i}].device`)}
              onChange={(e) => set(i, { device: e.target.value })}
            >
              <option value="">Choose a device …</option>
              {devices.map((d) => (
                <option key={d.name} value={d.name}>
                  {d.name}, {d.site}
                </option>
              ))}
            </Form.Select>
            <Form.Control
              className="mono"
              aria-label={`End ${i + 1}: its own address`}
              placeholder="from the usual address"
              disabled={!may}
              value={end.source}
              isInvalid={!!at(`ends[${i}].source`)}
              onChange={(e) => set(i, { source: e.target.value })}
            />
            {may && ends.length > 1 && (
              <Button
                variant="link"
                aria-label={`Remove end ${i + 1}`}
                onClick={() => setEnds(ends.filter((_, j) => j !== i))}
              >
                Remove
              </Button>
            )}
          </div>
        ))}
        {ends
          .flatMap((_, i) => [at(`ends[${i}].device`), at(`ends[${i}].source`)])
          .map(
            (message, i) =>
              message && (
                <div key={i} className="harm">
                  {message}
                </div>
              ),
          )}
        {at("ends") && <div className="harm">{at("ends")}</div>}
        {may && (
          <Button variant="link" onClick={() => setEnds([...ends, { device: "", source: "" }])}>
            Add a device
          </Button>
        )}
      </fieldset>
      <div className="d-flex gap-2 mt-2 mb-2">
        {mayRead && (
          <Button
            variant="outline-primary"
            disabled={looks.isPending || !address || !ends.some((e) => e.device)}
            onClick={() => looks.mutate()}
          >
            {looks.isPending ? "Looking …" : "Look now from each"}
          </Button>
        )}
        {may && (
          <Button type="submit" disabled={save.isPending || !named.name.trim()}>
            {service ? "Save" : "Add the service"}
          </Button>
        )}
        {may && service && (
          <span className="ms-auto">
            <Removal
              name={service.name}
              note="Changes in review keep its checks."
              busy={remove.isPending}
              remove={() => remove.mutate()}
            />
          </span>
        )}
      </div>
      {remove.error && <ErrorBlock error={remove.error} />}
      {looks.data && !looks.isPending && (
        <ul className="list-unstyled" role="status">
          {looks.data.map((l) => (
            <li key={l.device}>
              <Glyph shape={l.works ? "done" : "failed"} label={l.works ? "works" : "does not work"} />{" "}
              <span className="mono">{l.device}</span> {l.words}
            </li>
          ))}
        </ul>
      )}
    </form>
  );
}

/** Looks from one end now; what went wrong is said as what was found. */
async function look(end: End, address: string, port: string) {
  const source = end.source.trim();
  const read = (port ? "probe" : "ping") + (source ? "-from" : "");
  const given = { address, ...(port && { port }), ...(source && { source }) };
  try {
    const trial = await told(
      api.POST("/api/checks/trial", {
        body: {
          device: end.device,
          check: checkRequest({ ...blankCheck, read, arguments: given, expectation: "REACHABLE", settleSeconds: 0 }),
        },
      }),
    );
    return { device: end.device, works: trial.now === true, words: trial.words };
  } catch (error) {
    const problem = asProblem(error);
    return { device: end.device, works: false, words: problem.errors[0]?.message ?? problem.message };
  }
}
