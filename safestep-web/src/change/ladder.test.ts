import { beforeAll, describe, expect, it } from "vitest";
import type { Approval, Change, Placement, Run } from "../api/types";
import { setZone } from "../ui/time";
import { currentRung, ladderOf } from "./ladder";

const change = (state: Change["state"], part: Partial<Change> = {}): Change => ({
  number: 1042,
  subject: "CR-1042",
  title: "Give ticketing its own /24",
  reason: "The upper half is wanted for kiosks.",
  category: "normal",
  emergencyReason: null,
  state,
  nothingWritten: false,
  author: "roake",
  authorName: "R. Oake",
  version: 3,
  seal: "7c1e90ab",
  sealBrief: "7c1e 90ab",
  undoAccepted: false,
  restoresStartup: false,
  editable: false,
  createdAt: "2026-11-25T01:00:00Z",
  updatedAt: "2026-11-25T01:00:00Z",
  submittedAt: null,
  outcomeNote: null,
  groups: [],
  sheets: [],
  order: {
    failureRule: "UNDO_ALL",
    first: null,
    most: null,
    pauseSeconds: 0,
    byHand: false,
    waves: [],
    objections: [],
  },
  targets: [
    {
      device: "brn-gw-b",
      site: "Brinehaven",
      wave: 1,
      way: "LINES",
      backup: null,
      otherDevice: null,
      template: null,
      values: {},
      lines: "x",
      complete: true,
      commands: 4,
      proven: true,
      beside: null,
    },
    {
      device: "brn-gw-a",
      site: "Brinehaven",
      wave: 2,
      way: "LINES",
      backup: null,
      otherDevice: null,
      template: null,
      values: {},
      lines: "",
      complete: true,
      commands: 0,
      proven: true,
      beside: null,
    },
  ],
  checks: [],
  basicLeftOut: [],
  ...part,
});

const approval = (part: Partial<Approval> = {}): Approval => ({
  person: "dfennimore",
  personName: "D. Fennimore",
  verdict: "APPROVED",
  comment: "",
  sealBrief: "7c1e 90ab",
  counts: true,
  decidedAt: "2026-11-25T01:10:00Z",
  ...part,
});

const opening = {
  windowId: 1,
  name: "All terminals",
  opensAt: "2026-11-25T05:30:00Z",
  closesAt: "2026-11-25T09:15:00Z",
  openNow: false,
  fits: true,
  spareSeconds: 2040,
  forwardSeconds: 600,
  wayBackSeconds: 300,
  turnBack: "2026-11-25T08:51:00Z",
  lastStart: "2026-11-25T08:41:00Z",
  frozen: null,
};

const booked = (part: Partial<NonNullable<Placement["booking"]>> = {}): Placement => ({
  booking: {
    windowId: 1,
    windowName: "All terminals",
    opensAt: opening.opensAt,
    closesAt: opening.closesAt,
    openNow: false,
    over: false,
    automatic: true,
    spareSeconds: 2040,
    turnBack: opening.turnBack,
    frozen: null,
    refusal: null,
    ...part,
  },
  openings: [opening],
});

const free: Placement = { booking: null, openings: [opening] };

const run = (state: Run["state"], done = 0): Run => ({
  id: 1,
  number: 1042,
  state,
  startedBy: "pquill",
  startedAt: opening.opensAt,
  endedAt: null,
  estimatedEnd: opening.turnBack,
  turnBackAt: opening.turnBack,
  windowOpensAt: opening.opensAt,
  windowClosesAt: opening.closesAt,
  freeze: null,
  stopRequestedBy: null,
  verdict: null,
  attended: true,
  wayBackSeconds: 60,
  failureRule: "UNDO_ALL",
  pauseSeconds: 0,
  turningBack: false,
  pause: "NONE",
  questions: [],
  hold: null,
  waves: [],
  rollbacks: [],
  controls: [],
  devices: [0, 1].map((i) => ({
    id: i,
    name: `brn-gw-${i}`,
    wave: i + 1,
    partner: null,
    nothingToSend: false,
    steps:
      i < done
        ? [{ phase: "AFTER_BACKUP", state: "DONE", startedAt: opening.opensAt, endedAt: null, words: null }]
        : [],
    holds: null,
    beforeBackupId: null,
    beforeHash: null,
    afterBackupId: null,
    afterHash: null,
    timer: false,
    timerUntil: null,
    written: false,
    takenBack: false,
    skippedBy: null,
    skipReason: null,
    checks: [],
  })),
});

const rung = (name: string, ...args: Parameters<typeof ladderOf>) => ladderOf(...args).find((r) => r.name === name)!;

beforeAll(() => setZone("America/Halifax"));

