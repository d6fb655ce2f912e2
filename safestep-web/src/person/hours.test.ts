import { describe, expect, it } from "vitest";
import { hoursWords, usualHours } from "./hours";

describe("working hours", () => {
  it("says days that follow one another as a stretch", () => {
    expect(hoursWords(usualHours)).toBe("Mon–Fri 08:00–17:00");
    expect(hoursWords({ days: ["SUNDAY", "MONDAY", "TUESDAY", "FRIDAY"], from: "20:00:00", until: "00:00:00" })).toBe(
      "Mon, Tue, Fri, Sun 20:00–24:00",
    );
    expect(hoursWords({ days: ["WEDNESDAY"], from: "06:30", until: "12:00" })).toBe("Wed 06:30–12:00");
  });
});
