import { describe, expect, it } from "vitest";
import type { Standard, StandardVersion } from "../api/types";
import { shownOf, usesWords, valuesIn } from "./standard";

const version = (number: number) => ({ number }) as StandardVersion;

describe("a standard change", () => {
  it("says how it went, and what is still open", () => {
    expect(usesWords({ uses: 0, succeeded: 0, failed: 0 })).toBe("not used yet");
    expect(usesWords({ uses: 1, succeeded: 1, failed: 0 })).toBe("used once, 1 succeeded");
    expect(usesWords({ uses: 5, succeeded: 2, failed: 1 })).toBe(
      "used 5 times, 2 succeeded, 1 rolled back or stuck, 2 still open",
    );
  });

  it("shows first what is asked for, then what is in force", () => {
    const standard = { inForce: version(1), written: version(2) } as Standard;
    expect(shownOf(standard).number).toBe(2);
    expect(shownOf({ ...standard, written: null }).number).toBe(1);
  });

  it("takes values as people write them", () => {
    expect(valuesIn("40, 60\n70,,  ")).toEqual(["40", "60", "70"]);
  });
});
