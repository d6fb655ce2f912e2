import type { RunControl } from "../api/types";
import { phaseWords } from "../ui/words";

const deeds: Record<string, string> = {
  PAUSE: "asked to pause",
  RESUME: "let the run go on",
  STOP: "asked to stop and roll back",
  SKIP: "left it out",
  RETRY: "asked for it once more",
  OVERRIDE: "overrode a failure",
  LENGTHEN: "lengthened the window",
  RETRY_WAY_BACK: "tried the way back once more",
  ACCEPT: "left the devices as they are",
};

/** What a person did to a run, in a sentence. */
export function controlWords(c: RunControl): string {
  const about = [c.device, c.phase && phaseWords[c.phase].toLowerCase()].filter(Boolean).join(", ");
  const second = c.secondedBy ? `, with ${c.secondedBy}` : c.waitsForSecond ? ", proposed; nobody has agreed" : "";
  return `${c.askedBy} ${deeds[c.kind] ?? c.kind.toLowerCase()}${about && ` (${about})`}${second}${
    c.reason && `: ${c.reason}`
  }`;
}
