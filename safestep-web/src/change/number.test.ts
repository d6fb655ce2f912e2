import { expect, test } from "vitest";
import { numberOf } from "./number";

test("a change is found by its name and by its number", () => {
  expect(["1003", "CR-1003", "cr-1003", "cr1003", " CR-1003 "].map(numberOf)).toEqual(Array(5).fill("1003"));
  expect(["CR-", "XR-1003", "1003a", "", "-1", "1".repeat(20)].map(numberOf)).toEqual(Array(6).fill(null));
});
