import type { ApprovalNeed } from "../api/types";
import { count } from "../ui/words";

type Words = Pick<ApprovalNeed, "of" | "howMany" | "missing" | "given" | "devices" | "others">;

/** Whose approval, how much of it is there, and for which devices. */
export function needWords(need: Words): string {
  const of = need.howMany === 1 ? `Approval of ${need.of}` : `${need.howMany} approvals of ${need.of}`;
  if (need.given.length === 0) {
    return of;
  }
  return `${of}: given by ${need.given.join(" and ")}${need.missing > 0 ? `, ${need.missing} missing` : ""}`;
}

/** For which devices, where it is not all of the change. */
export function partWords(need: Pick<ApprovalNeed, "devices" | "others">, all: number): string {
  const many = need.devices.length + need.others;
  if (many === all || many === 0) {
    return "";
  }
  const shown = need.devices.slice(0, 3).join(", ");
  const rest = many - Math.min(3, need.devices.length);
  return `for ${shown || count(rest, "device")}${shown && rest > 0 ? ` and ${count(rest, "other")}` : ""}`;
}
