import { describe, expect, it } from "vitest";
import { changesOf, rightOf, writtenAs } from "./compared";

describe("the right side of a comparison", () => {
  it("is a version or what a change leaves", () => {
    expect(rightOf("17")).toEqual({ version: 17 });
    expect(rightOf("cr-1003")).toEqual({ change: 1003 });
  });

  it("is nothing when the address says nothing that is one", () => {
    for (const text of [null, "", "0", "cr-", "cr-x", "-3", "1e9", "17 ", "cr-1003/x", "9".repeat(20)]) {
      expect(rightOf(text)).toBeNull();
    }
  });

  it("is written as it was read", () => {
    for (const text of ["17", "cr-1003", ""]) {
      expect(writtenAs(rightOf(text))).toBe(text);
    }
  });
});

describe("changes to compare with", () => {
  const row = (number: number, state: string, ...devices: string[]) => ({ number, state, devices });

  it("are those that would still change the device, the newest first", () =>
    expect(
      changesOf(
        [
          row(1001, "COMPLETED", "a"),
          row(1002, "DRAFT", "a", "b"),
          row(1003, "IN_REVIEW", "b"),
          row(1004, "BOOKED", "a"),
          row(1005, "WITHDRAWN", "a"),
        ],
        "a",
      ).map((r) => r.number),
    ).toEqual([1004, 1002]));
});
