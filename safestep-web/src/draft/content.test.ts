import { describe, expect, it } from "vitest";
import { blankCheck } from "../check/checks";
import { type Content, differs, linesFor, request } from "./content";
import { usualOrder } from "./order";

const content: Content = {
  version: 4,
  title: "Camera VLAN",
  reason: "Twelve cameras arrive on Friday.",
  undoAccepted: false,
  restoresStartup: false,
  groups: [],
  targets: [linesFor("brn-ac-1", "vlan 70\n")],
  checks: [blankCheck],
  sheets: [],
  order: usualOrder,
  emergencyReason: null,
  requestedBy: "",
  requesterMail: "",
  outsideReference: "",
  standard: null,
};

describe("what an author has typed", () => {
  it("is told from what is stored by anything but the version", () => {
    expect(differs(content, { ...content, version: 5 })).toBe(false);
    expect(differs(content, { ...content, title: "Camera VLANs" })).toBe(true);
    expect(differs(content, { ...content, targets: [linesFor("brn-ac-1", "vlan 71\n")] })).toBe(true);
    expect(differs(content, { ...content, checks: [] })).toBe(true);
  });

  it("is sent without empty values", () => {
    const sent = request({
      ...content,
      checks: [{ ...blankCheck, read: "ping", arguments: { address: "10.77.8.20" }, expectation: "REACHABLE" }],
    });
    expect(sent.checks[0]).toMatchObject({ arguments: { address: "10.77.8.20" }, value: null, name: null });
    expect(sent.version).toBe(4);
  });
});
