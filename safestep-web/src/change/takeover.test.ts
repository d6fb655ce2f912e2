import { describe, expect, it } from "vitest";
import type { IdentityLine } from "../api/types";
import { choiceOf, kept, leftOut, undecided, WRITTEN } from "./takeover";

const line = (path: string, text: string, own: string[], kind: IdentityLine["kind"] = "ADDRESS"): IdentityLine => ({
  path,
  text,
  own,
  kind,
  number: 1,
});

const lines = [
  line("hostname brn-gw-a", "hostname brn-gw-a", ["hostname brn-gw-c"], "NAME"),
  line("interface vlan 40 › address 10.77.40.2/23", "address 10.77.40.2/23", [
    "address 10.0.0.1/8",
    "address 10.0.0.2/8",
  ]),
  line("user kiosk password ‹secret›", "user kiosk password ‹secret›", [], "HIDDEN_SECRET"),
];

describe("lines that say who the other device is", () => {
  it("are kept as its own only where that is plain", () => {
    const decisions = kept(lines, {});
    expect(decisions).toEqual({ "hostname brn-gw-a": "hostname brn-gw-c" });
    expect(undecided(lines, decisions)).toHaveLength(2);
    expect(kept(lines, { "hostname brn-gw-a": "" })["hostname brn-gw-a"]).toBe("");
  });

  it("are left out only where nobody decided", () => {
    expect(leftOut(lines, { "hostname brn-gw-a": "hostname x" })).toEqual({
      "hostname brn-gw-a": "hostname x",
      "interface vlan 40 › address 10.77.40.2/23": "",
      "user kiosk password ‹secret›": "",
    });
  });

  it("show which choice was made", () => {
    expect(choiceOf(lines[1]!, undefined)).toBe("");
    expect(choiceOf(lines[1]!, "")).toBe("=");
    expect(choiceOf(lines[1]!, "address 10.0.0.2/8")).toBe("=address 10.0.0.2/8");
    expect(choiceOf(lines[1]!, "address 10.9.9.9/8")).toBe(WRITTEN);
    expect(choiceOf(lines[2]!, "user kiosk password ‹secret›")).toBe(WRITTEN);
  });
});
