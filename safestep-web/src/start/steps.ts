import type { Schemas } from "../api/client";

export type Preparation = Schemas["NowViewPreparation"];

/** The steps of a first start. What each needs is told by the server under the page on which it is done later. */
export const steps = [
  { key: "administrator", title: "You", path: null },
  { key: "network", title: "The network", path: "/settings/network" },
  { key: "mail", title: "Mail", path: "/settings/mail" },
  { key: "credential", title: "A credential for devices", path: "/credentials/new" },
  { key: "devices", title: "Devices", path: "/bring-in" },
] as const;

export type Step = (typeof steps)[number];

export const stepOf = (key: string | undefined): Step | undefined => steps.find((s) => s.key === key);

export const after = (step: Step): Step | undefined => steps[steps.indexOf(step) + 1];

/** How far a step is; whoever sees this page has come in, and what nothing is said of is there. */
export function standing(step: Step, items: Preparation[]): Preparation["standing"] {
  const item = step.path === null ? undefined : items.find((i) => i.path === step.path);
  return item?.standing ?? "DONE";
}

/** The first step that waits for somebody; what can wait is passed over. */
export function next(items: Preparation[]): Step {
  return steps.find((s) => standing(s, items) === "NOT_YET") ?? steps[steps.length - 1]!;
}

/** For those who can't see the mark of a step. */
export const marks: Partial<Record<Preparation["standing"], string>> = {
  DONE: "there",
  NOT_YET: "missing",
  BLOCKED: "something comes first",
  NONE: "can wait",
};
