import { afterEach, describe, expect, it, test, vi } from "vitest";
import {
  calendarDay,
  clock,
  dateLanguage,
  dayAndTime,
  duration,
  fromNow,
  hour,
  setDateLanguage,
  setZone,
  takeDateLanguage,
  zonedDay,
} from "./time";

describe("times", () => {
  it("are those of the network's zone on both sides of the clock change", () => {
    setZone("America/Halifax");
    expect(clock("2026-07-01T04:30:00Z")).toBe("01:30");
    expect(clock("2026-12-01T05:30:00Z")).toBe("01:30");
    expect(dayAndTime("2026-12-01T03:30:00Z")).toBe("Mon 30 Nov 23:30");
  });

  it("are as long as needed", () => {
    expect(duration(45)).toBe("45 s");
    expect(duration(34 * 60)).toBe("34 min");
    expect(duration(4 * 3600 + 24 * 60)).toBe("4 h 24");
    expect(fromNow("2026-12-01T05:30:00Z", new Date("2026-12-01T05:33:00Z"))).toBe("3 min ago");
  });
});

test("the end of a day is that of the network's zone, also where the clock changes", () => {
  setZone("America/Halifax");
  expect(zonedDay("2026-11-27")).toBe("2026-11-28T03:59:00.000Z");
  expect(zonedDay("2026-03-08")).toBe("2026-03-09T02:59:00.000Z");
  expect(zonedDay("2026-11-01")).toBe("2026-11-02T03:59:00.000Z");
  setZone("UTC");
});

test("a day for forms is that of the network's zone, not the one in Greenwich", () => {
  setZone("America/Halifax");
  expect(calendarDay("2026-12-01T03:30:00Z")).toBe("2026-11-30");
  expect(calendarDay("2026-12-01T04:30:00Z")).toBe("2026-12-01");
  setZone("Pacific/Auckland");
  expect(calendarDay("2026-12-31T12:30:00Z")).toBe("2027-01-01");
  setZone("UTC");
});

describe("the language of days", () => {
  const stored = new Map<string, string>();
  vi.stubGlobal("localStorage", {
    getItem: (key: string) => stored.get(key) ?? null,
    setItem: (key: string, value: string) => stored.set(key, value),
  });

  afterEach(() => {
    setDateLanguage("en-GB");
    stored.clear();
  });

  it("changes the words of a day and nothing of its time", () => {
    setZone("UTC");
    setDateLanguage("de");
    expect(dayAndTime("2026-12-01T05:30:00Z")).toMatch(/^Di\.? 1\. Dez\.? 05:30$/);
    expect(hour("2026-12-01T05:30:00Z")).toBe("05");
    setDateLanguage("fr");
    expect(dayAndTime("2026-12-01T05:30:00Z")).toMatch(/^mar\. 1 déc\. 05:30$/);
  });

  it("is taken again from where it was kept, and nothing else is", () => {
    stored.set("safestep.dates", "sv");
    takeDateLanguage();
    expect(dateLanguage()).toBe("sv");
    for (const foreign of ["toString", "x-unknown", ""]) {
      stored.set("safestep.dates", foreign);
      takeDateLanguage();
      expect(dateLanguage()).toBe("sv");
    }
  });
});
