import { useSettled } from "../ui/useSettled";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { Link } from "react-router";
import { api, type Problem, told } from "../api/client";
import type { Change, CheckWords } from "../api/types";
import { useLibraryChecks, useReadable } from "../library/queries";
import { count } from "../ui/words";
import { CheckFields } from "../check/CheckFields";
import { blankCheck, type CheckDraft, checkRequest, draftOf } from "../check/checks";
import { CheckTrial } from "../check/CheckTrial";
import { keys } from "../api/keys";

interface Props {
  change: Change;
  checks: CheckDraft[];
  devices: string[];
  problem: Problem | null;
  onChange: (checks: CheckDraft[]) => void;
}

/** The checks of a change: what is proposed, what the author chose, what services bring with them. */
export function ChecksEditor({ change, checks, devices, problem, onChange }: Props) {
  const reads = useReadable().data ?? [];
  const [open, setOpen] = useState<number | null>(null);
  const error = (index: number) => (field: string) => problem?.at(`checks[${index}].${field}`)[0]?.message;
  const hasErrors = (index: number) => !!problem?.errors.some((e) => e.field.startsWith(`checks[${index}].`));
  const words = useCheckWords(checks);
  const services = change.checks.filter((c) => c.service);
  const add = (more: CheckDraft[]) => onChange([...checks, ...more]);

  return (
    <section aria-labelledby="checks-head" className="mt-4">
      <h2 id="checks-head">Checks</h2>
      <p className="soft mb-1">
        Looked at on every device before and after. What happens when one fails afterwards is chosen below.
      </p>
      <Proposals change={change} checks={checks} add={add} />
      {checks.length === 0 && services.length === 0 && (
        <p>No checks: only the reading back decides whether the change worked.</p>
      )}
      {checks.map((check, i) => (
        <div key={i} className="check-row">
          <div className="d-flex gap-2 align-items-baseline">
            <div className="flex-fill">
              <b>{words[i]?.title ?? (check.name || `Check ${i + 1}`)}</b>
              {words[i] && <>: {words[i].expected}</>}
              {check.devices.length > 0 && <span className="soft"> · on {check.devices.join(", ")}</span>}
              {check.library && check.library !== check.name && <span className="soft"> · from {check.library}</span>}
            </div>
            <Button
              variant="link"
              aria-expanded={open === i || hasErrors(i)}
              aria-label={`Edit check ${i + 1}`}
              onClick={() => setOpen(open === i ? null : i)}
            >
              {open === i ? "Done" : "Edit"}
            </Button>
            <Button
              variant="link"
              aria-label={`Remove check ${i + 1}`}
              onClick={() => {
                setOpen(null);
                onChange(checks.filter((_, j) => j !== i));
              }}
            >
              Remove
            </Button>
          </div>
          {(open === i || hasErrors(i)) && (
            <>
              <CheckFields
                check={check}
                reads={reads}
                devices={devices}
                error={error(i)}
                onChange={(next) => onChange(checks.map((c, j) => (j === i ? next : c)))}
              />
              <CheckTrial check={check} devices={devices} />
            </>
          )}
        </div>
      ))}
      {services.map((c) => (
        <div key={c.title} className="check-row">
          <b>{c.title}</b>: {c.expected}
          <span className="soft">
            {" "}
            · because a <Link to="/library/services">service</Link> is near
            {c.definition.devices.length < devices.length && <>, with {c.definition.devices.join(", ")}</>}
          </span>
        </div>
      ))}
      <div className="d-flex gap-2 mt-2 align-items-center">
        <Button
          variant="link"
          onClick={() => {
            setOpen(checks.length);
            add([blankCheck]);
          }}
        >
          Write a check
        </Button>
        <FromLibrary checks={checks} add={add} />
      </div>
    </section>
  );
}

/** What each check is called and what it expects, in the words that stand on every page afterwards. */
function useCheckWords(checks: CheckDraft[]): CheckWords[] {
  const settled = useSettled(checks.map(checkRequest), String(checks.length));
  const words = useQuery({
    queryKey: keys.checkWords(settled),
    queryFn: ({ signal }) => told(api.POST("/api/checks/words", { body: { checks: settled }, signal })),
    enabled: settled.length > 0,
    retry: false,
    staleTime: Infinity,
    placeholderData: (old) => (old?.length === settled.length ? old : undefined),
  });
  return words.data ?? [];
}

/** What the change should have by what it touches, as it was saved last. */
function Proposals({ change, checks, add }: { change: Change; checks: CheckDraft[]; add: (c: CheckDraft[]) => void }) {
  const proposals = useQuery({
    queryKey: keys.ofVersion(change.number, "check-proposals", change.version),
    queryFn: () =>
      told(api.GET("/api/changes/{number}/check-proposals", { params: { path: { number: change.number } } })),
    staleTime: Infinity,
  });
  const open = (proposals.data ?? []).filter((p) => !checks.some((c) => c.library === p.library));
  if (open.length === 0) {
    return null;
  }
  return (
    <div className="proposed">
      <div className="d-flex gap-2 align-items-baseline">
        <h3 className="flex-fill mb-0">Proposed for what this change touches</h3>
        {open.length > 1 && (
          <Button
            variant="outline-primary"
            size="sm"
            onClick={() => add(open.map((p) => draftOf(p.definition, p.library)))}
          >
            Take all {open.length}
          </Button>
        )}
      </div>
      {open.map((p) => (
        <div key={p.library} className="d-flex gap-2 align-items-baseline">
          <div className="flex-fill">
            {p.title}: {p.expected} <span className="soft">· {p.because}</span>
          </div>
          <Button
            variant="link"
            aria-label={`Take ${p.library}`}
            onClick={() => add([draftOf(p.definition, p.library)])}
          >
            Take it
          </Button>
        </div>
      ))}
    </div>
  );
}

function FromLibrary({ checks, add }: { checks: CheckDraft[]; add: (c: CheckDraft[]) => void }) {
  const library = useLibraryChecks().data ?? [];
  const free = library.filter((l) => !checks.some((c) => c.library === l.name));
  if (free.length === 0) {
    return null;
  }
  return (
    <Form.Select
      className="w-auto"
      aria-label="Take a check from the library"
      value=""
      onChange={(e) => {
        const chosen = library.find((l) => l.name === e.target.value);
        if (chosen) {
          add([draftOf(chosen.definition, chosen.name)]);
        }
      }}
    >
      <option value="">From the library ({count(free.length, "check")}) …</option>
      {free.map((l) => (
        <option key={l.id} value={l.name}>
          {l.name}
        </option>
      ))}
    </Form.Select>
  );
}
