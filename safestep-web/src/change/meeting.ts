import type { MeetingChange, RiskLevel } from "../api/types";
import { dateOf } from "../ui/time";

/** Which changes a meeting is about. */
export interface Choice {
  /** A team that is asked for an approval; null for whoever is asked. */
  team: number | null;
  /** At least this. */
  risk: RiskLevel;
  /** When the window opens into which they fit first; null for any. */
  fits: string | null;
}

export const everything: Choice = { team: null, risk: "LOW", fits: null };

const levels: RiskLevel[] = ["LOW", "RAISED", "HIGH"];

export const chosenOf = (all: MeetingChange[], choice: Choice): MeetingChange[] =>
  all.filter(
    (c) =>
      (choice.team === null || c.teams.includes(choice.team)) &&
      levels.indexOf(c.risk) >= levels.indexOf(choice.risk) &&
      (choice.fits === null || c.fits === choice.fits),
  );

/** The next of them, or the one before; the first where the one that is shown is no longer among them. */
export function stepTo(numbers: number[], shown: number | undefined, by: 1 | -1): number | undefined {
  const at = shown === undefined ? -1 : numbers.indexOf(shown);
  return at < 0 ? numbers[0] : numbers[Math.min(numbers.length - 1, Math.max(0, at + by))];
}

/** The day after, in the zone of the network. */
export const tomorrow = (now: Date): string => dateOf(now.getTime() + 86_400_000);
