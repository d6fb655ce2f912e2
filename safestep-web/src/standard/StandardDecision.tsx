import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { api, told } from "../api/client";
import { keys } from "../api/keys";
import type { Standard, StandardVersion } from "../api/types";
import vocabulary from "../api/vocabulary.json";
import { Field } from "../ui/Field";
import { Glyph } from "../ui/Glyph";
import { ErrorBlock } from "../ui/Messages";
import { dayAndTime } from "../ui/time";
import { useSave } from "../ui/useSave";

export function Decisions({ version }: { version: StandardVersion }) {
  if (version.decisions.length === 0) {
    return <p className="empty">Nobody has decided yet.</p>;
  }
  return (
    <>
      {version.decisions.map((d) => (
        <div key={d.decidedAt} className="item">
          <Glyph shape={d.verdict === "APPROVED" ? "done" : "blocked"} />
          <div>
            <b>{d.person}</b> {vocabulary.verdicts[d.verdict]}
            {d.comment && <div>“{d.comment}”</div>}
          </div>
          <span className="when">{dayAndTime(d.decidedAt)}</span>
        </div>
      ))}
    </>
  );
}

/** Approving a kind of change, once for all of its uses. */
export function StandardDecision({ standard, version }: { standard: Standard; version: StandardVersion }) {
  const [comment, setComment] = useState("");
  const client = useQueryClient();
  const decide = useSave({
    mutationFn: (verdict: "APPROVED" | "RETURNED") =>
      told(
        api.POST("/api/standard-changes/{id}/approvals", {
          params: { path: { id: standard.id } },
          body: { verdict, comment, seal: version.seal ?? "" },
        }),
      ),
    onSettled: () => client.invalidateQueries({ queryKey: keys.standards }),
  });
  return (
    <section className="mt-3" aria-labelledby="decide-standard">
      <h2 id="decide-standard">Your decision</h2>
      <p className="mb-1">Approved, every change within these bounds runs without an approval of its own.</p>
      <Field id="standard-comment" label="Comment" error={decide.at("comment")}>
        <Form.Control
          as="textarea"
          rows={2}
          maxLength={4000}
          value={comment}
          placeholder="Needed to return it"
          onChange={(e) => setComment(e.target.value)}
        />
      </Field>
      {decide.refusal && <ErrorBlock error={decide.refusal} />}
      <div className="d-flex gap-2">
        <Button disabled={decide.isPending} onClick={() => decide.mutate("APPROVED")}>
          Approve these bounds
        </Button>
        <Button variant="outline-primary" disabled={decide.isPending} onClick={() => decide.mutate("RETURNED")}>
          Return to {version.authors.join(" and ")}
        </Button>
      </div>
    </section>
  );
}
