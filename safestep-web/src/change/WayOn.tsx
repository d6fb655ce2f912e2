import Button from "react-bootstrap/Button";
import { Link } from "react-router";
import type { Change, NextStep } from "../api/types";
import { Block } from "../ui/Messages";
import { standings } from "../ui/words";
import type { Editor } from "./editor";
import { rungName, type RungName } from "./ladder";

const ran: NextStep["kind"][] = ["CLOSE", "REVIEW", "OVER"];

/** A group is a choice made once: who joins it afterwards is not part of the change, and that has to be seen. */
export function MovedGroups({ change, next }: { change: Change; next: NextStep | undefined }) {
  const targets = new Set(change.targets.map((t) => t.device));
  const moved = change.groups
    .map((g) => ({ ...g, joined: g.joined.filter((d) => !targets.has(d)), left: g.left.filter((d) => targets.has(d)) }))
    .filter((g) => g.joined.length > 0 || g.left.length > 0 || !g.exists);
  if (moved.length === 0 || !next || ran.includes(next.kind)) {
    return null;
  }
  return (
    <Block
      action={
        change.editable ? (
          <Link className="btn btn-outline-primary" to={`/changes/${change.number}/describe`}>
            Look at the choice
          </Link>
        ) : undefined
      }
    >
      {moved.map((g) => (
        <div key={g.name}>
          Group <b>{g.name}</b> {g.exists ? "has changed since this change was saved" : "is gone"}
          {g.joined.length > 0 && <>; it now also holds {g.joined.join(", ")}, not part of this change</>}
          {g.left.length > 0 && <>; it no longer holds {g.left.join(", ")}, still part of this change</>}.
        </div>
      ))}
    </Block>
  );
}

interface WayOnProps {
  change: Change;
  next: NextStep | undefined;
  editor: Editor;
  rung: RungName;
}

/** What blocks the way, in one sentence, with the way out. */
export function WayOn({ change, next, editor, rung }: WayOnProps) {
  if (editor.overtaken) {
    return (
      <Block
        tone="bad"
        action={
          <Button variant="outline-primary" onClick={editor.discard}>
            Take what is stored
          </Button>
        }
      >
        This change was saved somewhere else meanwhile. Copy what you need from here, then take what is stored.
      </Block>
    );
  }
  if (editor.problem) {
    const places = editor.problem.errors.map((e) => `${e.message}`);
    return (
      <Block tone="bad">
        {editor.problem.message}
        {places.length > 1 && (
          <ul className="mb-0">
            {places.map((p, i) => (
              <li key={i}>{p}</li>
            ))}
          </ul>
        )}
      </Block>
    );
  }
  const here = next && rung === rungName(next.rung);
  // A draft says it beside its buttons, and a run on its board.
  if (!next || !next.sentence || next.kind === "FINISH" || (here && inRun(next))) {
    return null;
  }
  return (
    <Block
      tone={standings[next.tone].tone}
      action={
        next.action && !here ? (
          <Link className="btn btn-outline-primary" to={`/changes/${change.number}/${rungName(next.rung)}`}>
            {next.action}
          </Link>
        ) : undefined
      }
    >
      {next.verdict} {next.sentence}
    </Block>
  );
}

const inRun = (next: NextStep) => next.kind === "RUNNING" || next.kind === "WAITS";