describe("the ladder", () => {
  it("has six rungs from the first word to the last", () => {
    expect(ladderOf(change("DRAFT"), [], undefined, undefined, false).map((r) => r.title)).toEqual([
      "Describe",
      "Build",
      "Approve",
      "Book",
      "Run",
      "Close",
    ]);
  });

  it("says how much is sent and whether the way back is proven", () => {
    const built = rung("build", change("DRAFT"), [], free, undefined, false);
    expect(built).toMatchObject({ shape: "done", fact: "4 commands · undo proven" });
    const targets = change("DRAFT").targets.map((t) => ({ ...t, proven: false }));
    expect(rung("build", change("DRAFT", { targets }), [], free, undefined, false)).toMatchObject({
      shape: "blocked",
      fact: "4 commands · undo not proven",
    });
  });

  it("says where lines are wrong or missing, and what is not saved", () => {
    const wrong = change("DRAFT").targets.map((t) => ({ ...t, complete: false, commands: 0 }));
    expect(rung("build", change("DRAFT", { targets: wrong }), [], free, undefined, false).fact).toBe(
      "lines wrong on 2 devices",
    );
    const none = change("DRAFT").targets.map((t) => ({ ...t, commands: 0 }));
    expect(rung("build", change("DRAFT", { targets: none }), [], free, undefined, false).fact).toBe("no lines yet");
    expect(rung("build", change("DRAFT"), [], free, undefined, true).fact).toBe("changed, not saved yet");
  });

  it("names who approved and which seal", () => {
    expect(rung("approve", change("APPROVED"), [approval()], free, undefined, false)).toMatchObject({
      shape: "done",
      fact: "by D. Fennimore, seal 7c1e 90ab",
    });
    expect(rung("approve", change("IN_REVIEW"), [], free, undefined, false).fact).toContain("0 of 1");
  });

  it("shows a broken seal", () => {
    const lapsed = rung("approve", change("DRAFT"), [approval({ counts: false })], free, undefined, false);
    expect(lapsed).toMatchObject({ shape: "blocked", fact: "seal broken, approval lapsed" });
  });

  it("tells returned from rejected", () => {
    const back = approval({ verdict: "RETURNED", counts: false });
    expect(rung("approve", change("RETURNED"), [back], free, undefined, false).fact).toBe("returned by D. Fennimore");
    const no = approval({ verdict: "REJECTED", counts: false });
    expect(rung("approve", change("REJECTED"), [no], free, undefined, false)).toMatchObject({
      shape: "failed",
      fact: "rejected by D. Fennimore",
    });
  });

  it("says where it fits before it is booked and when it runs afterwards", () => {
    expect(rung("book", change("APPROVED"), [approval()], free, undefined, false)).toMatchObject({
      shape: "blocked",
      fact: "fits Wed 25 Nov 01:30, 34 min spare",
    });
    expect(rung("book", change("BOOKED"), [approval()], booked(), undefined, false)).toMatchObject({
      shape: "done",
      fact: "Wed 25 Nov 01:30 to 05:15",
    });
    expect(rung("book", change("BOOKED"), [approval()], booked({ over: true }), undefined, false).fact).toBe(
      "window has closed",
    );
    const frozen = {
      freezeId: 1,
      name: "Regatta",
      reason: "Extra sailings",
      begins: opening.opensAt,
      ends: opening.closesAt,
      scope: "Brinehaven",
    };
    const kept = booked({ frozen, spareSeconds: -900 });
    expect(rung("book", change("BOOKED"), [approval()], kept, undefined, false)).toMatchObject({
      shape: "blocked",
      fact: "a freeze is in the way",
    });
    const nowhere = { booking: null, openings: [{ ...opening, fits: false }] };
    expect(rung("book", change("DRAFT"), [], nowhere, undefined, false).fact).toBe("no window fits");
    const emergency = { ...change("COMPLETED"), emergencyReason: "The terminal is dark." };
    expect(rung("book", emergency, [], nowhere, undefined, false)).toMatchObject({
      shape: "dot",
      fact: "an emergency needs no window",
    });
  });

  it("gives the turn-back point before the run and the progress in it", () => {
    expect(rung("run", change("BOOKED"), [approval()], booked(), undefined, false)).toMatchObject({
      shape: "notyet",
      fact: "turn back by 04:51",
    });
    expect(rung("run", change("BOOKED"), [approval()], booked({ openNow: true }), undefined, false).shape).toBe(
      "blocked",
    );
    expect(rung("run", change("RUNNING"), [approval()], booked(), run("RUNNING", 1), false)).toMatchObject({
      shape: "going",
      fact: "1 of 2 devices done",
    });
    const turned = run("ROLLED_BACK");
    expect(rung("run", change("ROLLED_BACK"), [approval()], booked(), turned, false)).toMatchObject({
      shape: "undone",
      fact: "stopped, nothing written",
    });
    const written = { ...turned, devices: turned.devices.map((d) => ({ ...d, written: true })) };
    expect(rung("run", change("ROLLED_BACK"), [approval()], booked(), written, false)).toMatchObject({
      shape: "undone",
      fact: "rolled back",
    });
  });

  it("asks for the note once it has run", () => {
    expect(rung("close", change("BOOKED"), [], booked(), undefined, false).shape).toBe("notyet");
    expect(rung("close", change("COMPLETED"), [], booked(), run("SUCCEEDED"), false).fact).toBe("note missing");
    expect(rung("close", change("CLOSED"), [], booked(), run("SUCCEEDED"), false).shape).toBe("done");
  });
});

describe("the rung on arrival", () => {
  it("is the one that matters in the state", () => {
    expect(currentRung(change("DRAFT", { targets: [] }))).toBe("describe");
    expect(currentRung(change("DRAFT"))).toBe("build");
    expect(currentRung(change("RETURNED"))).toBe("build");
    expect(currentRung(change("IN_REVIEW"))).toBe("approve");
    expect(currentRung(change("APPROVED"))).toBe("book");
    expect(currentRung(change("BOOKED"))).toBe("run");
    expect(currentRung(change("NEEDS_ATTENTION"))).toBe("run");
    expect(currentRung(change("CLOSED"))).toBe("close");
  });
});
