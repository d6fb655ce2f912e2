import type { ReactNode } from "react";
import Button from "react-bootstrap/Button";
import { Link } from "react-router";
import type { Change, Placement, Run } from "../api/types";
import { inTheWay, keptBy } from "../calendar/freezes";
import { useMay, usePerson } from "../session/session";
import { Block } from "../ui/Messages";
import { clock, dayAndTime } from "../ui/time";
import type { Editor } from "./editor";
import type { RungName } from "./ladder";

const over: Change["state"][] = ["COMPLETED", "ROLLED_BACK", "CLOSED", "WITHDRAWN", "REJECTED"];

/** A group is a choice made once: who joins it afterwards is not part of the change, and that has to be seen. */
export function MovedGroups({ change }: { change: Change }) {
  const targets = new Set(change.targets.map((t) => t.device));
  const moved = change.groups
    .map((g) => ({ ...g, joined: g.joined.filter((d) => !targets.has(d)), left: g.left.filter((d) => targets.has(d)) }))
    .filter((g) => g.joined.length > 0 || g.left.length > 0 || !g.exists);
  if (moved.length === 0 || over.includes(change.state)) {
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
  placement: Placement | undefined;
  run: Run | undefined;
  editor: Editor;
  rung: RungName;
}

/** What blocks the way, in one sentence, with the way out. */
export function WayOn({ change, placement, run, editor, rung }: WayOnProps) {
  const person = usePerson();
  const mayDecide = useMay("DECIDE_CHANGES") && person.login !== change.author;
  const mayBook = useMay("BOOK_CHANGES");
  const mayRun = useMay("RUN_CHANGES");
  const mayRelease = change.emergencyReason !== null && mayRun && person.login !== change.author;
  const go = (to: RungName, text: string): ReactNode =>
    rung === to ? undefined : (
      <Link className="btn btn-outline-primary" to={`/changes/${change.number}/${to}`}>
        {text}
      </Link>
    );
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
  switch (change.state) {
    case "RETURNED":
      return <Block action={go("build", "Look at the lines")}>It came back; the comment is on the rung Approve.</Block>;
    case "IN_REVIEW":
      return (
        <Block action={mayDecide || mayRelease ? go("approve", "Look and decide") : undefined}>
          {change.emergencyReason === null ? (
            <>
              Waiting for one approval from somebody other than <b>{change.authorName}</b>.
            </>
          ) : (
            "An emergency: one other person has to release it."
          )}
          {change.editable && " Editing it takes it back to draft."}
        </Block>
      );
    case "APPROVED":
      return change.emergencyReason !== null ? (
        <Block tone="calm" action={go("run", "Go to the run")}>
          Released as an emergency. It can run now.
        </Block>
      ) : (
        <Block tone="calm" action={mayBook ? go("book", "Choose a window") : undefined}>
          Approved. It needs a window before it can run.{change.editable && " Editing it breaks the seal."}
        </Block>
      );
    case "BOOKED":
      return <Booked placement={placement} run={go("run", "Go to the run")} book={go("book", "Book it anew")} />;
    case "RUNNING":
      if (rung === "run") {
        return null; // the board says it itself
      }
      return run?.hold ? (
        <Block tone="bad" action={go("run", "Decide")}>
          The run waits for a person: {run.hold.words}.
        </Block>
      ) : (
        <Block tone="calm" action={go("run", "Watch the run")}>
          It is running now.
        </Block>
      );
    case "COMPLETED":
      return (
        <Block tone="good" action={go("close", "Close it")}>
          {run?.verdict ?? "It has run."} It needs a note of how it went.
        </Block>
      );
    case "ROLLED_BACK":
      return (
        <Block tone="undone" action={go("close", "Close it")}>
          {run?.verdict ?? "It was undone."}
        </Block>
      );
    case "NEEDS_ATTENTION":
      return (
        <Block tone="bad" action={go("run", "Look at the run")}>
          {run?.verdict ?? "It could not be undone."}
        </Block>
      );
    default:
      return null;
  }
}

function Booked({ placement, run, book }: { placement: Placement | undefined; run: ReactNode; book: ReactNode }) {
  const booking = placement?.booking;
  if (!booking) {
    return null;
  }
  if (booking.over) {
    return (
      <Block>Its window closed {dayAndTime(booking.closesAt)}. Cancel the booking and choose another window.</Block>
    );
  }
  const freeze = keptBy(booking);
  if (freeze) {
    return <Block action={book}>It can't run in its window: {inTheWay(freeze)}.</Block>;
  }
  if (booking.openNow) {
    return (
      <Block tone="calm" action={run}>
        Its window is open until {clock(booking.closesAt)}; turn back by {clock(booking.turnBack)}.
      </Block>
    );
  }
  return (
    <Block tone="calm">
      Its window opens {dayAndTime(booking.opensAt)}. The run{" "}
      {booking.automatic ? "starts by itself" : "is started by hand"} then.
    </Block>
  );
}
