import { expect, test } from "vitest";
import type { Backup } from "../api/types";
import { setZone } from "../ui/time";
import { asOf, before, marks, spacing } from "./timeline";

const version = (id: number, takenAt: string, kind = "running") => ({ id, takenAt, kind, file: null }) as Backup;

test("versions stand as far apart as their times", () => {
  const { marks: placed } = marks(
    [version(3, "2026-11-03T00:00:00Z"), version(2, "2026-11-02T00:00:00Z"), version(1, "2026-11-01T00:00:00Z")],
    630,
  );
  expect(placed.map((m) => m.version.id)).toEqual([1, 2, 3]);
  expect(placed.map((m) => m.x)).toEqual([15, 315, 615]);
});

test("versions of one minute stand side by side, in their order, inside the line", () => {
  const many = Array.from({ length: 40 }, (_, i) =>
    version(40 - i, `2026-11-01T00:00:${String(59 - i).padStart(2, "0")}Z`),
  );
  many.push(version(0, "2026-01-01T00:00:00Z"));
  const { marks: placed, width } = marks(many, 600);
  expect(width).toBe(41 * spacing);
  placed.slice(1).forEach((m, i) => expect(m.x - placed[i]!.x).toBeGreaterThanOrEqual(spacing - 1));
  expect(placed[0]!.x).toBeGreaterThanOrEqual(0);
  expect(placed.at(-1)!.x).toBeLessThanOrEqual(width);
});

test("the version before is one of the same configuration", () => {
  const all = [version(4, "d"), version(3, "c", "startup"), version(2, "b"), version(1, "a", "startup")];
  expect(before(all, all[0]!)?.id).toBe(2);
  expect(before(all, all[1]!)?.id).toBe(1);
  expect(before(all, all[2]!)).toBeNull();
});

test("what was in force at a moment of the network's zone", () => {
  setZone("America/Halifax");
  const all = [version(2, "2026-11-02T12:00:00Z"), version(1, "2026-11-01T12:00:00Z")];
  expect(asOf(all, "2026-11-02T08:00")?.id).toBe(2);
  expect(asOf(all, "2026-11-02T07:59")?.id).toBe(1);
  expect(asOf(all, "2026-10-01T00:00")).toBeUndefined();
  expect(asOf(all, "")).toBeUndefined();
  setZone("UTC");
});
