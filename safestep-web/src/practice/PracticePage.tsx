import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { useSearchParams } from "react-router";
import { api, asProblem, told } from "../api/client";
import type { Practice } from "../api/types";
import { useMay } from "../session/session";
import { Block, ErrorBlock, Loading } from "../ui/Messages";
import { Status } from "../ui/Status";
import { dayAndTime } from "../ui/time";
import { deviceState, faultsInWords, isWrong, wrongFirst } from "./practice";
import { keys } from "../api/keys";

type PracticeDevice = Practice["devices"][number];
type Fault = Practice["faults"][number];

/** The practice network: what its devices are like now, what is to go wrong, and the mails that it caught. */
export function PracticePage() {
  const practice = useQuery({
    queryKey: keys.practice,
    queryFn: () => told(api.GET("/api/practice")),
    refetchInterval: 3_000,
  });
  const [params, setParams] = useSearchParams();
  const [filter, setFilter] = useState("");
  if (practice.error && !practice.data) {
    return <ErrorBlock error={practice.error} />;
  }
  if (!practice.data) {
    return <Loading />;
  }
  const { devices, faults, mails } = practice.data;
  const words = filter.toLowerCase().split(/\s+/).filter(Boolean);
  const found = wrongFirst(devices).filter((d) => {
    const text = `${d.name} ${d.site} ${d.role} ${d.platform} ${faultsInWords(d, faults)}`.toLowerCase();
    return words.every((w) => text.includes(w));
  });
  const chosen = devices.find((d) => d.name === params.get("device")) ?? null;
  const wrong = devices.filter(isWrong);
  return (
    <>
      <div className="head">
        <h1>Practice network</h1>
        <span className="soft">Simulated devices on this machine. What goes wrong here, goes wrong nowhere else.</span>
      </div>
      {practice.error && <ErrorBlock error={practice.error} />}
      <p>
        <b>
          {wrong.length === 0
            ? `All ${devices.length} devices are reachable, and nothing is made to go wrong.`
            : `Something is wrong at ${wrong.length === 1 ? wrong[0]!.name : `${wrong.length} of ${devices.length} devices`}.`}
        </b>
      </p>
      <div className="cols practice">
        <section>
          <Form.Control
            type="search"
            size="sm"
            className="mb-1"
            value={filter}
            placeholder="Filter devices"
            aria-label="Filter devices"
            onChange={(e) => setFilter(e.target.value)}
          />
          <div className="practice-devices" tabIndex={0} role="region" aria-label="Practice devices">
            <table className="table facts">
              <thead>
                <tr>
                  <th>Device</th>
                  <th>Site</th>
                  <th>State</th>
                  <th>Made to go wrong</th>
                </tr>
              </thead>
              <tbody>
                {found.map((d) => (
                  <tr key={d.name} className={d === chosen ? "chosen" : ""}>
                    <td>
                      <Button
                        variant="link"
                        className="mono"
                        aria-pressed={d === chosen}
                        onClick={() => setParams({ device: d.name })}
                      >
                        {d.name}
                      </Button>
                    </td>
                    <td>{d.site}</td>
                    <td>
                      <Status state={deviceState(d)} />
                    </td>
                    <td>
                      <span className={d.faults.length ? "harm" : "soft"}>{faultsInWords(d, faults) || "nothing"}</span>
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
            {found.length === 0 && <p className="empty">No practice device fits “{filter}”.</p>}
          </div>
        </section>
        <section>
          {chosen ? (
            <Faults key={chosen.name} device={chosen} faults={faults} />
          ) : (
            <p className="empty">Choose a device to make something go wrong at it.</p>
          )}
        </section>
      </div>
      <Mails mails={mails} />
    </>
  );
}

function usePracticeChange<T>(change: (value: T) => Promise<unknown>) {
  const client = useQueryClient();
  return useMutation({ mutationFn: change, onSettled: () => client.invalidateQueries({ queryKey: keys.practice }) });
}

function Faults({ device, faults }: { device: PracticeDevice; faults: Fault[] }) {
  const may = useMay("USE_PRACTICE_NETWORK");
  return (
    <>
      <div className="head">
        <h2 className="mono">{device.name}</h2>
        <span className="soft">
          {device.role} at {device.site} · {device.address} · {device.platform}
        </span>
      </div>
      {!may && <Block>You may look at the practice network. Making things go wrong in it takes another role.</Block>}
      <fieldset disabled={!may}>
        <legend className="visually-hidden">Faults of {device.name}</legend>
        {faults.map((fault) => (
          <FaultSwitch key={fault.name} device={device} fault={fault} />
        ))}
        <PowerAndHands device={device} />
      </fieldset>
    </>
  );
}

function FaultSwitch({ device, fault }: { device: PracticeDevice; fault: Fault }) {
  const on = device.faults.find((f) => f.name === fault.name);
  const [match, setMatch] = useState(on?.match ?? "");
  const set = usePracticeChange((wanted: boolean) =>
    wanted
      ? told(
          api.PUT("/api/practice/devices/{name}/faults/{fault}", {
            params: { path: { name: device.name, fault: fault.name } },
            body: { match },
          }),
        )
      : told(
          api.DELETE("/api/practice/devices/{name}/faults/{fault}", {
            params: { path: { name: device.name, fault: fault.name } },
          }),
        ),
  );
  // Shown at once, in the very event: what comes from the server comes later.
  const [wanted, setWanted] = useState<boolean | null>(null);
  const id = `fault-${fault.name}`;
  return (
    <div className="fault">
      <Form.Check
        type="switch"
        id={id}
        label={fault.title}
        checked={wanted ?? !!on}
        disabled={set.isPending}
        aria-describedby={`${id}-meaning`}
        onChange={(e) => {
          setWanted(e.target.checked);
          set.mutate(e.target.checked, { onSettled: () => setWanted(null) });
        }}
      />
      <div>
        <span id={`${id}-meaning`} className="soft">
          {fault.meaning}
        </span>
        {fault.match &&
          (on ? (
            <div className="mono small">{on.match || "always"}</div>
          ) : (
            <Form.Control
              size="sm"
              className="mono"
              aria-label={`${fault.title}: ${fault.match}`}
              placeholder={fault.match}
              maxLength={200}
              value={match}
              onChange={(e) => setMatch(e.target.value)}
            />
          ))}
        {set.error && (
          <div className="harm" role="alert">
            {asProblem(set.error).message}
          </div>
        )}
      </div>
    </div>
  );
}

function PowerAndHands({ device }: { device: PracticeDevice }) {
  const [lines, setLines] = useState("");
  const reboot = usePracticeChange(() =>
    told(
      api.POST("/api/practice/devices/{name}/reboot", {
        params: { path: { name: device.name } },
        body: { seconds: 8 },
      }),
    ),
  );
  const edit = usePracticeChange(() =>
    told(api.POST("/api/practice/devices/{name}/edits", { params: { path: { name: device.name } }, body: { lines } })),
  );
  const problem = edit.error ? asProblem(edit.error) : null;
  function type(event: FormEvent) {
    event.preventDefault();
    edit.mutate(undefined, { onSuccess: () => setLines("") });
  }
  return (
    <>
      <div className="fault">
        <Button
          variant="outline-primary"
          size="sm"
          disabled={reboot.isPending || device.off}
          onClick={() => reboot.mutate(undefined)}
        >
          {device.off ? "Without power" : "Reboot"}
        </Button>
        <div>
          <span className="soft">
            The power is away for 8 seconds; afterwards it runs what it has saved. What was not saved is lost.
          </span>
          {reboot.error && (
            <div className="harm" role="alert">
              {asProblem(reboot.error).message}
            </div>
          )}
        </div>
      </div>
      <form onSubmit={type} noValidate className="mt-2">
        <Form.Label htmlFor="by-hand">Somebody edits it by hand</Form.Label>
        <Form.Control
          id="by-hand"
          as="textarea"
          rows={3}
          className="mono"
          maxLength={20_000}
          value={lines}
          isInvalid={!!problem}
          placeholder="Lines in the device's own language, as it shows them"
          onChange={(e) => setLines(e.target.value)}
        />
        <Form.Control.Feedback type="invalid">{problem?.message}</Form.Control.Feedback>
        <Button
          type="submit"
          variant="outline-primary"
          size="sm"
          className="mt-1"
          disabled={edit.isPending || !lines.trim()}
        >
          Type it
        </Button>{" "}
        {edit.isSuccess && (
          <span role="status" className="soft">
            Typed. It runs it now and has not saved it.
          </span>
        )}
      </form>
    </>
  );
}

function Mails({ mails }: { mails: Practice["mails"] }) {
  const may = useMay("USE_PRACTICE_NETWORK");
  const forget = usePracticeChange(() => told(api.DELETE("/api/practice/mails")));
  return (
    <>
      <div className="head mt-4">
        <h2>Mails</h2>
        <span className="soft">
          Everything that was sent to the practice network's mail server. Nothing leaves this machine.
        </span>
        <div className="actions">
          {may && mails.length > 0 && (
            <Button variant="link" disabled={forget.isPending} onClick={() => forget.mutate(undefined)}>
              Delete all
            </Button>
          )}
        </div>
      </div>
      {forget.error && <ErrorBlock error={forget.error} />}
      {mails.length === 0 && <p className="empty">No mail was sent yet.</p>}
      {mails.map((m, i) => (
        <details key={`${m.sent} ${m.subject} ${i}`} className="mail">
          <summary>
            <span className="when">{m.sent ? dayAndTime(m.sent) : "no date"}</span> {m.subject || "no subject"}{" "}
            <span className="soft">to {m.to.join(", ") || "nobody"}</span>
          </summary>
          <p className="soft mb-0">from {m.from || "nobody"}</p>
          <pre>{m.text}</pre>
        </details>
      ))}
    </>
  );
}
