import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { api, told } from "../api/client";
import type { Change, Run } from "../api/types";
import { useMayOnWhole } from "../session/session";
import { Block, ErrorBlock } from "../ui/Messages";
import { clock } from "../ui/time";
import { useMoved } from "../api/keys";
import { useSave } from "../ui/useSave";

/** What checks ask a person while the run goes on. */
export function Questions({ run, change }: { run: Run; change: Change }) {
  return run.questions.map((q) => <Question key={q.check} run={run} change={change} question={q} />);
}

function Question({ run, change, question }: { run: Run; change: Change; question: Run["questions"][number] }) {
  const may = useMayOnWhole("RUN_CHANGES");
  const moved = useMoved();
  const [left, leaveOut] = useState<string[]>([]);
  const [words, setWords] = useState("");
  const devices = question.devices.filter((d) => !left.includes(d));
  const answer = useSave({
    mutationFn: (yes: boolean) =>
      told(
        api.POST("/api/runs/{id}/checks/{check}/answer", {
          params: { path: { id: run.id, check: question.check } },
          body: { devices, yes, words },
        }),
      ),
    onSuccess: () => setWords(""),
    onSettled: () => moved.change(change.number),
  });
  const { problem } = answer;
  return (
    <Block>
      <p className="mb-1">
        <b>{question.question}</b> An answer is waited for until {clock(question.waitsUntil)}; without one the check
        fails.
      </p>
      {question.devices.length === 1 ? (
        <p className="mb-1">
          It is about <span className="mono">{question.devices[0]}</span>.
        </p>
      ) : (
        <fieldset>
          <legend className="fs-6 mb-0">You answer for</legend>
          {question.devices.map((d) => (
            <Form.Check
              inline
              key={d}
              id={`answer-${question.check}-${d}`}
              label={<span className="mono">{d}</span>}
              checked={!left.includes(d)}
              onChange={(e) => leaveOut(e.target.checked ? left.filter((l) => l !== d) : [...left, d])}
            />
          ))}
        </fieldset>
      )}
      {may ? (
        <div className="field-row">
          <Form.Control
            aria-label="What you saw"
            placeholder="What you saw; needed for a no"
            maxLength={1000}
            value={words}
            isInvalid={!!answer.at("words")}
            onChange={(e) => setWords(e.target.value)}
          />
          <Button disabled={answer.isPending || devices.length === 0} onClick={() => answer.mutate(true)}>
            Yes
          </Button>
          <Button
            variant="outline-danger"
            disabled={answer.isPending || devices.length === 0}
            onClick={() => answer.mutate(false)}
          >
            No
          </Button>
        </div>
      ) : (
        <p className="soft mb-0">Somebody with the right to run changes answers it.</p>
      )}
      {problem?.at("words").map((e) => (
        <div key={e.message} className="harm">
          {e.message}
        </div>
      ))}
      {problem && problem.at("words").length === 0 && <ErrorBlock error={problem} />}
    </Block>
  );
}
