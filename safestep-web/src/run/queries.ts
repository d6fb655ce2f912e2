import { useQuery } from "@tanstack/react-query";
import { api } from "../api/client";
import type { Run } from "../api/types";

/** The runs of a change, the newest first; asked for again while one goes on. */
export const useRuns = (number: number) =>
  useQuery({
    queryKey: ["change", String(number), "runs"],
    queryFn: () => api.get<Run[]>(`/api/changes/${number}/runs`),
    refetchInterval: (query) => (query.state.data?.some((r) => !r.endedAt) ? 5_000 : false),
  });
