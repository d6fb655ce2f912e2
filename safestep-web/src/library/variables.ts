import type { PoolKind, TemplateProblem, Variable, VariableType } from "../api/types";

/** What a variable takes, in words of the form. */
export const variableTypes: Record<VariableType, string> = {
  TEXT: "text",
  ADDRESS: "address",
  INTERFACE_ADDRESS: "address with length",
  PREFIX: "prefix",
  VLAN: "VLAN",
  INTERFACE: "interface of the device",
  NUMBER: "number",
  CHOICE: "choice",
  SECRET: "secret",
};

/** Which pools can give a value of a type. */
export const poolKindsFor: Record<VariableType, PoolKind[]> = {
  TEXT: ["ADDRESS", "PREFIX", "VLAN", "NUMBER"],
  ADDRESS: ["ADDRESS", "PREFIX"],
  INTERFACE_ADDRESS: ["ADDRESS", "PREFIX"],
  PREFIX: ["PREFIX"],
  VLAN: ["VLAN"],
  NUMBER: ["NUMBER"],
  INTERFACE: [],
  CHOICE: [],
  SECRET: [],
};

export const poolKinds: Record<PoolKind, string> = {
  ADDRESS: "addresses",
  PREFIX: "prefixes",
  VLAN: "VLANs",
  NUMBER: "numbers",
};

const guesses: [RegExp, VariableType][] = [
  [/vlan/, "VLAN"],
  [/secret|password|key$/, "SECRET"],
  [/prefix|network|subnet/, "PREFIX"],
  [/interface|port$/, "INTERFACE"],
  [/gateway|server|neighbour/, "ADDRESS"],
  [/address|^ip/, "INTERFACE_ADDRESS"],
  [/number|^id$|_id$|^mtu$|cost|priority/, "NUMBER"],
];

/** A new variable; its name says what it could be. */
export function variableCalled(name: string): Variable {
  return {
    name,
    type: guesses.find(([pattern]) => pattern.test(name))?.[1] ?? "TEXT",
    description: "",
    preset: "",
    required: true,
    pattern: "",
    choices: [],
    least: null,
    most: null,
    pool: "",
  };
}

/** The names that a template asks for and nobody has described. */
export function undescribed(names: string[], variables: Variable[]): string[] {
  return names.filter((name) => !variables.some((v) => v.name === name));
}

/** What is wrong with one part of a template. */
export const problemsOf = (problems: TemplateProblem[], part: TemplateProblem["part"]) =>
  problems.filter((p) => p.part === part);

/** A whole number as it is typed: nothing, or what can be read. */
export function numberOrNull(text: string): number | null {
  return /^-?\d+$/.test(text.trim()) ? Number(text) : null;
}
