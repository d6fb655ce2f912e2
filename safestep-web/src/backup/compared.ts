/** What stands on the right of a comparison: a stored version, or what a change leaves on the device. */
export type Right = { version: number } | { change: number } | null;

/** @param written as it stands in the address: the id of a version, or cr- and the number of a change */
export function rightOf(written: string | null): Right {
  const change = /^cr-(\d{1,9})$/.exec(written ?? "");
  if (change) {
    return { change: Number(change[1]) };
  }
  return /^\d{1,15}$/.test(written ?? "") && Number(written) > 0 ? { version: Number(written) } : null;
}

/** The opposite of {@link rightOf}. */
export const writtenAs = (right: Right): string =>
  right === null ? "" : "change" in right ? `cr-${right.change}` : String(right.version);

interface Row {
  number: number;
  devices: string[];
  state: string;
}

const over = new Set(["CLOSED", "REJECTED", "WITHDRAWN", "COMPLETED", "ROLLED_BACK"]);

/** Changes that would leave something on the device, the newest first. */
export const changesOf = <R extends Row>(rows: readonly R[], device: string): R[] =>
  rows.filter((r) => r.devices.includes(device) && !over.has(r.state)).sort((a, b) => b.number - a.number);
