import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, type ReactNode, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { Link, useNavigate } from "react-router";
import { api, told } from "../api/client";
import { keys } from "../api/keys";
import { useGroups, usePlatforms, useSites } from "../api/shared";
import type { ApprovalRule, ApprovalRuleRequest, RiskLevel, RuleEffect, Topic } from "../api/types";
import vocabulary from "../api/vocabulary.json";
import { useMayEverywhere } from "../session/session";
import { Field } from "../ui/Field";
import { Block, ErrorBlock } from "../ui/Messages";
import { Removal } from "../ui/Removal";
import { dayAndTime } from "../ui/time";
import { useSave } from "../ui/useSave";
import { useSettled } from "../ui/useSettled";
import { count } from "../ui/words";
import {
  asRequest,
  blankRule,
  isComplete,
  ruleSentence,
  type Terms,
  termsWords,
  toggled,
  type When,
  type Who,
} from "./approvalRules";
import { topicWords } from "./sets";
import { useHouseWords, usePeople, useTeams } from "./useHouseWords";

const kinds = Object.entries(vocabulary.approvers) as [Who["kind"], string][];
const levels = Object.entries(vocabulary.riskLevels) as [RiskLevel, string][];
const hours = (text: string) => (text.trim() === "" ? null : Number(text));

/** Writing an approval rule, with what open changes would need under it. */
export function ApprovalRuleForm({ rule }: { rule: ApprovalRule | null }) {
  const may = useMayEverywhere("WRITE_APPROVAL_RULES");
  const client = useQueryClient();
  const navigate = useNavigate();
  const house = useHouseWords();
  const [wanted, setWanted] = useState<ApprovalRuleRequest>(rule ? asRequest(rule) : blankRule);
  const moved = JSON.stringify(wanted) !== JSON.stringify(rule ? asRequest(rule) : blankRule);
  const when = (part: Partial<When>) => setWanted({ ...wanted, when: { ...wanted.when, ...part } });
  const who = (part: Partial<Who>) => setWanted({ ...wanted, who: { ...wanted.who, ...part } });
  const terms = (part: Partial<Terms>) => setWanted({ ...wanted, terms: { ...wanted.terms, ...part } });
  const settled = useSettled(wanted, String(rule?.id));
  const effect = useQuery({
    queryKey: keys.approvalRuleEffect([rule?.id ?? null, settled]),
    queryFn: () =>
      told(
        api.POST("/api/approval-rules/effect", {
          body: { id: rule?.id ?? null, rule: { ...settled!, name: settled!.name.trim() || "This rule" } },
        }),
      ),
    enabled: may && !!settled && isComplete(settled.who),
    retry: false,
  });
  const save = useSave({
    mutationFn: () =>
      rule
        ? told(api.PUT("/api/approval-rules/{id}", { params: { path: { id: rule.id } }, body: wanted }))
        : told(api.POST("/api/approval-rules", { body: wanted })),
    onSuccess: async (saved) => {
      await client.invalidateQueries({ queryKey: keys.approvalRules });
      navigate(`/library/approvals/${saved.id}`);
    },
  });
  const remove = useMutation({
    mutationFn: () => told(api.DELETE("/api/approval-rules/{id}", { params: { path: { id: rule!.id } } })),
    onSuccess: async () => {
      await client.invalidateQueries({ queryKey: keys.approvalRules });
      navigate("/library/approvals");
    },
  });
  function submit(event: FormEvent) {
    event.preventDefault();
    save.mutate();
  }
  const at = (field: string) => save.at(field);
  return (
    <form onSubmit={submit} noValidate>
      <h2>{rule ? `What it says, version ${rule.version}` : "A new rule"}</h2>
      {isComplete(wanted.who) && <p>{ruleSentence(wanted, house)}</p>}
      <fieldset disabled={!may}>
        <Field id="approval-name" label="Name" error={at("name")}>
          <Form.Control
            maxLength={80}
            value={wanted.name}
            placeholder="Network leads for the core"
            onChange={(e) => setWanted({ ...wanted, name: e.target.value })}
          />
        </Field>
        <WhenFields when={wanted.when} set={when} at={at} />
        <WhoFields who={wanted.who} set={who} at={at} />
        <TermsFields terms={wanted.terms} set={terms} at={at} />
        <Form.Check
          id="approval-active"
          className="mb-3"
          label="In force for changes that are submitted from now on"
          checked={wanted.active}
          onChange={(e) => setWanted({ ...wanted, active: e.target.checked })}
        />
      </fieldset>
      {may && effect.data && <Effect effect={effect.data} moved={moved} />}
      {save.refusal && <ErrorBlock error={save.refusal} />}
      {may ? (
        <div className="d-flex gap-2 mb-3">
          <Button type="submit" disabled={save.isPending || !moved || !wanted.name.trim()}>
            {rule ? "Save" : "Add the rule"}
          </Button>
          {rule && (
            <span className="ms-auto">
              <Removal name={rule.name} busy={remove.isPending} remove={() => remove.mutate()} />
            </span>
          )}
        </div>
      ) : (
        <Block>Writing who approves what takes the role of an administrator, for all devices.</Block>
      )}
      {remove.error && <ErrorBlock error={remove.error} />}
      {rule && rule.versions.length > 1 && (
        <>
          <h3>Earlier versions</h3>
          {rule.versions.slice(1).map((v) => (
            <p key={v.version} className="soft mb-1">
              {v.version}, {dayAndTime(v.at)}, {v.by}: {ruleSentence(v.definition, house)}{" "}
              {termsWords(v.definition.terms, house)}
              {!v.active && " · switched off"}
            </p>
          ))}
        </>
      )}
    </form>
  );
}

