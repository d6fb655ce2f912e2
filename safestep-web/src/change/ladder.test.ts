import { describe, expect, it } from "vitest";
import type { Next } from "../api/types";
import { ladderOf, rungs } from "./ladder";

const next: Next = {
  step: {
    kind: "FINISH",
    title: "Finish CR-1042",
    sentence: "It is a draft.",
    verdict: null,
    brief: "you",
    tone: "GOING",
    rung: "BUILD",
    action: "Go on writing",
    yours: true,
  },
  ladder: [
    { rung: "DESCRIBE", standing: "DONE", fact: "2 devices" },
    { rung: "BUILD", standing: "BLOCKED", fact: "4 commands · undo not proven" },
    { rung: "BOOK", standing: "NONE", fact: "an emergency needs no window" },
  ],
  mayReview: false,
};

describe("the ladder", () => {
  it("has six rungs from the first word to the last, also before anything is known", () => {
    expect(rungs).toEqual(["describe", "build", "approve", "book", "run", "close"]);
    expect(ladderOf(undefined, false).map((s) => s.title)).toEqual([
      "Describe",
      "Build",
      "Approve",
      "Book",
      "Run",
      "Close",
    ]);
  });

  it("shows what the server says of each", () => {
    expect(ladderOf(next, false)[1]).toEqual({
      name: "build",
      title: "Build",
      shape: "blocked",
      fact: "4 commands · undo not proven",
    });
    expect(ladderOf(next, false)[3]?.shape).toBe("dot");
    expect(ladderOf(next, false)[4]).toMatchObject({ shape: "notyet", fact: "" });
  });

  it("says itself what is typed and not saved", () => {
    expect(ladderOf(next, true)[1]).toMatchObject({ shape: "going", fact: "changed, not saved yet" });
  });
});
