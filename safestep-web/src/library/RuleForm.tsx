import { useMutation } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { useNavigate } from "react-router";
import { api, told } from "../api/client";
import type { ConfigRule, RuleKind, RuleTrial } from "../api/types";
import { useMayEverywhere } from "../session/session";
import { Block, ErrorBlock } from "../ui/Messages";
import { Removal } from "../ui/Removal";
import { dayAndTime } from "../ui/time";
import { count } from "../ui/words";
import {
  blankContent,
  linesOf,
  parameters,
  parametersText,
  ruleInWords,
  ruleKinds,
  type RuleContent,
} from "./configRules";
import { BreachList } from "./RuleBreaches";
import { useMoved } from "../api/keys";
import { useGroups, usePlatforms } from "../api/shared";
import { useSave } from "../ui/useSave";
import { Field } from "../ui/Field";

/** Writing a rule, with what it would flag. */
export function RuleForm({ rule }: { rule: ConfigRule | null }) {
  const may = useMayEverywhere("WRITE_LIBRARY");
  const moved = useMoved();
  const navigate = useNavigate();
  const given = rule?.content ?? blankContent;
  const [name, setName] = useState(rule?.name ?? "");
  const [platform, setPlatform] = useState(rule?.platform ?? "");
  const [group, setGroup] = useState(rule?.group ?? "");
  const [active, setActive] = useState(rule?.active ?? false);
  const [stops, setStops] = useState(rule?.stopsChanges ?? false);
  const [kind, setKind] = useState<RuleKind>(given.kind);
  const [inside, setInside] = useState(given.inside.join("\n"));
  const [lines, setLines] = useState(given.lines.join("\n"));
  const [pattern, setPattern] = useState(given.pattern);
  const [values, setValues] = useState(parametersText(given.parameters));
  const [note, setNote] = useState("");
  const platforms = usePlatforms();
  const groups = useGroups();
  const content: RuleContent = {
    kind,
    inside: linesOf(inside),
    lines: linesOf(lines),
    pattern: kind === "MUST_MATCH" ? pattern : "",
    parameters: parameters(values),
  };
  const trial = useMutation({
    mutationFn: () => told(api.POST("/api/rules/trial", { body: { platform, group: group || null, content } })),
  });
  const save = useSave({
    mutationFn: () => {
      const request = { name, platform, group: group || null, active, stopsChanges: stops, content, note };
      return rule
        ? told(api.PUT("/api/rules/{id}", { params: { path: { id: rule.id } }, body: request }))
        : told(api.POST("/api/rules", { body: request }));
    },
    onSuccess: (saved) => {
      void moved.rules();
      navigate(`/library/rules/${saved.id}`);
    },
  });
  const remove = useMutation({
    mutationFn: () => told(api.DELETE("/api/rules/{id}", { params: { path: { id: rule!.id } } })),
    onSuccess: () => {
      void moved.rules();
      navigate("/library/rules");
    },
  });
  const { problem } = save;
  const at = (field: string) => problem?.at(field).map((e) => e.message) ?? [];
  function submit(event: FormEvent) {
    event.preventDefault();
    save.mutate();
  }
  const area = (id: string, label: string, value: string, set: (v: string) => void, rows: number, hint: string) => (
    <Form.Group className="mb-2">
      <Form.Label htmlFor={id}>{label}</Form.Label>
      <Form.Control
        id={id}
        as="textarea"
        className="mono"
        rows={rows}
        disabled={!may}
        placeholder={hint}
        value={value}
        isInvalid={at(id).length > 0}
        onChange={(e) => set(e.target.value)}
      />
      {at(id).map((m) => (
        <div key={m} className="harm">
          {m}
        </div>
      ))}
    </Form.Group>
  );
  return (
    <form onSubmit={submit} noValidate>
      <h2>{rule ? `What it says, version ${rule.version}` : "A new rule"}</h2>
      <Field id="rule-name" label="Name" error={at("name")[0]}>
        <Form.Control maxLength={80} disabled={!may} value={name} onChange={(e) => setName(e.target.value)} />
      </Field>
      <div className="d-flex gap-3 mb-2">
        <Field id="rule-platform" label="Platform" error={at("platform")[0]} className="flex-fill">
          <Form.Select disabled={!may || rule !== null} value={platform} onChange={(e) => setPlatform(e.target.value)}>
            <option value="">Choose …</option>
            {platforms.data?.map((p) => (
              <option key={p.name} value={p.name}>
                {p.maker}, {p.name}
              </option>
            ))}
          </Form.Select>
        </Field>
        <Field id="rule-group" label="Of which devices" className="flex-fill">
          <Form.Select disabled={!may} value={group} onChange={(e) => setGroup(e.target.value)}>
            <option value="">All of the platform</option>
            {groups.data?.map((g) => (
              <option key={g.name}>{g.name}</option>
            ))}
          </Form.Select>
        </Field>
      </div>
      <Field id="rule-kind" label="A configuration">
        <Form.Select disabled={!may} value={kind} onChange={(e) => setKind(e.target.value as RuleKind)}>
          {Object.entries(ruleKinds).map(([k, words]) => (
            <option key={k} value={k}>
              {words.title}
            </option>
          ))}
        </Form.Select>
      </Field>
      {area("inside", "Inside which blocks, outermost first", inside, setInside, 2, "interface port *")}
      {area("lines", ruleKinds[kind].lines, lines, setLines, 3, kind === "MUST_MATCH" ? "time-server *" : "mtu 1500")}
      {kind === "MUST_MATCH" && (
        <Field id="rule-pattern" label="Pattern for the whole line">
          <Form.Control
            className="mono"
            maxLength={500}
            disabled={!may}
            placeholder="time-server 10\.77\.8\.(20|21)"
            value={pattern}
            onChange={(e) => setPattern(e.target.value)}
          />
        </Field>
      )}
      {area("parameters", "Values, as name=value", values, setValues, 2, "source=10.77.8.20")}
      <p className="soft">
        <code className="mono">*</code> stands for one word, <code className="mono">**</code> at the end for all further
        ones; <code className="mono">{"{device}"}</code>, <code className="mono">{"{site}"}</code>,{" "}
        <code className="mono">{"{role}"}</code> and your own values are filled in for each device.
      </p>
      <Form.Check
        id="rule-active"
        label="Switched on"
        disabled={!may}
        checked={active}
        onChange={(e) => setActive(e.target.checked)}
      />
      <Form.Check
        id="rule-stops"
        className="mb-2"
        label="A change that newly breaks it can’t be submitted"
        disabled={!may}
        checked={stops}
        onChange={(e) => setStops(e.target.checked)}
      />
      {rule && may && (
        <Field id="rule-note" label="What is different now">
          <Form.Control maxLength={300} value={note} onChange={(e) => setNote(e.target.value)} />
        </Field>
      )}
      {save.refusal && <ErrorBlock error={save.refusal} />}
      {may && (
        <div className="d-flex gap-2 mb-3">
          <Button
            variant="outline-primary"
            disabled={!platform || content.lines.length === 0 || trial.isPending}
            onClick={() => trial.mutate()}
          >
            {trial.isPending ? "Looking …" : "See what it would flag"}
          </Button>
          <Button type="submit" disabled={save.isPending || !name.trim()}>
            {rule ? "Save" : "Add the rule"}
          </Button>
          {rule && (
            <span className="ms-auto">
              <Removal name={rule.name} busy={remove.isPending} remove={() => remove.mutate()} />
            </span>
          )}
        </div>
      )}
      {(trial.error ?? remove.error) && <ErrorBlock error={trial.error ?? remove.error} />}
      {trial.data && <Trial trial={trial.data} />}
      {rule && rule.versions.length > 1 && (
        <>
          <h3>Earlier versions</h3>
          {rule.versions.slice(1).map((v) => (
            <p key={v.number} className="soft mb-1">
              {v.number}, {dayAndTime(v.writtenAt)}, {v.writtenBy}: {ruleInWords(v.content)}
              {v.note && ` · ${v.note}`}
            </p>
          ))}
        </>
      )}
    </form>
  );
}

function Trial({ trial }: { trial: RuleTrial }) {
  if (trial.problems.length > 0) {
    return (
      <Block tone="bad">
        {trial.problems.map((p) => (
          <div key={p}>{p}</div>
        ))}
      </Block>
    );
  }
  return (
    <>
      <Block tone={trial.broken.length === 0 ? "good" : ""}>
        {trial.broken.length === 0
          ? `${trial.checked === 1 ? "The one device keeps" : `All ${trial.checked} devices keep`} it.`
          : `It would flag ${count(trial.broken.length, "device")} of ${trial.checked}.`}
      </Block>
      <BreachList broken={trial.broken} />
    </>
  );
}
