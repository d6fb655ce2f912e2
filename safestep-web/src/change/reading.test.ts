import { describe, expect, it } from "vitest";
import { leftToRead } from "./reading";

const devices = ["brn-gw-a", "cdq-ac-1", "dun-ac-1"];

describe("what is left to read", () => {
  it("is what was not opened, the first of it next", () =>
    expect(leftToRead(devices, new Set(["dun-ac-1", "cdq-ac-1"]), [])).toEqual({
      sentence: "2 of 3 differences not opened yet.",
      next: "cdq-ac-1",
    }));

  it("is nothing when all was opened", () => {
    expect(leftToRead(devices, new Set(), [])).toEqual({
      sentence: "You have opened every difference.",
      next: null,
    });
    expect(leftToRead(["a"], new Set(), []).sentence).toBe("You have opened its difference.");
  });

  it("says what is open to be talked about", () => {
    expect(leftToRead(devices, new Set(), [["brn-gw-a", 1]]).sentence).toBe(
      "You have opened every difference. 1 comment open: it can’t be approved before.",
    );
    expect(
      leftToRead(devices, new Set(["cdq-ac-1"]), [
        ["brn-gw-a", 2],
        ["dun-ac-1", 1],
      ]).sentence,
    ).toBe("1 of 3 differences not opened yet. 3 comments open: it can’t be approved before.");
  });

  it("does not count what is no longer part of the change", () =>
    expect(leftToRead(["a", "b"], new Set(["gone"]), []).next).toBeNull());
});
