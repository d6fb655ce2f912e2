import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { Link } from "react-router";
import { type Problem } from "../api/client";
import type { Device, Standard } from "../api/types";
import { Loading } from "../ui/Messages";
import { count, roleWords } from "../ui/words";
import { type Content, linesFor, templateFor } from "../draft/content";
import { useStandard } from "../library/queries";
import { useDevices, useGroups } from "../api/shared";
import { useActsOn } from "../session/session";
import { Field } from "../ui/Field";

interface Props {
  content: Content;
  problem: Problem | null;
  edit: (change: Partial<Content>) => void;
}

const MANY = 12;

/** Title, reason and devices of a change. */
export function DescribeFields({ content, problem, edit }: Props) {
  const known = useDevices();
  const acts = useActsOn();
  const standard = useStandard(content.standard).data;
  const bounds = standard?.inForce;
  const devices = known.data?.filter((d) => acts(d.name) && (!bounds || bounds.devices.includes(d.name)));
  const chosen = new Set(content.targets.map((t) => t.device));
  const [filter, setFilter] = useState("");
  const words = filter.toLowerCase().split(/\s+/).filter(Boolean);
  // What is chosen stays in sight.
  const found = (devices ?? []).filter(
    (d) =>
      chosen.has(d.name) || words.every((w) => `${d.name} ${roleWords[d.role]} ${d.site}`.toLowerCase().includes(w)),
  );
  const titleError = problem?.at("title")[0]?.message;
  const reasonError = problem?.at("reason")[0]?.message;
  const targetErrors = problem?.errors.filter((e) => /^targets(\[[^\]]*\])?$/.test(e.field)) ?? [];

  function toggle(name: string) {
    edit({
      targets: chosen.has(name)
        ? content.targets.filter((t) => t.device !== name)
        : [...content.targets, bounds ? templateFor(name, bounds.templateVersion) : linesFor(name)],
    });
  }

  return (
    <>
      <Field id="title" label="Title" error={titleError} className="mb-3">
        <Form.Control
          value={content.title}
          maxLength={120}
          placeholder="What changes, in one line"
          onChange={(e) => edit({ title: e.target.value })}
        />
      </Field>
      <Field id="reason" label="Reason" error={reasonError} className="mb-3">
        <Form.Control
          as="textarea"
          rows={3}
          value={content.reason}
          maxLength={4000}
          placeholder="Why it is needed. Approvers and auditors read this."
          onChange={(e) => edit({ reason: e.target.value })}
        />
      </Field>
      <RequestedBy content={content} problem={problem} edit={edit} />
      {standard ? (
        <OfStandard standard={standard} leave={() => edit({ standard: null })} />
      ) : (
        <Emergency content={content} problem={problem} edit={edit} />
      )}
      <fieldset>
        <legend className="form-label fs-6">Devices</legend>
        {targetErrors.map((e) => (
          <p key={e.field + e.message} className="harm mb-1" role="alert">
            {e.message}
          </p>
        ))}
        <ChosenGroups content={content} devices={devices ?? []} problem={problem} edit={edit} />
        {!devices && <Loading />}
        {devices && devices.length > MANY && (
          <Form.Control
            type="search"
            size="sm"
            className="mb-1"
            value={filter}
            placeholder={`Filter ${devices.length} devices by name, role or site`}
            aria-label="Filter devices"
            onChange={(e) => setFilter(e.target.value)}
          />
        )}
        {devices && found.length === 0 && <p className="empty">No device fits “{filter}”.</p>}
        {found.map((d) => {
          const observe = d.stance !== "MANAGED";
          return (
            <div key={d.name} className="device-choice">
              <Form.Check
                type="checkbox"
                id={`device-${d.name}`}
                checked={chosen.has(d.name)}
                disabled={observe && !chosen.has(d.name)}
                onChange={() => toggle(d.name)}
              />
              <label htmlFor={`device-${d.name}`}>
                <span className="mono">{d.name}</span>
                <span className="soft">
                  {roleWords[d.role]}, {d.site}
                  {d.partner && `, partner of ${d.partner}`}
                </span>
                {observe && <span>In stance observe: Safe Step may read it but not write to it.</span>}
              </label>
            </div>
          );
        })}
      </fieldset>
    </>
  );
}

