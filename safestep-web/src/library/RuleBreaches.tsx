import { usualOrder } from "../draft/order";
import { useMutation } from "@tanstack/react-query";
import { type FormEvent, type ReactNode, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { Link, useNavigate } from "react-router";
import { api, asProblem, told } from "../api/client";
import type { ConfigRule, RuleBroken } from "../api/types";
import { linesFor, request } from "../draft/content";
import { useMay } from "../session/session";
import { ErrorBlock } from "../ui/Messages";
import { Status } from "../ui/Status";
import { dayAndTime } from "../ui/time";
import { count } from "../ui/words";
import { mending, standing } from "./configRules";
import { useMoved } from "../api/keys";
import { useDevices } from "../api/shared";
import { Field } from "../ui/Field";

/** Where a rule is broken, what would mend it, and who need not keep it. */
export function RuleBreaches({ rule }: { rule: ConfigRule }) {
  const may = useMay("WRITE_LIBRARY");
  const mayChange = useMay("WRITE_CHANGES");
  const navigate = useNavigate();
  const moved = useMoved();
  const [excepting, setExcepting] = useState<string | null>(null);
  const devices = useDevices();
  const observed = new Set(devices.data?.filter((d) => d.stance === "OBSERVE").map((d) => d.name));
  const mendable = rule.broken.filter((b) => mending(b).lines !== "" && !observed.has(b.device));
  const mend = useMutation({
    mutationFn: () =>
      told(
        api.POST("/api/changes", {
          body: request({
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
            requestedBy: "",
            requesterMail: "",
            outsideReference: "",
            standard: null,
          }),
        }),
      ),
    onSuccess: (change) => {
      void moved.changes();
      navigate(`/changes/${change.number}/build`);
    },
  });
  const end = useMutation({
    mutationFn: (device: string) =>
      told(api.DELETE("/api/rules/{id}/exceptions/{device}", { params: { path: { id: rule.id, device } } })),
    onSuccess: () => moved.rules(),
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
  const moved = useMoved();
  const [reason, setReason] = useState("");
  const [until, setUntil] = useState("");
  const except = useMutation({
    mutationFn: () =>
      told(
        api.PUT("/api/rules/{id}/exceptions/{device}", {
          params: { path: { id: rule.id, device } },
          body: { reason, until },
        }),
      ),
    onSuccess: () => {
      void moved.rules();
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
      <Field
        id="exception-reason"
        label={
          <>
            Why need <span className="mono">{device}</span> not keep it?
          </>
        }
        className=""
      >
        <Form.Control size="sm" autoFocus maxLength={300} value={reason} onChange={(e) => setReason(e.target.value)} />
      </Field>
      <Field id="exception-until" label="Until" className="">
        <Form.Control size="sm" type="date" value={until} onChange={(e) => setUntil(e.target.value)} />
      </Field>
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
