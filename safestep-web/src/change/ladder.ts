import type { Approval, Change, Placement, Run } from "../api/types";
import { keptBy } from "../calendar/freezes";
import type { Shape } from "../ui/Glyph";
import { clock, dayAndTime, duration } from "../ui/time";
import { count, runState } from "../ui/words";

export const rungs = ["describe", "build", "approve", "book", "run", "close"] as const;
export type RungName = (typeof rungs)[number];

export interface Rung {
  name: RungName;
  title: string;
  shape: Shape;
  fact: string;
}

const order = ["DRAFT", "IN_REVIEW", "APPROVED", "BOOKED", "RUNNING", "COMPLETED", "CLOSED"];

/** How far the change is, as a place in the usual order of states. */
function reached(change: Change, state: string): boolean {
  const at = {
    RETURNED: "DRAFT",
    REJECTED: "IN_REVIEW",
    WITHDRAWN: "DRAFT",
    ROLLED_BACK: "COMPLETED",
    NEEDS_ATTENTION: "COMPLETED",
  };
  const now = (at as Record<string, string>)[change.state] ?? change.state;
  return order.indexOf(now) >= order.indexOf(state);
}

/** Each rung's state and one fact. */
export function ladderOf(
  change: Change,
  approvals: Approval[],
  placement: Placement | undefined,
  run: Run | undefined,
  unsaved: boolean,
): Rung[] {
  const commands = change.targets.reduce((sum, t) => sum + t.commands, 0);
  const complete = change.targets.length > 0 && change.targets.every((t) => t.complete) && commands > 0;
  const proven = change.targets.every((t) => t.proven || t.commands === 0);
  return [
    {
      name: "describe",
      title: "Describe",
      shape: change.targets.length > 0 ? "done" : "notyet",
      fact: change.targets.length > 0 ? count(change.targets.length, "device") : "no device chosen",
    },
    {
      name: "build",
      title: "Build",
      shape: unsaved ? "going" : complete ? (proven || change.undoAccepted ? "done" : "blocked") : "notyet",
      fact: unsaved
        ? "changed, not saved yet"
        : complete
          ? `${count(commands, "command")} · undo ${proven ? "proven" : "not proven"}`
          : buildFact(change),
    },
    approveRung(change, approvals),
    bookRung(change, placement),
    runRung(change, placement, run),
    {
      name: "close",
      title: "Close",
      shape: change.state === "CLOSED" ? "done" : reached(change, "COMPLETED") ? "blocked" : "notyet",
      fact:
        change.state === "CLOSED"
          ? "closed with a note"
          : change.state === "NEEDS_ATTENTION"
            ? "two people decide"
            : reached(change, "COMPLETED")
              ? "note missing"
              : "",
    },
  ];
}

function buildFact(change: Change): string {
  const wrong = change.targets.filter((t) => !t.complete).length;
  return wrong > 0 ? `lines wrong on ${count(wrong, "device")}` : "no lines yet";
}

function approveRung(change: Change, approvals: Approval[]): Rung {
  const valid = approvals.find((a) => a.counts);
  const last = approvals.at(-1);
  const base = { name: "approve" as const, title: "Approve" };
  if (change.state === "RETURNED") {
    return { ...base, shape: "blocked", fact: `returned by ${last?.personName ?? "an approver"}` };
  }
  if (change.state === "REJECTED") {
    return { ...base, shape: "failed", fact: `rejected by ${last?.personName ?? "an approver"}` };
  }
  if (reached(change, "APPROVED") && valid) {
    return { ...base, shape: "done", fact: `by ${valid.personName}, seal ${valid.sealBrief}` };
  }
  if (change.state === "IN_REVIEW") {
    return { ...base, shape: "blocked", fact: "0 of 1, waiting for an approver" };
  }
  const lapsed = last?.verdict === "APPROVED";
  return { ...base, shape: lapsed ? "blocked" : "notyet", fact: lapsed ? "seal broken, approval lapsed" : "" };
}

function bookRung(change: Change, placement: Placement | undefined): Rung {
  const base = { name: "book" as const, title: "Book" };
  const booking = placement?.booking;
  if (booking) {
    const over = booking.over && change.state === "BOOKED";
    const frozen = change.state === "BOOKED" && keptBy(booking);
    return {
      ...base,
      shape: over || frozen ? "blocked" : "done",
      fact: over
        ? "window has closed"
        : frozen
          ? "a freeze is in the way"
          : `${dayAndTime(booking.opensAt)} to ${clock(booking.closesAt)}`,
    };
  }
  if (change.emergencyReason !== null) {
    return { ...base, shape: "dot", fact: "an emergency needs no window" };
  }
  const fit = placement?.openings.find((o) => o.fits);
  const fact = fit
    ? `fits ${fit.openNow ? "now" : dayAndTime(fit.opensAt)}, ${duration(fit.spareSeconds)} spare`
    : placement
      ? "no window fits"
      : "";
  return { ...base, shape: change.state === "APPROVED" ? "blocked" : "notyet", fact };
}

function runRung(change: Change, placement: Placement | undefined, run: Run | undefined): Rung {
  const base = { name: "run" as const, title: "Run" };
  if (run) {
    const done = run.devices.filter((d) =>
      d.steps.some((s) => s.phase === "AFTER_BACKUP" && s.state === "DONE"),
    ).length;
    const going =
      run.state === "RUNNING" ? `${done} of ${count(run.devices.length, "device")} done` : runState(run).word;
    return { ...base, shape: runState(run).shape, fact: going };
  }
  const booking = placement?.booking;
  return {
    ...base,
    shape: change.state === "BOOKED" && booking?.openNow ? "blocked" : "notyet",
    fact: booking && !keptBy(booking) ? `turn back by ${clock(booking.turnBack)}` : "",
  };
}

/** The rung that matters in this state. */
export function currentRung(change: Change): RungName {
  switch (change.state) {
    case "DRAFT":
    case "RETURNED":
      return change.targets.length === 0 ? "describe" : "build";
    case "IN_REVIEW":
    case "REJECTED":
    case "WITHDRAWN":
      return "approve";
    case "APPROVED":
      return "book";
    case "CLOSED":
      return "close";
    default:
      return "run";
  }
}
