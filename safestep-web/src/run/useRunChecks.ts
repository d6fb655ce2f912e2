import { useQuery } from "@tanstack/react-query";
import { api } from "../api/client";
import type { Run, RunChecks } from "../api/types";

/** What the checks of a run found; asked for again while it goes on. */
export const useRunChecks = (run: Run) =>
  useQuery({
    queryKey: ["run-checks", run.id, run.endedAt],
    queryFn: () => api.get<RunChecks>(`/api/runs/${run.id}/checks`),
    refetchInterval: run.endedAt ? false : 2_000,
  });
