import type { ConfigRule, RuleBroken, RuleKind } from "../api/types";
import type { Shape } from "../ui/Glyph";
import { count } from "../ui/words";

export const ruleKinds: Record<RuleKind, { title: string; lines: string }> = {
  MUST_CONTAIN: { title: "must contain", lines: "Lines that have to be there" },
  MUST_NOT_CONTAIN: { title: "must not contain", lines: "Lines that must not be there" },
  MUST_MATCH: { title: "must match", lines: "Lines that have to match the pattern" },
};

export type RuleContent = ConfigRule["content"];

export const blankContent: RuleContent = { kind: "MUST_CONTAIN", inside: [], lines: [], pattern: "", parameters: {} };

/** "name=value" in each line. */
export function parameters(text: string): Record<string, string> {
  return Object.fromEntries(
    text
      .split("\n")
      .map((l) => l.trim())
      .filter((l) => l.includes("="))
      .map((l) => [l.slice(0, l.indexOf("=")).trim(), l.slice(l.indexOf("=") + 1).trim()]),
  );
}

export const parametersText = (values: Record<string, string>) =>
  Object.entries(values)
    .map(([name, value]) => `${name}=${value}`)
    .join("\n");

export const linesOf = (text: string) =>
  text
    .split("\n")
    .map((l) => l.trim())
    .filter(Boolean);

/** A rule in one sentence. */
export function ruleInWords(c: RuleContent): string {
  const lines = c.lines.length === 1 ? `“${c.lines[0]}”` : `${c.lines.length} lines`;
  const where = c.inside.length > 0 ? `in ${c.inside.join(" › ")}: ` : "";
  return c.kind === "MUST_MATCH"
    ? `${where}${lines} must match ${c.pattern}`
    : `${where}${ruleKinds[c.kind].title} ${lines}`;
}

/** The lines that would mend a device, and how many breaches have none. */
export function mending(broken: RuleBroken): { lines: string; without: number } {
  return {
    lines: broken.breaches.flatMap((b) => b.mend).join("\n"),
    without: broken.breaches.filter((b) => b.mend.length === 0).length,
  };
}

const isLookedFor = (r: ConfigRule) => r.active && r.lookedAt === null;

/** How soon rules are asked for again: at once while the devices of one are still looked at. */
export const lookedFor = (rules: ConfigRule[], usual: number) => (rules.some(isLookedFor) ? 1_000 : usual);

/** How it stands with a rule; nothing is said to be kept that was not looked at. */
export function standing(r: ConfigRule): { shape: Shape; word: string } {
  if (!r.active) {
    return { shape: "dot", word: "not switched on" };
  }
  if (isLookedFor(r)) {
    return { shape: "going", word: "looking at its devices" };
  }
  const unread = r.unread > 0 ? `, ${count(r.unread, "device")} without a backup` : "";
  const excepted = r.exceptions.filter((e) => !e.over).length;
  if (r.brokenCount > 0) {
    return { shape: "failed", word: `${r.brokenCount} of ${r.checked} break it${unread}` };
  }
  if (r.checked === 0) {
    return { shape: "dot", word: `nothing to look at${unread}` };
  }
  return excepted > 0
    ? { shape: "done", word: `kept, but for ${count(excepted, "exception")}${unread}` }
    : { shape: "done", word: `${r.checked === 1 ? "1 device keeps" : `all ${r.checked} keep`} it${unread}` };
}
