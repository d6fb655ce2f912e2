import type { GroupRule } from "../api/types";

export const emptyRule: GroupRule = { sites: [], roles: [], platforms: [], namePattern: "", labels: [] };

/** Whether nothing is asked, so that every device would belong. */
export function isEmptyRule(rule: GroupRule): boolean {
  return (
    rule.sites.length + rule.roles.length + rule.platforms.length + rule.labels.length === 0 && !rule.namePattern.trim()
  );
}

/** What somebody should know of a rule before they save it; empty when there is nothing. */
export function warning(rule: GroupRule, holds: number, all: number): string {
  if (isEmptyRule(rule)) {
    return "Say at least one condition.";
  }
  if (holds === 0) {
    return "No device fits: look at the conditions, or leave it for devices that come later.";
  }
  return holds === all && all > 1 ? "Every device fits: is that what is meant?" : "";
}
