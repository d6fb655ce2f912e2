import { describe, expect, it } from "vitest";
import { changeState, changeStates, count, runStates } from "./words";

describe("words of states", () => {
  it("never tell two states apart by colour alone", () => {
    for (const table of [changeStates, runStates]) {
      const words = Object.values(table).map((s) => s.word);
      expect(new Set(words).size).toBe(words.length);
    }
  });

  it("use the hook for what was undone and the split square for harm", () => {
    expect(changeStates.ROLLED_BACK.shape).toBe("undone");
    expect(runStates.ROLLED_BACK.shape).toBe("undone");
    expect(changeState({ state: "ROLLED_BACK", nothingWritten: false }).word).toBe("rolled back");
    expect(changeState({ state: "ROLLED_BACK", nothingWritten: true }).word).toBe("stopped, nothing written");
    expect(changeState({ state: "CLOSED", nothingWritten: true }).word).toBe("closed");
    expect(changeStates.NEEDS_ATTENTION.shape).toBe("failed");
    expect(runStates.STUCK.shape).toBe("failed");
  });

  it("count in words", () => {
    expect(count(1, "device")).toBe("1 device");
    expect(count(10_000, "row")).toBe("10,000 rows");
    expect(count(0, "device")).toBe("0 devices");
    expect(count(2, "look")).toBe("2 looks");
    expect(count(2, "entry", "entries")).toBe("2 entries");
  });
});