interface Part<T> {
  set: (part: Partial<T>) => void;
  at: (field: string) => string | undefined;
}

function Wrong({ text }: { text: string | undefined }) {
  return text ? <div className="invalid-feedback d-block">{text}</div> : null;
}

function Choices<K extends string | number>(props: {
  legend: string;
  all: readonly (readonly [K, string])[];
  chosen: readonly K[];
  set: (chosen: K[]) => void;
  wrong?: string | undefined;
}) {
  const { legend, all, chosen, set, wrong } = props;
  if (all.length === 0) {
    return null;
  }
  return (
    <fieldset className="mb-2">
      <legend className="form-label fs-6 mb-0">
        {legend} <span className="soft">{chosen.length === 0 && "any"}</span>
      </legend>
      <div className="choices">
        {all.map(([key, words]) => (
          <Form.Check
            key={key}
            id={`${legend}-${key}`}
            label={words}
            checked={chosen.includes(key)}
            onChange={() => set(toggled(chosen, key))}
          />
        ))}
      </div>
      <Wrong text={wrong} />
    </fieldset>
  );
}

function Section({ title, children }: { title: string; children: ReactNode }) {
  return (
    <fieldset className="mb-3">
      <legend className="h3">{title}</legend>
      {children}
    </fieldset>
  );
}

