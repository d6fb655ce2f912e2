import type { Backup } from "../api/types";
import { zonedTime } from "../ui/time";

/** A version on a line of time. */
export interface Mark {
  version: Backup;
  /** Pixels from the left. */
  x: number;
}

/** So far apart are two marks at least, so that a finger finds each. */
export const spacing = 30;

/**
 * Where versions stand on a line of time: as far apart as their times, but never closer than a finger. The newest stands at
 * the right end.
 *
 * @param versions newest first
 * @param width of the line; it gets longer when there are too many
 */
export function marks(versions: Backup[], width: number): { marks: Mark[]; width: number } {
  if (versions.length === 0) {
    return { marks: [], width };
  }
  const whole = Math.max(width, versions.length * spacing);
  const inner = whole - spacing;
  const newest = new Date(versions[0]!.takenAt).getTime();
  const oldest = new Date(versions[versions.length - 1]!.takenAt).getTime();
  const span = Math.max(1, newest - oldest);
  const placed: Mark[] = [];
  let limit = inner;
  versions.forEach((version, i) => {
    const byTime = ((new Date(version.takenAt).getTime() - oldest) / span) * inner;
    const room = (versions.length - 1 - i) * spacing;
    const x = Math.max(room, Math.min(byTime, limit));
    placed.push({ version, x: Math.round(x + spacing / 2) });
    limit = x - spacing;
  });
  return { marks: placed.reverse(), width: whole };
}

/** The version before, of the same configuration; null for the first. */
export function before(versions: Backup[], version: Backup): Backup | null {
  const same = versions.filter((v) => v.kind === version.kind && v.file === version.file);
  return same[same.findIndex((v) => v.id === version.id) + 1] ?? null;
}

/**
 * What was in force at a moment.
 *
 * @param versions of one configuration, newest first
 * @param local a time on the wall of the network's zone, such as 2026-11-27T09:30; anything else gives nothing
 */
export function asOf(versions: Backup[], local: string): Backup | undefined {
  if (!/^\d{4}-\d\d-\d\dT\d\d:\d\d/.test(local)) {
    return undefined;
  }
  const moment = new Date(zonedTime(local.slice(0, 10), local.slice(11, 16))).getTime();
  return versions.find((v) => new Date(v.takenAt).getTime() <= moment);
}
