import type { Practice } from "../api/types";
import type { Shape } from "../ui/Glyph";

export function deviceState(device: Practice["devices"][number]): { shape: Shape; word: string } {
  if (device.off) {
    return { shape: "notyet", word: "without power" };
  }
  return device.reachable ? { shape: "done", word: "reachable" } : { shape: "failed", word: "can't be reached" };
}

/** The faults that are on, by their titles and what they are about. */
export function faultsInWords(device: Practice["devices"][number], faults: Practice["faults"]): string {
  return device.faults
    .map((on) => {
      const title = faults.find((f) => f.name === on.name)?.title ?? on.name;
      return on.match ? `${title} (${on.match})` : title;
    })
    .join(", ");
}

export function isWrong(device: Practice["devices"][number]): boolean {
  return device.faults.length > 0 || device.off || !device.reachable;
}

/** Devices at which something is wrong stand first; the others keep their order. */
export function wrongFirst(devices: Practice["devices"]): Practice["devices"] {
  return [...devices.filter(isWrong), ...devices.filter((d) => !isWrong(d))];
}
