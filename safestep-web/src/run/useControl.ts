import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api } from "../api/client";
import type { Change, Run } from "../api/types";

interface Press {
  /** Beneath the run, such as `pause`. */
  path: string;
  body?: unknown;
}

/** Does something to a run, and shows what came of it. */
export function useControl(run: Run, change: Change, onDone?: () => void) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ path, body }: Press) => api.post<Run>(`/api/runs/${run.id}/${path}`, body),
    onSuccess: onDone,
    onSettled: () => client.invalidateQueries({ queryKey: ["change", String(change.number)] }),
  });
}
