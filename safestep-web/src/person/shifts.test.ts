import { describe, expect, it } from "vitest";
import { anotherShift, firstDays } from "./shifts";

describe("shifts", () => {
  it("offer the days ahead, and the day that was chosen long ago", () => {
    const days = firstDays("2026-12-30", "2026-11-30");
    expect(days.slice(0, 4)).toEqual(["2026-11-30", "2026-12-30", "2026-12-31", "2027-01-01"]);
    expect(firstDays("2026-12-30", "2027-01-01")).toHaveLength(60);
  });

  it("begin like the one before, with nobody on watch", () => {
    const first = anotherShift([], "2026-12-02");
    expect(first.firstDay).toBe("2026-12-02");
    const next = anotherShift([{ ...first, name: "Nights", from: "20:00", people: ["hloman"] }], "2026-12-09");
    expect(next).toEqual({ ...first, from: "20:00", name: "", people: [] });
  });
});
