import { useQuery } from "@tanstack/react-query";
import { api } from "./client";
import type { ListedChange } from "./types";

/** The list of changes, for every page that shows something of it. */
export const useChanges = (refetchInterval?: number) =>
  useQuery({ queryKey: ["changes"], queryFn: () => api.get<ListedChange[]>("/api/changes"), refetchInterval });
