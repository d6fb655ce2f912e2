import { describe, expect, it } from "vitest";
import { neighbours } from "./deviceOrder";

describe("the way from one device to another", () => {
  const devices = ["far", "middle", "near"];

  it("leads through the order of the run, from all together to the first", () => {
    expect(neighbours(devices, "")).toEqual({ before: undefined, behind: "far", unseen: undefined });
    expect(neighbours(devices, "middle")).toMatchObject({ before: "far", behind: "near" });
    expect(neighbours(devices, "near")).toMatchObject({ before: "middle", behind: undefined });
  });

  it("finds the next one that nobody has looked at, from the beginning again after the end", () => {
    expect(neighbours(devices, "middle", new Set(["far", "near"])).unseen).toBe("near");
    expect(neighbours(devices, "near", new Set(["far"])).unseen).toBe("far");
    expect(neighbours(devices, "far", new Set(["far"])).unseen).toBeUndefined();
    expect(neighbours(devices, "", new Set(["far"])).unseen).toBe("far");
  });
});
