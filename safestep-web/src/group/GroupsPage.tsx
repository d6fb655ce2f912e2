import { useSettled } from "../ui/useSettled";
import { useMutation, useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { Link, useNavigate } from "react-router";
import { api, told } from "../api/client";
import type { DeviceRow, Group, GroupRule } from "../api/types";
import { useMayEverywhere } from "../session/session";
import { InventoryNav } from "../ui/InventoryNav";
import { ErrorBlock } from "../ui/Messages";
import { Removal } from "../ui/Removal";
import { count, deviceRoles, roleWords } from "../ui/words";
import { emptyRule, isEmptyRule, warning } from "./rules";
import { keys, useMoved } from "../api/keys";
import { useDevices, useGroups, usePlatforms, useSites } from "../api/shared";
import { useSave } from "../ui/useSave";
import { Field } from "../ui/Field";
import { Beside } from "../ui/Beside";

export function GroupsPage() {
  const may = useMayEverywhere("WRITE_DEVICES");
  return (
    <>
      <InventoryNav />
      <Beside
        title="Groups"
        sentence="Named sets of devices: a fixed list, or by rule."
        path="/groups"
        list={useGroups()}
        add={may ? "Make a group" : null}
        none="There is no group yet. Groups say who uses which credential, and find devices."
        choose="Choose a group to see what it holds now."
        gone="There is no such group."
        facts={(g) => (
          <div className="soft">
            {g.ruleInWords ? `By rule: ${g.ruleInWords}` : "Fixed list"}
            {g.note && ` · ${g.note}`}
          </div>
        )}
        aside={(g) => count(g.devices.length, "device")}
        blank={<GroupForm group={null} />}
        form={(g) => <GroupForm group={g} />}
      />
    </>
  );
}

function GroupForm({ group }: { group: Group | null }) {
  const may = useMayEverywhere("WRITE_DEVICES");
  const moved = useMoved();
  const navigate = useNavigate();
  const devices = useDevices();
  const [name, setName] = useState(group?.name ?? "");
  const [note, setNote] = useState(group?.note ?? "");
  const [byRule, setByRule] = useState(group ? !!group.rule : true);
  const [rule, setRule] = useState<GroupRule>(group?.rule ?? emptyRule);
  const [members, setMembers] = useState<string[]>(group?.rule ? [] : (group?.devices ?? []));
  const holds = useRuleDevices(rule, byRule && may);
  const save = useSave({
    mutationFn: () => {
      const body = { name, note, rule: byRule ? rule : null, devices: byRule ? null : members };
      return group
        ? told(api.PUT("/api/groups/{id}", { params: { path: { id: group.id } }, body }))
        : told(api.POST("/api/groups", { body }));
    },
    onSuccess: async (saved) => {
      await moved.groups();
      navigate(`/groups/${saved.id}`);
    },
  });
  const remove = useMutation({
    mutationFn: () => told(api.DELETE("/api/groups/{id}", { params: { path: { id: group!.id } } })),
    onSuccess: async () => {
      await moved.groups();
      navigate("/groups");
    },
  });

  const now = byRule ? (may ? holds.names : (group?.devices ?? [])) : members;
  function submit(event: FormEvent) {
    event.preventDefault();
    save.mutate();
  }
  return (
    <form onSubmit={submit} noValidate>
      <fieldset disabled={!may}>
        <legend className="h2">{group ? group.name : "A new group"}</legend>
        <Field id="group-name" label="Name" error={save.at("name")}>
          <Form.Control value={name} maxLength={60} onChange={(e) => setName(e.target.value)} />
        </Field>
        <Field id="group-note" label="What it is for">
          <Form.Control value={note} maxLength={200} onChange={(e) => setNote(e.target.value)} />
        </Field>
        <div className="choices mb-2">
          <Form.Check
            type="radio"
            id="by-rule"
            name="holds"
            label="By rule"
            checked={byRule}
            onChange={() => setByRule(true)}
          />
          <Form.Check
            type="radio"
            id="fixed"
            name="holds"
            label="Fixed list"
            checked={!byRule}
            onChange={() => {
              // What the rule held is a good beginning for a list.
              setMembers(members.length ? members : now);
              setByRule(false);
            }}
          />
        </div>
        {byRule ? (
          <RuleFields rule={rule} setRule={setRule} devices={devices.data ?? []} error={save.at("rule")} />
        ) : (
          <MemberFields members={members} setMembers={setMembers} devices={devices.data ?? []} />
        )}
      </fieldset>
      <div role="status" className="holds">
        <b>Holds now: {count(now.length, "device")}.</b>{" "}
        {byRule && <span className="warn-text">{warning(rule, now.length, devices.data?.length ?? 0)}</span>}
        <div className="names">
          {now.slice(0, 60).map((n) => (
            <Link key={n} to={`/devices/${n}`} className="mono">
              {n}
            </Link>
          ))}
          {now.length > 60 && <span className="soft">and {now.length - 60} more</span>}
        </div>
        {group?.credential && (
          <div className="soft">
            Its devices use the credential {group.credential}, unless one says another for itself.
          </div>
        )}
      </div>
      {save.refusal && <ErrorBlock error={save.refusal} />}
      {remove.error && <ErrorBlock error={remove.error} />}
      {may && (
        <div className="d-flex gap-3 align-items-center mt-2">
          <Button type="submit" disabled={save.isPending || !name.trim() || (byRule && isEmptyRule(rule))}>
            {group ? "Save the group" : "Make the group"}
          </Button>
          {group && (
            <Removal
              name={group.name}
              note="Its devices stay."
              busy={remove.isPending}
              remove={() => remove.mutate()}
            />
          )}
        </div>
      )}
    </form>
  );
}

/** What a rule would hold now, asked a moment after the last key. */
function useRuleDevices(rule: GroupRule, enabled: boolean) {
  const asked = useSettled(rule);
  const preview = useQuery({
    queryKey: keys.groupPreview(asked),
    queryFn: ({ signal }) => told(api.POST("/api/groups/preview", { body: asked, signal })),
    enabled: enabled && !isEmptyRule(asked),
    placeholderData: (old) => old,
  });
  return { names: enabled && !isEmptyRule(rule) ? (preview.data?.devices ?? []) : [] };
}

function RuleFields({
  rule,
  setRule,
  devices,
  error,
}: {
  rule: GroupRule;
  setRule: (rule: GroupRule) => void;
  devices: DeviceRow[];
  error?: string;
}) {
  const sites = useSites();
  const platforms = usePlatforms();
  const labels = [...new Set([...devices.flatMap((d) => d.labels), ...rule.labels])].sort();
  return (
    <>
      <p className="soft mb-1">A device belongs to it when every condition holds that says something.</p>
      <Choices
        title="Site is one of"
        all={[...new Set([...(sites.data?.map((s) => s.name) ?? []), ...rule.sites])]}
        chosen={rule.sites}
        set={(v) => setRule({ ...rule, sites: v })}
      />
      <Choices
        title="Role is one of"
        all={deviceRoles}
        chosen={rule.roles}
        set={(v) => setRule({ ...rule, roles: v })}
      />
      <Choices
        title="Platform is one of"
        all={platforms.data?.map((p) => p.name) ?? []}
        chosen={rule.platforms}
        set={(v) => setRule({ ...rule, platforms: v })}
      />
      <Field id="name-pattern" label="Name fits" hint="* stands for any characters, ? for one.">
        <Form.Control
          className="mono"
          value={rule.namePattern}
          maxLength={60}
          placeholder="*-gw-?"
          onChange={(e) => setRule({ ...rule, namePattern: e.target.value })}
        />
      </Field>
      {labels.length > 0 && (
        <Choices
          title="Has all of the labels"
          all={labels}
          chosen={rule.labels}
          set={(v) => setRule({ ...rule, labels: v })}
        />
      )}
      {error && (
        <p className="harm" role="alert">
          {error}
        </p>
      )}
    </>
  );
}

function Choices({
  title,
  all,
  chosen,
  set,
}: {
  title: string;
  all: string[];
  chosen: string[];
  set: (values: string[]) => void;
}) {
  return (
    <fieldset className="rule-choices">
      <legend className="form-label fs-6">{title}</legend>
      {all.map((v) => (
        <Form.Check
          key={v}
          inline
          id={`${title}-${v}`}
          label={v}
          checked={chosen.includes(v)}
          onChange={() => set(chosen.includes(v) ? chosen.filter((c) => c !== v) : [...chosen, v])}
        />
      ))}
    </fieldset>
  );
}

const MOST_SHOWN = 100;

function MemberFields({
  members,
  setMembers,
  devices,
}: {
  members: string[];
  setMembers: (names: string[]) => void;
  devices: DeviceRow[];
}) {
  const [filter, setFilter] = useState("");
  const chosen = new Set(members);
  const words = filter.toLowerCase().split(/\s+/).filter(Boolean);
  const found = devices.filter((d) =>
    words.every((w) => `${d.name} ${d.site} ${roleWords[d.role]} ${d.labels.join(" ")}`.toLowerCase().includes(w)),
  );
  return (
    <>
      <Form.Control
        type="search"
        size="sm"
        className="mb-1"
        value={filter}
        placeholder="Filter devices"
        aria-label="Filter devices"
        onChange={(e) => setFilter(e.target.value)}
      />
      <div className="members" tabIndex={0} role="region" aria-label="Devices of the group">
        {found.slice(0, MOST_SHOWN).map((d) => (
          <Form.Check
            key={d.name}
            id={`member-${d.name}`}
            label={
              <>
                <span className="mono">{d.name}</span>{" "}
                <span className="soft">
                  {roleWords[d.role]}, {d.site}
                </span>
              </>
            }
            checked={chosen.has(d.name)}
            onChange={() =>
              setMembers(chosen.has(d.name) ? members.filter((m) => m !== d.name) : [...members, d.name].sort())
            }
          />
        ))}
        {found.length > MOST_SHOWN && (
          <p className="soft mb-0">{found.length - MOST_SHOWN} more: filter to find them.</p>
        )}
        {found.length === 0 && <p className="empty">No device fits “{filter}”.</p>}
      </div>
    </>
  );
}
