import { expect, test } from "vitest";
import type { RuleBroken } from "../api/types";
import { linesOf, mending, parameters, parametersText, ruleInWords } from "./configRules";

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
