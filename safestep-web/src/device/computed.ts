import type { DeviceState } from "../api/types";
import type { Shape } from "../ui/Glyph";
import vocabulary from "../api/vocabulary.json";

type State = { shape: Shape; word: string };

export function interfaceState(i: DeviceState["interfaces"][number]): State {
  if (!i.known) {
    return { shape: "dot", word: "not known" };
  }
  if (i.up) {
    return { shape: "done", word: "up" };
  }
  return i.reason === "It is disabled." ? { shape: "blocked", word: "disabled" } : { shape: "failed", word: "down" };
}

/** Full, or two-way between two that are neither designated router, is as it should be (RFC 2328, section 10.4). */
export function adjacency(n: DeviceState["neighbours"][number]): State {
  if (n.state === "FULL" || (n.state === "TWO_WAY" && !n.reason)) {
    return { shape: "done", word: vocabulary.adjacencies[n.state] };
  }
  return { shape: "failed", word: vocabulary.adjacencies[n.state] };
}

export function sessionState(s: DeviceState["sessions"][number]): State {
  switch (s.state) {
    case "ESTABLISHED":
      return { shape: "done", word: vocabulary.sessions[s.state] };
    case "UNKNOWN":
      return { shape: "dot", word: "not known" };
    default:
      return { shape: "failed", word: vocabulary.sessions[s.state] };
  }
}

export function gatewayRole(g: DeviceState["gateways"][number]): State {
  switch (g.role) {
    case "ACTIVE":
      return { shape: "done", word: vocabulary.gatewayRoles[g.role] };
    case "STANDBY":
      return { shape: "notyet", word: vocabulary.gatewayRoles[g.role] };
    default:
      return { shape: "failed", word: vocabulary.gatewayRoles[g.role] };
  }
}

function count(number: number, one: string, many: string): string {
  return `${number} ${number === 1 ? one : many}`;
}

/** What matters of a device, in one sentence. */
export function summary(state: DeviceState): string {
  const down = state.interfaces.filter((i) => interfaceState(i).shape === "failed");
  const unknown = state.interfaces.filter((i) => !i.known).length;
  const lost = state.neighbours.filter((n) => adjacency(n).shape === "failed");
  const broken = state.sessions.filter((s) => sessionState(s).shape === "failed");
  const bad = [
    down.length ? `${count(down.length, "interface is", "interfaces are")} down` : "",
    lost.length ? `${count(lost.length, "OSPF neighbour is", "OSPF neighbours are")} missing` : "",
    broken.length ? `${count(broken.length, "BGP session is", "BGP sessions are")} down` : "",
  ].filter(Boolean);
  const head = bad.length
    ? `${bad.join(", ")}.`
    : unknown
      ? `Nothing is known to be down; whether ${count(unknown, "interface is", "interfaces are")} up is not known.`
      : "Every interface that is meant to be up is up, and every neighbour is there.";
  const left = state.notModelled.length;
  return left ? `${head} ${count(left, "line is", "lines are")} not modelled.` : head;
}

export function hiddenRoutes(found: number, shown: number): string {
  return found > shown ? `Show the other ${found - shown}` : "";
}

/** Where a route comes from, for people. */
export const routeSources: Record<DeviceState["routes"][number]["source"], string> = vocabulary.routeSources;
