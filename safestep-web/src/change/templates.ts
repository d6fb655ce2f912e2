import type { Common } from "./common";
import type { Target } from "../draft/content";

/** The values of several devices for one template as a grid. */
export function commonOfValues(targets: Target[], names: string[]): Common {
  return {
    devices: targets.map((t) => t.device),
    text: names.map((n) => `{{ ${n} }}`).join("\n"),
    values: Object.fromEntries(names.map((n) => [n, targets.map((t) => t.values[n] ?? "")])),
  };
}

/** The values of one device in a grid; what is empty is not there. */
export function valuesOf(common: Common, device: string): Record<string, string> {
  const row = common.devices.indexOf(device);
  return Object.fromEntries(
    Object.entries(common.values)
      .map(([name, column]) => [name, column[row]?.trim() ?? ""] as const)
      .filter(([, value]) => value),
  );
}