function WhenFields({ when, set, at }: Part<When> & { when: When }) {
  const sites = useSites().data ?? [];
  const groups = useGroups().data ?? [];
  const platforms = usePlatforms().data ?? [];
  return (
    <Section title="When">
      <Field id="approval-category" label="Which changes">
        <Form.Select
          value={when.emergencies ? "EMERGENCY" : "NORMAL"}
          onChange={(e) => set({ emergencies: e.target.value === "EMERGENCY" })}
        >
          <option value="NORMAL">all but emergencies</option>
          <option value="EMERGENCY">emergencies: who may let them run</option>
        </Form.Select>
      </Field>
      <Choices
        legend="Role of a device"
        all={Object.values(vocabulary.deviceRoles).map((w) => [w, w] as const)}
        chosen={when.roles}
        set={(roles) => set({ roles })}
        wrong={at("roles")}
      />
      <Choices
        legend="Site"
        all={sites.map((s) => [s.id, s.name] as const)}
        chosen={when.sites}
        set={(chosen) => set({ sites: chosen })}
        wrong={at("sites")}
      />
      <Choices
        legend="Group"
        all={groups.map((g) => [g.id, g.name] as const)}
        chosen={when.groups}
        set={(chosen) => set({ groups: chosen })}
        wrong={at("groups")}
      />
      <Choices
        legend="Platform"
        all={platforms.map((p) => [p.name, p.name] as const)}
        chosen={when.platforms}
        set={(chosen) => set({ platforms: chosen })}
      />
      <Choices
        legend="Lines about"
        all={Object.entries(topicWords) as [Topic, string][]}
        chosen={when.topics}
        set={(topics) => set({ topics })}
      />
      <div className="d-flex gap-3">
        <Field id="approval-risk" label="Risk" className="mb-2 flex-fill">
          <Form.Select value={when.leastRisk} onChange={(e) => set({ leastRisk: e.target.value as RiskLevel })}>
            {levels.map(([level, word]) => (
              <option key={level} value={level}>
                {{ LOW: "any", RAISED: `${word} or more`, HIGH: word }[level]}
              </option>
            ))}
          </Form.Select>
        </Field>
        <Field id="approval-devices" label="Such devices, at least" error={at("when.leastDevices")} className="mb-2">
          <Form.Control
            type="number"
            min={1}
            max={1000}
            value={when.leastDevices}
            onChange={(e) => set({ leastDevices: Number(e.target.value) })}
          />
        </Field>
      </div>
      <Form.Check
        id="approval-unproven"
        label="Only where the way back is not proven"
        checked={when.unproven}
        onChange={(e) => set({ unproven: e.target.checked })}
      />
      <Form.Check
        id="approval-cuts"
        label="Only where a command cuts the way between Safe Step and the device"
        checked={when.cutsPath}
        onChange={(e) => set({ cutsPath: e.target.checked })}
      />
      <Form.Check
        id="approval-services"
        label="Only where packets of a named service pass"
        checked={when.services}
        onChange={(e) => set({ services: e.target.checked })}
      />
    </Section>
  );
}

function WhoFields({ who, set, at }: Part<Who> & { who: Who }) {
  const teams = useTeams().data ?? [];
  const people = usePeople().data ?? [];
  return (
    <Section title="Who approves">
      <div className="d-flex gap-3">
        <Field id="approval-kind" label="Approval of" className="mb-2 flex-fill">
          <Form.Select
            value={who.kind}
            onChange={(e) => set({ kind: e.target.value as Who["kind"], team: null, role: null, people: [] })}
          >
            {kinds.map(([kind, words]) => (
              <option key={kind} value={kind}>
                {words}
              </option>
            ))}
          </Form.Select>
        </Field>
        <Field id="approval-many" label="How many people" error={at("who.howMany") ?? at("howMany")} className="mb-2">
          <Form.Control
            type="number"
            min={1}
            max={9}
            value={who.howMany}
            onChange={(e) => set({ howMany: Number(e.target.value) })}
          />
        </Field>
      </div>
      {who.kind === "TEAM" && (
        <Field
          id="approval-team"
          label="Team"
          error={at("team")}
          hint={teams.length === 0 ? <Link to="/settings/teams">There is no team yet: make one.</Link> : undefined}
        >
          <Form.Select
            value={who.team ?? ""}
            onChange={(e) => set({ team: e.target.value === "" ? null : Number(e.target.value) })}
          >
            <option value="">Choose …</option>
            {teams.map((t) => (
              <option key={t.id} value={t.id}>
                {t.name}
              </option>
            ))}
          </Form.Select>
        </Field>
      )}
      {who.kind === "ROLE" && (
        <Field id="approval-role" label="Role" error={at("role")}>
          <Form.Select
            value={who.role ?? ""}
            onChange={(e) => set({ role: e.target.value === "" ? null : (e.target.value as Who["role"]) })}
          >
            <option value="">Choose …</option>
            {Object.entries(vocabulary.personRoles).map(([role, words]) => (
              <option key={role} value={role}>
                {words.word}
              </option>
            ))}
          </Form.Select>
        </Field>
      )}
      {who.kind === "PEOPLE" && (
        <Choices
          legend="People"
          all={people.map((p) => [p.login, p.name] as const)}
          chosen={who.people}
          set={(chosen) => set({ people: chosen })}
          wrong={at("people")}
        />
      )}
      {who.kind === "SITE_TEAM" && (
        <p className="soft">Each team decides about the devices at its own site; the change waits for all of them.</p>
      )}
      <p className="soft mb-0">
        Only who has the right to decide about changes, and may act on these devices, can give it; never somebody who
        had a hand in the change.
      </p>
    </Section>
  );
}

