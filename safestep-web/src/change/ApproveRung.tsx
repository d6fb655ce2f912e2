import { useRef, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { api, told } from "../api/client";
import type { Approval, Change, NextStep } from "../api/types";
import vocabulary from "../api/vocabulary.json";
import { useMayOnWhole, usePerson } from "../session/session";
import { Glyph } from "../ui/Glyph";
import { Block, ErrorBlock } from "../ui/Messages";
import { dayAndTime } from "../ui/time";
import { looks } from "../ui/words";
import { BuildReview, useReading } from "./BuildRung";
import { MovedSince } from "./MovedSince";
import { NeedsOf } from "./Needs";
import { ReadBar } from "./ReadBar";
import { useApprovals, useNext } from "./queries";
import { Talk } from "./Talk";
import { useMoved } from "../api/keys";
import { useSave } from "../ui/useSave";
import { useTyped } from "../ui/useUnsaved";
import { Field } from "../ui/Field";

const verdicts = looks<Approval["verdict"]>(vocabulary.verdicts, {
  APPROVED: "done",
  RETURNED: "blocked",
  REJECTED: "failed",
  RELEASED: "done",
  REVIEWED: "done",
});

export function ApproveRung({ change }: { change: Change }) {
  const person = usePerson();
  const mayDecide = useMayOnWhole("DECIDE_CHANGES");
  const approvals = useApprovals(change.number);
  const standing = useNext(change.number).data;
  const next = standing?.step;
  const inReview = next?.kind === "DECIDE" || next?.kind === "RELEASE";
  const reading = useReading(change);
  const deciding = useRef<HTMLDivElement>(null);
  const releases = next?.kind === "RELEASE" && next.yours;
  const decides = next?.kind === "DECIDE" && next.yours;
  const author = person.login === change.author;
  return (
    <>
      <WhatFor change={change} />
      <div className="mt-4">
        <NeedsOf change={change} />
      </div>
      <MovedSince change={change} />
      {change.targets.length > 0 && (
        <>
          <h2 className="mt-4">What is approved</h2>
          <BuildReview change={change} reading={reading} />
        </>
      )}
      {change.targets
        .filter((t) => t.beside)
        .map((t) => (
          <Block key={t.device}>
            <b className="mono">{t.device}</b> {t.beside}
          </Block>
        ))}
      <Talk change={change} />
      <h2 className="mt-4">Decisions</h2>
      <Decided approvals={approvals.data} next={next} />
      {inReview && author && mayDecide && (
        <p className="soft mt-2">You wrote this change, so somebody else has to decide about it.</p>
      )}
      <div ref={deciding}>
        {releases && <EmergencyDecision change={change} release />}
        {(decides || (inReview && mayDecide && !author)) && (
          <Decision change={change} approves={decides} emergency={next?.kind === "RELEASE"} />
        )}
        {standing?.mayReview && <EmergencyDecision change={change} release={false} />}
      </div>
      {(decides || releases || standing?.mayReview) && (
        <ReadBar
          change={change}
          reading={reading}
          decide={() => deciding.current?.querySelector("textarea")?.focus()}
        />
      )}
    </>
  );
}

/** What it is for, before what it does. */
function WhatFor({ change }: { change: Change }) {
  return (
    <>
      <h2>What it is for</h2>
      <p className="mb-1">{change.reason}</p>
      {change.emergencyReason && (
        <p className="mb-1">
          <b>It can’t wait:</b> {change.emergencyReason}
        </p>
      )}
    </>
  );
}

function Decided({ approvals, next }: { approvals: Approval[] | undefined; next: NextStep | undefined }) {
  return (
    <>
      {approvals?.length === 0 && (
        <p className="empty">
          {next?.kind === "FINISH" || next?.kind === "RETURNED"
            ? "It has not been submitted."
            : "Nobody has decided yet."}
        </p>
      )}
      {approvals?.map((a) => {
        const lapsed = (a.verdict === "APPROVED" || a.verdict === "RELEASED") && !a.counts;
        return (
          <div key={a.decidedAt} className="item">
            <Glyph shape={lapsed ? "blocked" : verdicts[a.verdict].shape} />
            <div>
              <b>{a.personName}</b> {verdicts[a.verdict].word}, seal <span className="mono">{a.sealBrief}</span>
              {a.actingForName && <> for {a.actingForName}, who was away</>}
              {lapsed && <b>{a.ended ? ": its time is over" : ": lapsed, the content has moved since"}</b>}
              {a.of.length > 0 && <div className="soft">approval of {a.of.join("; ")}</div>}
              {a.comment && <div>“{a.comment}”</div>}
            </div>
            <span className="when">{dayAndTime(a.decidedAt)}</span>
          </div>
        );
      })}
    </>
  );
}

/** Before: letting an emergency run. Afterwards: looking at it as an approver would have. */
function EmergencyDecision({ change, release }: { change: Change; release: boolean }) {
  const [words, setWords] = useState("");
  const [seal] = useState(change.seal);
  const after = useMoved();
  const decide = useSave({
    mutationFn: () =>
      release
        ? told(
            api.POST("/api/changes/{number}/release", {
              params: { path: { number: change.number } },
              body: { reason: words, seal: seal ?? "" },
            }),
          )
        : told(
            api.POST("/api/changes/{number}/review", {
              params: { path: { number: change.number } },
              body: { comment: words },
            }),
          ),
    onSuccess: () => setWords(""),
    onSettled: () => after.change(change.number),
  });
  const { problem } = decide;
  const fieldError = problem?.errors[0]?.message;
  return (
    <section className="mt-3" aria-labelledby="emergency-decide">
      <h2 id="emergency-decide">{release ? "It can't wait?" : "Review afterwards"}</h2>
      <p className="mb-1">
        {change.authorName} says: “{change.emergencyReason}”{" "}
        {release ? "Released, it can run at once, before it is approved." : "It ran before it was approved."}
      </p>
      <Field id="emergency-words" label={release ? "Why it may run now" : "What you found"} error={fieldError}>
        <Form.Control
          as="textarea"
          rows={2}
          maxLength={4000}
          value={words}
          onChange={(e) => setWords(e.target.value)}
        />
      </Field>
      {decide.refusal && <ErrorBlock error={decide.refusal} />}
      <Button variant={release ? "danger" : "primary"} disabled={decide.isPending} onClick={() => decide.mutate()}>
        {release ? `Release seal ${change.sealBrief} as an emergency` : "It was reviewed"}
      </Button>
    </section>
  );
}

interface DecisionProps {
  change: Change;
  /** An approval of theirs is asked for; else they can only send it back. */
  approves: boolean;
  emergency: boolean;
}

function Decision({ change, approves, emergency }: DecisionProps) {
  const [comment, setComment, unsaved] = useTyped(`decision-${change.number}`);
  const after = useMoved();
  // The seal that was on the screen when the person began to look: content that moves later is refused by the server.
  const [seal, setSeal] = useState(change.seal);
  const moved = seal !== change.seal;
  const decide = useSave({
    mutationFn: (verdict: Approval["verdict"]) =>
      told(
        api.POST("/api/changes/{number}/approvals", {
          params: { path: { number: change.number } },
          body: { verdict, comment, seal: seal ?? "" },
        }),
      ),
    onSettled: () => after.change(change.number),
    onSuccess: unsaved.forget,
  });

  const commentError = decide.at("comment");
  return (
    <section className="mt-3" aria-labelledby="decide">
      <h2 id="decide">{approves ? "Your decision" : emergency ? "Or it does not run" : "You may send it back"}</h2>
      {moved && (
        <Block
          tone="bad"
          action={
            <Button variant="outline-primary" onClick={() => setSeal(change.seal)}>
              I have looked again
            </Button>
          }
        >
          The content moved while you were looking at it. Its seal is {change.sealBrief} now; look at it again below.
        </Block>
      )}
      <Field id="comment" label="Comment" error={commentError}>
        <Form.Control
          as="textarea"
          rows={2}
          value={comment}
          placeholder="Needed to return or reject"
          onChange={(e) => setComment(e.target.value)}
        />
      </Field>
      {decide.refusal && <ErrorBlock error={decide.refusal} />}
      <div className="d-flex gap-2">
        {approves && (
          <Button disabled={decide.isPending || moved} onClick={() => decide.mutate("APPROVED")}>
            Approve seal {change.sealBrief}
          </Button>
        )}
        <Button variant="outline-primary" disabled={decide.isPending} onClick={() => decide.mutate("RETURNED")}>
          Return to {change.authorName}
        </Button>
        <Button variant="outline-primary" disabled={decide.isPending} onClick={() => decide.mutate("REJECTED")}>
          Reject
        </Button>
      </div>
    </section>
  );
}
