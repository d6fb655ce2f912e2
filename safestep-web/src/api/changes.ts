import { useQuery } from "@tanstack/react-query";
import { api, told } from "./client";
import { keys } from "./keys";

/** The list of changes, for every page that shows something of it. */
export const useChanges = (refetchInterval?: number) =>
  useQuery({ queryKey: keys.changes, queryFn: () => told(api.GET("/api/changes")), refetchInterval });
