import { useRef, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { api, asProblem, told } from "../api/client";
import type { Change } from "../api/types";
import { usePeople } from "../library/useHouseWords";
import { nameBegun, withName } from "../lines/comments";
import { Thread, useCommentMutation, useComments } from "../lines/LineComments";
import { Field } from "../ui/Field";
import { ErrorBlock } from "../ui/Messages";
import { useTyped } from "../ui/useUnsaved";

const OVER: Change["state"][] = ["CLOSED", "REJECTED", "WITHDRAWN"];
const MOST_OFFERED = 6;

/** What people say about the change as a whole, and ask. */
export function Talk({ change }: { change: Change }) {
  const comments = useComments(change.number).data ?? [];
  const whole = comments.filter((c) => c.about === null);
  const over = OVER.includes(change.state);
  if (over && whole.length === 0) {
    return null;
  }
  return (
    <section aria-labelledby="talk">
      <h2 className="mt-4" id="talk">
        Said about it
      </h2>
      {whole.map((c) => (
        <div key={c.id}>
          {c.question && !c.resolvedBy && <b className="open-question">Question, open: it can’t be approved before</b>}
          <Thread number={change.number} comment={c} />
        </div>
      ))}
      {!over && <Saying number={change.number} />}
    </section>
  );
}

function Saying({ number }: { number: number }) {
  const [body, setBody] = useTyped(`saying-${number}`);
  const [question, setQuestion] = useState(false);
  const [place, setPlace] = useState(0);
  const box = useRef<HTMLTextAreaElement>(null);
  const say = useCommentMutation(
    number,
    () =>
      told(
        api.POST("/api/changes/{number}/comments/whole", { params: { path: { number } }, body: { body, question } }),
      ),
    () => {
      setBody("");
      setQuestion(false);
    },
  );
  const problem = say.error ? asProblem(say.error) : null;
  const wrong = problem?.at("body")[0]?.message;
  const take = (login: string) => {
    const next = withName(body, place, login);
    setBody(next.text);
    setPlace(next.place);
    // After it is drawn: the box holds the new text only then.
    requestAnimationFrame(() => {
      box.current?.focus();
      box.current?.setSelectionRange(next.place, next.place);
    });
  };
  return (
    <form
      className="saying"
      onSubmit={(e) => {
        e.preventDefault();
        say.mutate(undefined);
      }}
    >
      <Field
        id="saying"
        label="Say or ask something"
        error={wrong}
        hint="@ and a log-in speaks to somebody: they are told."
      >
        <Form.Control
          as="textarea"
          rows={2}
          ref={box}
          maxLength={2000}
          value={body}
          onChange={(e) => {
            setBody(e.target.value);
            setPlace(e.target.selectionStart ?? e.target.value.length);
          }}
          onSelect={(e) => setPlace(e.currentTarget.selectionStart ?? 0)}
        />
      </Field>
      <Names begun={nameBegun(body, place)} take={take} />
      {problem && !wrong && <ErrorBlock error={problem} />}
      <div className="ways mb-0">
        <Button type="submit" variant="outline-primary" disabled={!body.trim() || say.isPending}>
          {question ? "Ask" : "Say it"}
        </Button>
        <Form.Check
          id="is-question"
          label="It has to be answered before this is approved"
          checked={question}
          onChange={(e) => setQuestion(e.target.checked)}
        />
      </div>
    </form>
  );
}

/** Whom one may mean, while a name is begun. */
function Names({ begun, take }: { begun: string | null; take: (login: string) => void }) {
  const people = usePeople().data ?? [];
  if (begun === null) {
    return null;
  }
  const meant = people
    .filter((p) => p.login.startsWith(begun) || p.name.toLowerCase().includes(begun))
    .slice(0, MOST_OFFERED);
  return (
    <div className="ways mb-2" role="group" aria-label="Whom do you mean?">
      {meant.map((p) => (
        <Button key={p.login} size="sm" variant="outline-primary" onClick={() => take(p.login)}>
          {p.name} <span className="mono">@{p.login}</span>
        </Button>
      ))}
      {meant.length === 0 && <span className="soft">Nobody is called @{begun}.</span>}
    </div>
  );
}
