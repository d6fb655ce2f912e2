import { useQuery } from "@tanstack/react-query";
import { useCallback, useMemo, useState } from "react";
import { api, told } from "../api/client";
import { keys } from "../api/keys";
import type { Change } from "../api/types";

/**
 * Which differences of a change this person has opened, as long as its content stays the same: the server knows what it has
 * shown to them, on whatever machine.
 */
export function useOpened(change: Change): { unopened: Set<string>; open: (device: string) => void } {
  const shown = useQuery({
    queryKey: keys.openedOf(change.number, change.seal),
    queryFn: () => told(api.GET("/api/changes/{number}/opened", { params: { path: { number: change.number } } })),
  }).data;
  const content = `${change.number} ${change.seal ?? change.version}`;
  const [here, setHere] = useState<{ content: string; devices: string[] }>({ content, devices: [] });
  const open = useCallback(
    (device: string) =>
      setHere((old) => {
        const before = old.content === content ? old.devices : [];
        return before.includes(device) ? old : { content, devices: [...before, device] };
      }),
    [content],
  );
  const unopened = useMemo(() => {
    const opened = new Set([...(shown ?? []), ...(here.content === content ? here.devices : [])]);
    return new Set(change.targets.map((t) => t.device).filter((d) => !opened.has(d)));
  }, [shown, here, content, change.targets]);
  return { unopened, open };
}
