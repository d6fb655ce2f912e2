import { useQuery } from "@tanstack/react-query";
import { api, told } from "../api/client";
import type { Run } from "../api/types";
import { keys } from "../api/keys";

/** What the checks of a run found; asked for again while it goes on. */
export const useRunChecks = (run: Run) =>
  useQuery({
    queryKey: keys.runChecksUntil(run.id, run.endedAt),
    queryFn: () => told(api.GET("/api/runs/{id}/checks", { params: { path: { id: run.id } } })),
    refetchInterval: run.endedAt ? false : 2_000,
  });
