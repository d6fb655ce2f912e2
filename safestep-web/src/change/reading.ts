import { count } from "../ui/words";

/**
 * What somebody who decides has not read yet.
 *
 * @param open how many comments are open, by device
 * @returns a sentence, and the device to open next; null when all of them were opened
 */
export function leftToRead(
  devices: readonly string[],
  unopened: ReadonlySet<string>,
  open: readonly (readonly [string, number])[],
): { sentence: string; next: string | null } {
  const left = devices.filter((d) => unopened.has(d));
  const comments = open.reduce((sum, [, n]) => sum + n, 0);
  const talk = comments > 0 ? ` ${count(comments, "comment")} open: it can’t be approved before.` : "";
  if (left.length === 0) {
    const read = devices.length === 1 ? "You have opened its difference." : "You have opened every difference.";
    return { sentence: read + talk, next: null };
  }
  const all = count(devices.length, "difference");
  return { sentence: `${left.length} of ${all} not opened yet.${talk}`, next: left[0]! };
}
