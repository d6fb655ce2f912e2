import { useCallback, useState } from "react";
import type { Change } from "../api/types";

/** Which differences of a change this person has opened, as long as its content stays the same. */
export function useOpened(change: Change): { unopened: Set<string>; open: (device: string) => void } {
  const key = `opened ${change.number} ${change.seal ?? change.version}`;
  const [opened, setOpened] = useState<{ key: string; devices: string[] }>(() => ({ key, devices: read(key) }));
  const devices = opened.key === key ? opened.devices : read(key);
  const open = useCallback(
    (device: string) =>
      setOpened((old) => {
        const before = old.key === key ? old.devices : read(key);
        if (before.includes(device)) {
          return old.key === key ? old : { key, devices: before };
        }
        const after = [...before, device];
        sessionStorage.setItem(key, JSON.stringify(after));
        return { key, devices: after };
      }),
    [key],
  );
  const unopened = new Set(change.targets.map((t) => t.device).filter((d) => !devices.includes(d)));
  return { unopened, open };
}

function read(key: string): string[] {
  try {
    const stored: unknown = JSON.parse(sessionStorage.getItem(key) ?? "[]");
    return Array.isArray(stored) ? stored.filter((d): d is string => typeof d === "string") : [];
  } catch {
    // Somebody else wrote there: everything counts as not opened.
    return [];
  }
}
