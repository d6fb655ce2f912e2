import { useQuery } from "@tanstack/react-query";
import { api, told } from "./client";
import { keys } from "./keys";

/** The changes that are not over, for every page that shows something of them. */
export const useOpenChanges = (refetchInterval?: number) =>
  useQuery({ queryKey: keys.changes, queryFn: () => told(api.GET("/api/changes")), refetchInterval });

/** Those that are over: thousands of them, sent again only when another one has ended. */
export const useEndedChanges = (refetchInterval?: number) =>
  useQuery({ queryKey: keys.endedChanges, queryFn: () => told(api.GET("/api/changes/ended")), refetchInterval });
