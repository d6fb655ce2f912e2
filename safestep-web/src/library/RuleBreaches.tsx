import { usualOrder } from "../draft/order";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, type ReactNode, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { Link, useNavigate } from "react-router";
import { api, asProblem } from "../api/client";
import type { Change, ConfigRule, DeviceRow, RuleBroken } from "../api/types";
import { linesFor, request } from "../draft/content";
import { useMay } from "../session/session";
import { ErrorBlock } from "../ui/Messages";
import { Status } from "../ui/Status";
import { dayAndTime } from "../ui/time";
import { count } from "../ui/words";
import { mending, standing } from "./configRules";

/** Where a rule is broken, what would mend it, and who need not keep it. */
export function RuleBreaches({ rule }: { rule: ConfigRule }) {
  const may = useMay("WRITE_LIBRARY");
  const mayChange = useMay("WRITE_CHANGES");
  const navigate = useNavigate();
  const client = useQueryClient();
  const [excepting, setExcepting] = useState<string | null>(null);
  const devices = useQuery({ queryKey: ["devices"], queryFn: () => api.get<DeviceRow[]>("/api/devices") });
  const observed = new Set(devices.data?.filter((d) => d.stance === "observe").map((d) => d.name));
  const mendable = rule.broken.filter((b) => mending(b).lines !== "" && !observed.has(b.device));
  const mend = useMutation({
    mutationFn: () =>
      api.post<Change>(
        "/api/changes",
        request({
          version: 0,
          title: `Keep the rule ${rule.name}`.slice(0, 120),
          reason: `${count(mendable.length, "device")} did not keep the rule ${rule.name}, version ${rule.version}.`,
          undoAccepted: false,
          restoresStartup: false,
          groups: [],
          targets: mendable.map((b) => linesFor(b.device, mending(b).lines)),
          checks: [],
          sheets: [],
          order: usualOrder,
          emergencyReason: null,
        }),
      ),
    onSuccess: (change) => {
      void client.invalidateQueries({ queryKey: ["changes"] });
      navigate(`/changes/${change.number}/build`);
    },
  });
  const end = useMutation({
    mutationFn: (device: string) => api.delete(`/api/rules/${rule.id}/exceptions/${device}`),
    onSuccess: () => client.invalidateQueries({ queryKey: ["config-rules"] }),
  });
  if (!rule.active && rule.exceptions.length === 0) {
    return null;
  }
  return (
    <section className="mb-3" aria-label="Where it is broken">
      <div className="head">
        <h2>Where it is broken</h2>
        <Status state={standing(rule)} />
        <div className="actions">
          {mayChange && mendable.length > 0 && (
            <Button
              size="sm"
              variant="outline-primary"
              disabled={mend.isPending || !devices.data}
              onClick={() => mend.mutate()}
            >
              {mendable.length === 1 ? "Mend it by a change" : `Mend ${mendable.length} by a change`}
            </Button>
          )}
        </div>
      </div>
      {(mend.error ?? end.error) && <ErrorBlock error={mend.error ?? end.error} each />}
      <BreachList
        broken={rule.broken}
        observed={observed}
        tool={
          may
            ? (b) => (
                <Button variant="link" className="p-0" onClick={() => setExcepting(b.device)}>
                  Except it …
                </Button>
              )
            : undefined
        }
      />
      {excepting && <ExceptionForm rule={rule} device={excepting} done={() => setExcepting(null)} />}
      {rule.exceptions.map((e) => (
        <p key={e.device} className={e.over ? "soft mb-1" : "mb-1"}>
          <span className="mono">{e.device}</span> need not keep it {e.over ? "was said until" : "until"} {e.until}:{" "}
          {e.reason} <span className="soft">({e.madeBy})</span>{" "}
          {may && (
            <Button variant="link" className="p-0" disabled={end.isPending} onClick={() => end.mutate(e.device)}>
              {e.over ? "Forget it" : "End it"}
            </Button>
          )}
        </p>
      ))}
    </section>
  );
}

function ExceptionForm({ rule, device, done }: { rule: ConfigRule; device: string; done: () => void }) {
  const client = useQueryClient();
  const [reason, setReason] = useState("");
  const [until, setUntil] = useState("");
  const except = useMutation({
    mutationFn: () => api.put<ConfigRule>(`/api/rules/${rule.id}/exceptions/${device}`, { reason, until }),
    onSuccess: () => {
      void client.invalidateQueries({ queryKey: ["config-rules"] });
      done();
    },
  });
  function submit(event: FormEvent) {
    event.preventDefault();
    event.stopPropagation();
    except.mutate();
  }
  return (
    <form className="d-flex gap-2 align-items-end mb-2 flex-wrap" onSubmit={submit}>
      <Form.Group>
        <Form.Label htmlFor="exception-reason">
          Why need <span className="mono">{device}</span> not keep it?
        </Form.Label>
        <Form.Control
          id="exception-reason"
          size="sm"
          autoFocus
          maxLength={300}
          value={reason}
          onChange={(e) => setReason(e.target.value)}
        />
      </Form.Group>
      <Form.Group>
        <Form.Label htmlFor="exception-until">Until</Form.Label>
        <Form.Control
          id="exception-until"
          size="sm"
          type="date"
          value={until}
          onChange={(e) => setUntil(e.target.value)}
        />
      </Form.Group>
      <Button type="submit" size="sm" disabled={!reason.trim() || !until || except.isPending}>
        Except it
      </Button>
      <Button variant="link" onClick={done}>
        Cancel
      </Button>
      {except.error && <span className="harm">{asProblem(except.error).message}</span>}
    </form>
  );
}

const most = 50;

/** Devices with what is wrong on them. */
export function BreachList({
  broken,
  observed,
  tool,
}: {
  broken: RuleBroken[];
  /** Devices to which Safe Step may not write. */
  observed?: Set<string>;
  tool?: (b: RuleBroken) => ReactNode;
}) {
  return (
    <div className="breaches">
      {broken.slice(0, most).map((b) => (
        <div key={b.device} className="item">
          <div>
            <Link
              className="mono"
              to={`/devices/${b.device}/backups?backup=${b.backupId}${b.breaches[0] ? `&line=${b.breaches[0].number}` : ""}`}
            >
              {b.device}
            </Link>{" "}
            {tool?.(b)}
            {observed?.has(b.device) && (
              <div className="soft">In stance observe: a change can mend it once it is managed.</div>
            )}
            {b.breaches.slice(0, 5).map((breach, i) => (
              <div key={i}>
                {breach.path.length > 0 && <span className="mono soft">{breach.path.join(" › ")}: </span>}
                {breach.sentence}
                {breach.mend.length === 0 && <span className="soft"> Nothing is proposed to mend it.</span>}
              </div>
            ))}
            {b.breaches.length > 5 && <div className="soft">and {b.breaches.length - 5} more</div>}
          </div>
          <span className="when">{b.since && `since ${dayAndTime(b.since)}`}</span>
        </div>
      ))}
      {broken.length > most && <p className="soft">and {broken.length - most} more devices</p>}
    </div>
  );
}
