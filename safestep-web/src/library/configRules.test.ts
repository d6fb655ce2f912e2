import { expect, test } from "vitest";
import type { ConfigRule, RuleBroken } from "../api/types";
import { linesOf, lookedFor, mending, parameters, parametersText, ruleInWords, standing } from "./configRules";

test("parameters are read and written line by line", () => {
  expect(parameters("source=10.77.8.20\n\n vlan = 40 \nnothing")).toEqual({ source: "10.77.8.20", vlan: "40" });
  expect(parametersText({ a: "1", b: "x=y" })).toBe("a=1\nb=x=y");
  expect(parameters("b=x=y")).toEqual({ b: "x=y" });
});

test("a rule in a sentence", () => {
  expect(
    ruleInWords({
      kind: "MUST_NOT_CONTAIN",
      inside: ["interface port *"],
      lines: ["disabled"],
      pattern: "",
      parameters: {},
    }),
  ).toBe("in interface port *: must not contain “disabled”");
  expect(ruleInWords({ kind: "MUST_MATCH", inside: [], lines: ["a", "b"], pattern: "x.*", parameters: {} })).toBe(
    "2 lines must match x.*",
  );
  expect(linesOf(" a \n\n b")).toEqual(["a", "b"]);
});

test("the lines that mend a device", () => {
  const broken = {
    breaches: [{ mend: ["interface port 1", "  mtu 1500"] }, { mend: [] }, { mend: ["no x"] }],
  } as unknown as RuleBroken;
  expect(mending(broken)).toEqual({ lines: "interface port 1\n  mtu 1500\nno x", without: 1 });
});

test("nothing is said to be kept that was not looked at", () => {
  const rule = (some: Partial<ConfigRule>) =>
    ({ active: true, brokenCount: 0, checked: 12, unread: 0, exceptions: [], lookedAt: null, ...some }) as ConfigRule;
  const looked = { lookedAt: "2026-03-01T01:00:00Z" };
  expect(standing(rule({})).word).toBe("looking at its devices");
  expect(standing(rule({ active: false })).word).toBe("not switched on");
  expect(standing(rule(looked)).word).toBe("all 12 keep it");
  expect(standing(rule({ ...looked, brokenCount: 9, unread: 2 })).word).toBe(
    "9 of 12 break it, 2 devices without a backup",
  );
  expect(standing(rule({ ...looked, checked: 0 })).word).toBe("nothing to look at");
  expect(standing(rule({ ...looked, exceptions: [{ over: false }] as ConfigRule["exceptions"] })).word).toBe(
    "kept, but for 1 exception",
  );
  expect(lookedFor([rule(looked)], 5_000)).toBe(5_000);
  expect(lookedFor([rule(looked), rule({})], 5_000)).toBe(1_000);
});
