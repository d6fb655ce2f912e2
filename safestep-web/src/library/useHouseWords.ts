import { useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import { api, told } from "../api/client";
import { keys } from "../api/keys";
import { useGroups, useSites } from "../api/shared";
import type { HouseWords } from "./approvalRules";

export const useTeams = () => useQuery({ queryKey: keys.teams, queryFn: () => told(api.GET("/api/teams")) });

export const usePeople = () => useQuery({ queryKey: keys.people, queryFn: () => told(api.GET("/api/people")) });

/** How those are called of whom approval rules speak. */
export function useHouseWords(): HouseWords {
  const sites = useSites().data;
  const groups = useGroups().data;
  const teams = useTeams().data;
  const people = usePeople().data;
  return useMemo(
    () => ({
      sites: new Map(sites?.map((s) => [s.id, s.name])),
      groups: new Map(groups?.map((g) => [g.id, g.name])),
      teams: new Map(teams?.map((t) => [t.id, t.name])),
      people: new Map(people?.map((p) => [p.login, p.name])),
    }),
    [sites, groups, teams, people],
  );
}
