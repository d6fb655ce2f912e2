import { useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { Link, useNavigate } from "react-router";
import { api, told } from "../api/client";
import type { Finding, FindingStep } from "../api/types";
import { useMayOn, usePerson } from "../session/session";
import { zonedDay } from "../ui/time";
import { keys, useMoved } from "../api/keys";
import { useSave } from "../ui/useSave";
import { Field } from "../ui/Field";

interface Choice {
  step: FindingStep;
  title: string;
  meaning: string;
}

const all: Choice[] = [
  { step: "ADOPT", title: "Adopt", meaning: "What was found is right. It becomes the baseline." },
  {
    step: "REVERT",
    title: "Revert",
    meaning: "A change with the lines below is opened. It is approved and booked as any other.",
  },
  { step: "LINK", title: "Link", meaning: "A change explains it. It stays on the list until the device matches." },
  { step: "HOLD", title: "Hold", meaning: "Somebody answers for it until a day; then it waits for a decision again." },
  { step: "CLOSE", title: "Close", meaning: "The device matches again, and that is known." },
  { step: "REOPEN", title: "Open again", meaning: "It has to be decided once more." },
];

/** Which decisions are possible now. */
export function choices(finding: Finding): Choice[] {
  const { state, matchesAgainAt, endedAt } = finding.row;
  if (endedAt) {
    return [];
  }
  const possible: FindingStep[] = matchesAgainAt
    ? ["LINK", "HOLD", ...(state === "REVERTING" ? [] : (["CLOSE"] as FindingStep[]))]
    : ["ADOPT", ...(state === "REVERTING" ? [] : (["REVERT"] as FindingStep[])), "LINK", "HOLD"];
  if (state !== "OPEN") {
    possible.push("REOPEN");
  }
  return all.filter((c) => possible.includes(c.step));
}

/** A person decides; nothing is decided by itself. */
export function DecisionForm({ finding }: { finding: Finding }) {
  const may = useMayOn("DECIDE_DRIFT", finding.row.device);
  const mayChange = useMayOn("WRITE_CHANGES", finding.row.device);
  const me = usePerson();
  const client = useQueryClient();
  const moved = useMoved();
  const navigate = useNavigate();
  const [choice, setChoice] = useState<Choice | null>(null);
  const [reason, setReason] = useState("");
  const [changeNumber, setChangeNumber] = useState("");
  const [owner, setOwner] = useState(me.login);
  const [until, setUntil] = useState("");
  const decide = useSave({
    mutationFn: () =>
      told(
        api.POST("/api/drift/findings/{id}/decisions", {
          params: { path: { id: finding.row.id } },
          body: {
            step: choice!.step,
            version: finding.row.version,
            reason: reason.trim(),
            changeNumber: choice!.step === "LINK" ? Number(changeNumber.replace(/\D/g, "")) || null : null,
            owner: choice!.step === "HOLD" ? owner.trim() : null,
            until: choice!.step === "HOLD" && until ? zonedDay(until) : null,
          },
        }),
      ),
    onSuccess: (decided) => {
      void moved.findings();
      if (decided.row.state === "REVERTING" && decided.row.changeNumber) {
        void client.invalidateQueries({ queryKey: keys.changes });
        navigate(`/changes/${decided.row.changeNumber}/build`);
      }
    },
  });
  const possible = choices(finding);
  const { problem, at } = decide;
  function submit(event: FormEvent) {
    event.preventDefault();
    decide.mutate();
  }
  if (finding.row.endedAt) {
    return <p className="soft">It was decided. What happened stands below.</p>;
  }
  if (!may) {
    return <p className="soft">Deciding about it takes the role of an engineer, an operator or a change manager.</p>;
  }
  return (
    <form onSubmit={submit} noValidate>
      <h2>Decide</h2>
      <div className="d-flex gap-2 mb-2 flex-wrap" role="group" aria-label="What is decided">
        {possible.map((c) => (
          <Button
            key={c.step}
            variant={choice?.step === c.step ? "primary" : "outline-primary"}
            aria-pressed={choice?.step === c.step}
            disabled={c.step === "REVERT" && !mayChange}
            title={c.step === "REVERT" && !mayChange ? "Somebody who may write changes has to open it." : undefined}
            onClick={() => {
              decide.reset();
              setChoice(c);
            }}
          >
            {c.title}
          </Button>
        ))}
      </div>
      {choice && (
        <>
          <p className="mb-2">{choice.meaning}</p>
          {choice.step === "LINK" && (
            <Field id="change-number" label="Which change" error={at("changeNumber")}>
              <Form.Control
                className="name-field"
                placeholder="CR-1002"
                value={changeNumber}
                onChange={(e) => setChangeNumber(e.target.value)}
              />
            </Field>
          )}
          {choice.step === "HOLD" && (
            <div className="d-flex gap-3 mb-2">
              <Field id="owner" label="Who answers for it (log-in)" error={at("owner")} className="">
                <Form.Control value={owner} onChange={(e) => setOwner(e.target.value)} />
              </Field>
              <Field id="until" label="Until the end of" error={at("until")} className="">
                <Form.Control type="date" value={until} onChange={(e) => setUntil(e.target.value)} />
              </Field>
            </div>
          )}
          <Field id="reason" label="Why" error={at("reason")}>
            <Form.Control
              as="textarea"
              rows={2}
              maxLength={500}
              value={reason}
              onChange={(e) => setReason(e.target.value)}
            />
          </Field>
          {problem && problem.errors.length === 0 && (
            <p className="harm" role="alert">
              {problem.message}
            </p>
          )}
          <Button type="submit" disabled={decide.isPending || !reason.trim()}>
            {decide.isPending ? "Storing …" : choice.title}
          </Button>
        </>
      )}
      {finding.row.changeNumber && (
        <p className="mt-2 mb-0">
          See <Link to={`/changes/${finding.row.changeNumber}`}>CR-{finding.row.changeNumber}</Link>.
        </p>
      )}
    </form>
  );
}
