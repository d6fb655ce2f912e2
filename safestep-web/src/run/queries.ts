import { useQuery } from "@tanstack/react-query";
import { api, told } from "../api/client";
import { keys } from "../api/keys";

/** The runs of a change, the newest first; asked for again while one goes on. */
export const useRuns = (number: number) =>
  useQuery({
    queryKey: keys.runsOf(number),
    queryFn: () => told(api.GET("/api/changes/{number}/runs", { params: { path: { number } } })),
    refetchInterval: (query) => (query.state.data?.some((r) => !r.endedAt) ? 5_000 : false),
  });
