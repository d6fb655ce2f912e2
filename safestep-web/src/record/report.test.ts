import { beforeEach, describe, expect, it } from "vitest";
import type { Report } from "../api/types";
import { setZone } from "../ui/time";
import { dayAfter, monthBefore, reportRows, stretch } from "./report";

const report: Report = {
  from: "2026-11-01T03:00:00Z",
  until: "2026-12-01T04:00:00Z",
  hidden: false,
  changes: {
    kinds: [
      {
        kind: "normal",
        figures: [
          { outcome: "SUCCEEDED", changes: [1001, 1003] },
          { outcome: "ROLLED_BACK", changes: [1002] },
        ],
        succeeded: 66,
      },
    ],
    rolledBack: [{ change: 1002, title: "Ticketing", state: "ROLLED_BACK", why: "A neighbour was gone." }],
    waiting: {
      approved: 2,
      medianSeconds: 60,
      mostSeconds: 90,
      longest: [{ change: 1001, title: "Log server", seconds: 90 }],
    },
    emergencies: [{ change: 1004, title: "Fire", state: "COMPLETED", reviewedAfterSeconds: null }],
    overEstimate: [{ change: 1001, title: "Log server", estimatedSeconds: 30, tookSeconds: 45 }],
    runs: 3,
  },
  windows: [{ window: "Between sailings", openings: 5, used: 2, changes: [1001, 1002] }],
  drift: [{ site: "Dunmarsh", decided: [{ state: "ON_HOLD", findings: [7, 9], oldest: "2026-11-03T00:00:00Z" }] }],
};

describe("a report", () => {
  beforeEach(() => setZone("America/Halifax"));

  it("is over whole days of the network, over the change of the clock too", () => {
    expect(stretch("2026-11-01", "2026-11-30")).toEqual({
      from: "2026-11-01T03:00:00.000Z",
      until: "2026-12-01T04:00:00.000Z",
    });
    expect(dayAfter("2026-12-31")).toBe("2027-01-01");
    expect(monthBefore("2026-03-01")).toBe("2026-01-31");
  });

  it("is a table with every figure and what is behind it", () => {
    const rows = reportRows(report);
    expect(rows.every((row) => row.length === 4)).toBe(true);
    expect(rows).toContainEqual(["changes", "normal, succeeded", "2", "CR-1001 CR-1003"]);
    expect(rows).toContainEqual(["rolled back or stuck", "A neighbour was gone.", "1", "CR-1002"]);
    expect(rows).toContainEqual(["emergencies", "reviewed after seconds", "not yet", "CR-1004"]);
    expect(rows).toContainEqual(["runs over their estimate", "seconds, estimated 30", "45", "CR-1001"]);
    expect(rows).toContainEqual(["windows", "Between sailings, left empty", "3", ""]);
    expect(rows).toContainEqual(["drift", "Dunmarsh, on hold", "2", "7 9"]);
  });

  it("without anything is a table without rows", () => {
    expect(
      reportRows({
        ...report,
        changes: { kinds: [], rolledBack: [], waiting: null, emergencies: [], overEstimate: [], runs: 0 },
        windows: [],
        drift: [],
      }),
    ).toEqual([]);
  });
});
