import { type ReactNode } from "react";
import Form from "react-bootstrap/Form";
import { Link } from "react-router";
import { useGroups, usePlatforms, useSites } from "../api/shared";
import type { RiskLevel, Topic } from "../api/types";
import vocabulary from "../api/vocabulary.json";
import { Choices } from "../ui/Choices";
import { Field } from "../ui/Field";
import { type Terms, type When, type Who } from "./approvalRules";
import { topicWords } from "./sets";
import { usePeople, useTeams } from "./useHouseWords";

const kinds = Object.entries(vocabulary.approvers) as [Who["kind"], string][];
const levels = Object.entries(vocabulary.riskLevels) as [RiskLevel, string][];
const hours = (text: string) => (text.trim() === "" ? null : Number(text));

interface Part<T> {
  set: (part: Partial<T>) => void;
  at: (field: string) => string | undefined;
}

function Section({ title, children }: { title: string; children: ReactNode }) {
  return (
    <fieldset className="mb-3">
      <legend className="h3">{title}</legend>
      {children}
    </fieldset>
  );
}

/** Of which changes a rule speaks. */
export function WhenFields({ when, set, at }: Part<When> & { when: When }) {
  const sites = useSites().data ?? [];
  const groups = useGroups().data ?? [];
  const platforms = usePlatforms().data ?? [];
  return (
    <Section title="When">
      <Field id="approval-category" label="Which changes">
        <Form.Select value={when.about} onChange={(e) => set({ about: e.target.value as When["about"] })}>
          <option value="NORMAL">all but emergencies</option>
          <option value="STANDARD">standard changes: who approves their bounds</option>
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
      <Form.Check
        id="approval-outside"
        label="Only where it is to run outside the usual windows"
        checked={when.outsideWindows}
        onChange={(e) => set({ outsideWindows: e.target.checked })}
      />
      {when.outsideWindows && (
        <p className="soft mb-0">
          Usual are windows that open again and again. While this rule is in force, a change that does not say so is not
          booked into a window that opens once.
        </p>
      )}
    </Section>
  );
}

/** Who approves. */
export function WhoFields({ who, set, at }: Part<Who> & { who: Who }) {
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
      {who.kind === "SERVICE_TEAM" && (
        <p className="soft">
          Each team decides about the devices near its service, or that its packets pass. Say whose a service is in the{" "}
          <Link to="/library/services">library</Link>.
        </p>
      )}
      <p className="soft mb-0">
        Only who has the right to decide about changes, and may act on these devices, can give it; never somebody who
        had a hand in the change.
      </p>
    </Section>
  );
}

/** How it is given, and for how long it holds. */
export function TermsFields({ terms, set, at }: Part<Terms> & { terms: Terms }) {
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
          hint="Empty for no time. Of a team with working hours, those count."
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
