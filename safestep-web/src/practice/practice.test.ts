import { describe, expect, it } from "vitest";
import type { Practice } from "../api/types";
import { deviceState, faultsInWords, wrongFirst } from "./practice";

const device: Practice["devices"][number] = {
  name: "brn-gw-a",
  address: "10.77.2.1",
  site: "Brinehaven",
  role: "edge",
  platform: "corvane-cli",
  reachable: true,
  off: false,
  faults: [],
};

const faults: Practice["faults"] = [
  { name: "SLOW", title: "Slow", meaning: "Every answer is late.", match: "milliseconds" },
  { name: "UNREACHABLE", title: "Unreachable", meaning: "Nothing is answered.", match: null },
];

describe("a practice device in words", () => {
  it("is without power, or can't be reached, or is reachable", () => {
    expect(deviceState(device).word).toBe("reachable");
    expect(deviceState({ ...device, reachable: false })).toEqual({ shape: "failed", word: "can't be reached" });
    expect(deviceState({ ...device, reachable: false, off: true }).word).toBe("without power");
  });

  it("stands first when something is wrong at it", () => {
    const lost = { ...device, name: "dun-gw-a", reachable: false };
    expect(wrongFirst([device, lost]).map((d) => d.name)).toEqual(["dun-gw-a", "brn-gw-a"]);
  });

  it("names the faults that are on and what they are about", () => {
    expect(faultsInWords(device, faults)).toBe("");
    expect(
      faultsInWords(
        {
          ...device,
          faults: [
            { name: "SLOW", match: "900" },
            { name: "UNREACHABLE", match: "" },
          ],
        },
        faults,
      ),
    ).toBe("Slow (900), Unreachable");
  });
});