/** Who wants it, and what it is called elsewhere. */
function RequestedBy({ content, problem, edit }: Props) {
  const at = (field: string) => problem?.at(field)[0]?.message;
  return (
    <div className="requester mb-3">
      <Field id="requested-by" label="Requested by" error={at("requestedBy")} className="">
        <Form.Control
          value={content.requestedBy}
          maxLength={100}
          placeholder="Whoever wants it"
          onChange={(e) => edit({ requestedBy: e.target.value })}
        />
      </Field>
      <Field
        id="requester-mail"
        label="Their mail address"
        error={at("requesterMail")}
        hint="Told when it is approved, planned and done"
        className=""
      >
        <Form.Control
          type="email"
          value={content.requesterMail}
          maxLength={200}
          onChange={(e) => edit({ requesterMail: e.target.value })}
        />
      </Field>
      <Field
        id="outside-reference"
        label="Outside reference"
        error={at("outsideReference")}
        hint="The number of a ticket, say"
        className=""
      >
        <Form.Control
          value={content.outsideReference}
          maxLength={60}
          onChange={(e) => edit({ outsideReference: e.target.value })}
        />
      </Field>
    </div>
  );
}

/** As whose use it is written. */
function OfStandard({ standard, leave }: { standard: Standard; leave: () => void }) {
  return (
    <p>
      A use of the standard change <Link to={`/library/standard/${standard.id}`}>{standard.name}</Link>. Within its
      bounds it needs no approval of its own; only devices for which it was approved are offered.{" "}
      <Button variant="link" className="p-0" onClick={leave}>
        Write it as a normal change
      </Button>
    </p>
  );
}

/** A change that can't wait: it is shown as such for ever. */
function Emergency({ content, problem, edit }: Props) {
  const error = problem?.at("emergencyReason")[0]?.message;
  return (
    <div className="mb-3">
      <Form.Check
        id="emergency"
        label="Emergency: it can't wait for its approval or for a window"
        checked={content.emergencyReason !== null}
        onChange={(e) => edit({ emergencyReason: e.target.checked ? "" : null })}
      />
      {content.emergencyReason !== null && (
        <Field
          id="emergency-reason"
          label="Why it can't wait"
          error={error}
          hint="One other person has to release it before it runs. Afterwards somebody who may approve reviews it; until then it can't be closed."
          className="mt-1"
        >
          <Form.Control
            as="textarea"
            rows={2}
            maxLength={2000}
            value={content.emergencyReason}
            onChange={(e) => edit({ emergencyReason: e.target.value })}
          />
        </Field>
      )}
    </div>
  );
}

interface ChosenGroupsProps extends Props {
  devices: Device[];
}

/** Groups by which devices are chosen: what a group holds now is taken, and what changes in it later is pointed out. */
function ChosenGroups({ content, devices, problem, edit }: ChosenGroupsProps) {
  const groups = useGroups();
  const managed = new Set(devices.filter((d) => d.stance === "MANAGED").map((d) => d.name));
  const known = new Map(groups.data?.map((g) => [g.name, g]));
  const free = (groups.data ?? []).filter((g) => !content.groups.includes(g.name));

  function take(name: string) {
    const has = new Set(content.targets.map((t) => t.device));
    const members = (known.get(name)?.devices ?? []).filter((d) => managed.has(d) && !has.has(d));
    edit({
      groups: content.groups.includes(name) ? content.groups : [...content.groups, name],
      targets: [...content.targets, ...members.map((d) => linesFor(d))],
    });
  }

  if (free.length === 0 && content.groups.length === 0) {
    return null;
  }
  return (
    <>
      {problem?.at("groups").map((e) => (
        <p key={e.message} className="harm mb-1" role="alert">
          {e.message}
        </p>
      ))}
      {content.groups.map((name) => {
        const members = known.get(name)?.devices ?? [];
        const missing = members.filter((d) => managed.has(d) && !content.targets.some((t) => t.device === d));
        const observed = members.filter((d) => !managed.has(d));
        return (
          <div key={name} className="field-row">
            <span className="flex-fill">
              Group <b>{name}</b>:{" "}
              {known.has(name) ? `${count(members.length, "device")} now` : "there is no such group"}
              {observed.length > 0 && `, ${observed.length} of them in stance observe`}
              {missing.length > 0 && (
                <>
                  {" "}
                  ·{" "}
                  <Button variant="link" className="p-0" onClick={() => take(name)}>
                    Add {missing.join(", ")}
                  </Button>
                </>
              )}
            </span>
            <Button
              variant="link"
              className="p-0"
              aria-label={`No longer choose by group ${name}`}
              onClick={() => edit({ groups: content.groups.filter((g) => g !== name) })}
            >
              Let go, keep its devices
            </Button>
          </div>
        );
      })}
      {free.length > 0 && (
        <Form.Select
          size="sm"
          className="mb-2"
          style={{ maxWidth: 380 }}
          value=""
          aria-label="Choose the devices of a group"
          onChange={(e) => take(e.target.value)}
        >
          <option value="">Choose the devices of a group …</option>
          {free.map((g) => (
            <option key={g.id} value={g.name}>
              {g.name} ({count(g.devices.length, "device")} now)
            </option>
          ))}
        </Form.Select>
      )}
    </>
  );
}
