import { describe, expect, it } from "vitest";
import { numberOrUsual, placed } from "./order";

describe("an order by hand", () => {
  it("closes holes and puts devices without a place last", () => {
    expect(placed(["b", "a", "c", "new"], { a: 2, b: 5, c: 2 })).toEqual([["a", "c"], ["b"], ["new"]]);
  });

  it("takes an empty box for what is usual", () => {
    expect(numberOrUsual("")).toBeNull();
    expect(numberOrUsual("0")).toBe(0);
    expect(numberOrUsual("12")).toBe(12);
  });
});