function TermsFields({ terms, set, at }: Part<Terms> & { terms: Terms }) {
  const teams = useTeams().data ?? [];
  return (
    <Section title="How it is given">
      <div className="d-flex gap-3">
        <Field id="approval-turn" label="Turn" hint="Lower ones first" error={at("terms.turn")} className="mb-2">
          <Form.Control
            type="number"
            min={1}
            max={9}
            value={terms.turn}
            onChange={(e) => set({ turn: Number(e.target.value) })}
          />
        </Field>
        <Field
          id="approval-answer"
          label="Due after, hours"
          hint="Empty for no time"
          error={at("terms.answerHours") ?? at("answerHours")}
          className="mb-2"
        >
          <Form.Control
            type="number"
            min={1}
            value={terms.answerHours ?? ""}
            onChange={(e) => set({ answerHours: hours(e.target.value) })}
          />
        </Field>
        <Field
          id="approval-valid"
          label="Ends after, hours"
          hint="Empty while the seal holds"
          error={at("terms.validHours")}
          className="mb-2"
        >
          <Form.Control
            type="number"
            min={1}
            value={terms.validHours ?? ""}
            onChange={(e) => set({ validHours: hours(e.target.value) })}
          />
        </Field>
      </div>
      <Field
        id="approval-escalate"
        label="Once it is overdue, this team is told and may give it too"
        error={at("escalateTo")}
      >
        <Form.Select
          value={terms.escalateTo ?? ""}
          onChange={(e) => set({ escalateTo: e.target.value === "" ? null : Number(e.target.value) })}
        >
          <option value="">nobody else</option>
          {teams.map((t) => (
            <option key={t.id} value={t.id}>
              {t.name}
            </option>
          ))}
        </Form.Select>
      </Field>
      <Form.Check
        id="approval-read"
        label="All of it has to have been opened"
        checked={terms.readAll}
        onChange={(e) => set({ readAll: e.target.checked })}
      />
      <Form.Check
        id="approval-apart"
        label="Whoever approves does not start the run"
        checked={terms.runnerApart}
        onChange={(e) => set({ runnerApart: e.target.checked })}
      />
    </Section>
  );
}

const mostShown = 8;

/** What open changes would need, and whether anybody could give it. */
function Effect({ effect, moved }: { effect: RuleEffect; moved: boolean }) {
  const { touched, deadEnds } = effect;
  return (
    <>
      {deadEnds.length > 0 && (
        <Block tone="bad">
          {deadEnds.map((d) => (
            <div key={d}>{d}</div>
          ))}
        </Block>
      )}
      {touched.length > 0 && (
        <Block>
          <b>
            {count(touched.length, "open change")} would need something else {moved ? "then" : "if submitted now"}.
          </b>
          {touched.slice(0, mostShown).map((t) => (
            <div key={t.number}>
              <Link to={`/changes/${t.number}/approve`}>CR-{t.number}</Link> {t.title}: {t.after.join("; ")} instead of{" "}
              {t.before.join("; ")}
              {t.keeps && <span className="soft"> · was submitted, and keeps what it needs</span>}
            </div>
          ))}
          {touched.length > mostShown && <div>and {touched.length - mostShown} more</div>}
        </Block>
      )}
      {touched.length === 0 && <p className="soft">No open change would need anything else.</p>}
    </>
  );
}
