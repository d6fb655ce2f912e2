import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { Link, useNavigate } from "react-router";
import { api, told } from "../api/client";
import { keys } from "../api/keys";
import type { ApprovalRule, ApprovalRuleRequest, RuleEffect } from "../api/types";
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
  type When,
  type Who,
} from "./approvalRules";
import { TermsFields, WhenFields, WhoFields } from "./ApprovalRuleFields";
import { useHouseWords } from "./useHouseWords";

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
  return (
    <form onSubmit={submit} noValidate>
      <h2>{rule ? `What it says, version ${rule.version}` : "A new rule"}</h2>
      {isComplete(wanted.who) && <p>{ruleSentence(wanted, house)}</p>}
      <fieldset disabled={!may}>
        <Field id="approval-name" label="Name" error={save.at("name")}>
          <Form.Control
            maxLength={80}
            value={wanted.name}
            placeholder="Network leads for the core"
            onChange={(e) => setWanted({ ...wanted, name: e.target.value })}
          />
        </Field>
        <WhenFields when={wanted.when} set={when} at={save.at} />
        <WhoFields who={wanted.who} set={who} at={save.at} />
        <TermsFields terms={wanted.terms} set={terms} at={save.at} />
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
