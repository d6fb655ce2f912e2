import { describe, expect, it, test } from "vitest";
import type { CheckDefinition, Readable } from "../api/types";
import { blankCheck, checkRequest, choiceOf, draftOf, expectations, expectationsOf, lookingAt } from "./checks";

const ping: Readable = { name: "ping", title: "Ping from the device", arguments: ["address"], platforms: [] };
const routes: Readable = { name: "routes", title: "Routes", arguments: [], platforms: [] };

describe("a check", () => {
  it("is the same after a way through the form", () => {
    const definition: CheckDefinition = {
      name: "Routes of the pier",
      look: { kind: "READ", read: "routes", arguments: {}, from: null, question: null },
      extraction: {
        kind: "COLUMNS",
        expression: null,
        columns: ["Prefix", "Next hop"],
        only: "^10",
        masked: ["\\d+:\\d+", "age"],
        number: false,
      },
      expectation: "CONTAINS",
      value: "10.77.41.0/24",
      before: "FAILS",
      notYetUntil: 1007,
      settleSeconds: 20,
      everySeconds: 5,
      staysSeconds: 30,
      severity: "WARN",
      devices: ["brn-gw-a"],
    };
    const { look, ...rest } = definition;
    expect(checkRequest(draftOf(definition, "Pier"))).toEqual({ ...rest, ...look, library: "Pier" });
  });

  it("leaves out what belongs to another kind", () => {
    const sent = checkRequest({
      ...blankCheck,
      kind: "SAVED",
      expectation: "SAVED",
      value: "left over",
      arguments: { address: "10.77.8.20" },
      extraction: { ...blankCheck.extraction, expression: "left over" },
    });
    expect(sent).toMatchObject({ read: null, arguments: {}, value: null });
    expect(sent.extraction.expression).toBeNull();
  });

  it("takes the number of a change however it is typed, and what is none is told by the server", () => {
    const until = (notYetUntil: string) => checkRequest({ ...blankCheck, notYetUntil }).notYetUntil;
    expect([until("CR-1007"), until(" cr1007"), until("1007"), until(""), until("soon")]).toEqual([
      1007,
      1007,
      1007,
      null,
      0,
    ]);
  });

  it("expects what can be expected of what it looks at", () => {
    const pinged = lookingAt({ ...blankCheck, arguments: { port: "22", address: "10.77.8.20" } }, "READ", ping);
    expect(pinged).toMatchObject({ expectation: "REACHABLE", before: "PASSES", arguments: { address: "10.77.8.20" } });
    expect(lookingAt(pinged, "CONFIRM", undefined)).toMatchObject({ expectation: "CONFIRMED", settleSeconds: 900 });
    expect(lookingAt({ ...blankCheck, expectation: "AT_LEAST" }, "READ", routes).expectation).toBe("AT_LEAST");
    for (const kind of ["READ", "LOG", "TCP", "SAVED", "CONFIRM", "REACHABLE"] as const) {
      expect(expectationsOf(kind)).not.toHaveLength(0);
    }
  });
});

test("what is written beside an expectation has a field, and a place in its words", () => {
  for (const [name, e] of Object.entries(expectations)) {
    expect(e.words.includes("{value}"), name).toBe(e.asked !== null);
  }
  expect(choiceOf("ABSENT")).toBe("has no");
  expect(choiceOf("WITHIN_SHARE")).toBe("within … % of before");
});
