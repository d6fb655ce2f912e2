import { describe, expect, it } from "vitest";
import type { MeetingChange } from "../api/types";
import { chosenOf, everything, stepTo } from "./meeting";

const change = (number: number, part: Partial<MeetingChange>) =>
  ({ number, teams: [], risk: "LOW", fits: null, ...part }) as MeetingChange;

const all = [
  change(1, { teams: [7], risk: "HIGH", fits: "2026-12-03T01:30:00Z" }),
  change(2, { teams: [7], fits: "2026-12-04T01:30:00Z" }),
  change(3, { risk: "RAISED" }),
];

const numbers = (choice: Partial<typeof everything>) =>
  chosenOf(all, { ...everything, ...choice }).map((c) => c.number);

describe("a meeting", () => {
  it("is about what is asked of a team, risky enough, or fits into a window", () => {
    expect(numbers({})).toEqual([1, 2, 3]);
    expect(numbers({ team: 7 })).toEqual([1, 2]);
    expect(numbers({ risk: "RAISED" })).toEqual([1, 3]);
    expect(numbers({ team: 7, fits: "2026-12-04T01:30:00Z" })).toEqual([2]);
  });

  it("goes on and back without falling off, and begins anew when what is shown was decided", () => {
    expect(stepTo([1, 2, 3], 1, 1)).toBe(2);
    expect(stepTo([1, 2, 3], 3, 1)).toBe(3);
    expect(stepTo([1, 2, 3], 1, -1)).toBe(1);
    expect(stepTo([2, 3], 1, 1)).toBe(2);
    expect(stepTo([], 1, 1)).toBeUndefined();
  });
});
