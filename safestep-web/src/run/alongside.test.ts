import { describe, expect, it } from "vitest";
import { alongside } from "./alongside";

describe("two outputs", () => {
  it("stand beside each other line by line", () => {
    expect(alongside("a\nb full\nc\n", "a\nb down\nc\nd\n")).toEqual([
      { left: "a", right: "a" },
      { left: "b full", right: "b down" },
      { left: "c", right: "c" },
      { left: null, right: "d" },
    ]);
  });

  it("may be missing on one side", () => {
    expect(alongside("", "a")).toEqual([{ left: null, right: "a" }]);
    expect(alongside("a\n", "")).toEqual([{ left: "a", right: null }]);
    expect(alongside("", "")).toEqual([]);
  });

  it("lose nothing, whatever they are", () => {
    for (let seed = 1; seed <= 200; seed++) {
      let state = seed;
      const next = (n: number) => (state = (state * 1103515245 + 12345) % 2147483648) % n;
      const text = () => Array.from({ length: 1 + next(8) }, () => "abcd"[next(4)]).join("\n");
      const [one, other] = [text(), text()];
      const pairs = alongside(one, other);
      const side = (which: "left" | "right") => pairs.flatMap((p) => (p[which] === null ? [] : [p[which]])).join("\n");
      expect([side("left"), side("right")], `seed ${seed}`).toEqual([one, other]);
    }
  });
});
