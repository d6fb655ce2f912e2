import type { CommonText } from "../api/types";

/** Several devices written as one text: the text, and for each name in it a value per device. */
export interface Common {
  devices: string[];
  text: string;
  values: Record<string, string[]>;
}

const placeholder = /\{\{\s*([a-z_][a-z0-9_]*)\s*\}\}/gi;

export function commonOf(found: CommonText): Common {
  return {
    devices: found.devices,
    text: found.text,
    values: Object.fromEntries(found.variables.map((v) => [v.name, v.values])),
  };
}

/** The names that stand in a text, in the order of their first use. */
export function namesIn(text: string): string[] {
  return [...new Set([...text.matchAll(placeholder)].map((m) => m[1]!))];
}

/** The lines of one device. A name without a value stays, so that it is seen as missing. */
export function linesOf(common: Common, device: string): string {
  const index = common.devices.indexOf(device);
  return common.text.replace(placeholder, (whole, name: string) => common.values[name]?.[index]?.trim() || whole);
}

export function withText(common: Common, text: string): Common {
  const values = { ...common.values };
  for (const name of namesIn(text)) {
    values[name] ??= common.devices.map(() => "");
  }
  return { ...common, text, values };
}

export function withValue(common: Common, name: string, device: string, value: string): Common {
  const index = common.devices.indexOf(device);
  const column = (common.values[name] ?? common.devices.map(() => "")).map((v, i) => (i === index ? value : v));
  return { ...common, values: { ...common.values, [name]: column } };
}

/** Takes a table from the clipboard into the grid: rows go down from one device, columns right from one name. */
export function withTable(common: Common, name: string, device: string, pasted: string): Common {
  const names = namesIn(common.text);
  const rows = pasted.replace(/\n$/, "").split(/\r?\n/);
  let filled = common;
  rows.forEach((row, down) => {
    row.split("\t").forEach((value, right) => {
      const column = names[names.indexOf(name) + right];
      const to = common.devices[common.devices.indexOf(device) + down];
      if (column && to) {
        filled = withValue(filled, column, to, value.trim());
      }
    });
  });
  return filled;
}

const address = /^\d{1,3}(\.\d{1,3}){3}(\/\d{1,2})?$/;

/** Addresses that stand at two devices: often a copy that was not changed. */
export function repeated(common: Common, name: string): Set<string> {
  const seen = new Set<string>();
  const twice = new Set<string>();
  for (const value of common.values[name] ?? []) {
    if (address.test(value) && seen.has(value)) {
      twice.add(value);
    }
    seen.add(value);
  }
  return twice;
}

/** A sheet as it was read: the first row holds the headings. */
export interface ValueTable {
  headings: string[];
  rows: string[][];
}

const identifier = (heading: string) =>
  heading
    .trim()
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "_")
    .replace(/^_+|_+$/g, "");

/**
 * Takes values from a sheet: the column Device says for which device, every other heading is a name. Whatever has no place
 * is told and left out.
 */
export function withSheet(common: Common, table: ValueTable): { common: Common; notes: string[] } {
  const names = namesIn(common.text);
  const columns = table.headings.map(identifier);
  const deviceColumn = columns.indexOf("device");
  if (deviceColumn < 0) {
    return { common, notes: ["The sheet has no column with the heading Device. Nothing was taken."] };
  }
  const notes: string[] = [];
  const strange = table.headings.filter((_, i) => i !== deviceColumn && !names.includes(columns[i]!));
  if (strange.length > 0) {
    notes.push(`Not a name in the text, left out: ${strange.join(", ")}.`);
  }
  let filled = common;
  const seen = new Set<string>();
  for (const row of table.rows) {
    const device = row[deviceColumn] ?? "";
    if (!common.devices.includes(device) || seen.has(device)) {
      notes.push(
        seen.has(device)
          ? `${device} stands twice; the first row counts.`
          : `${device || "A row without a device"} is not among these devices.`,
      );
      continue;
    }
    seen.add(device);
    columns.forEach((name, i) => {
      if (names.includes(name) && row[i]) {
        filled = withValue(filled, name, device, row[i]!);
      }
    });
  }
  const missing = common.devices.filter((d) => !seen.has(d));
  if (missing.length > 0) {
    notes.push(`No row for ${missing.join(", ")}.`);
  }
  return { common: filled, notes };
}
