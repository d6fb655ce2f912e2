import { useQuery } from "@tanstack/react-query";
import { api, told } from "../api/client";
import { keys } from "../api/keys";

export const useTemplates = () =>
  useQuery({ queryKey: keys.templates, queryFn: () => told(api.GET("/api/templates")) });

export const usePools = () => useQuery({ queryKey: keys.pools, queryFn: () => told(api.GET("/api/pools")) });

/** One version of a template, as a change keeps it. */
export const useTemplateVersion = (versionId: number | null) =>
  useQuery({
    queryKey: keys.templateVersion(versionId),
    queryFn: () => told(api.GET("/api/templates/versions/{id}", { params: { path: { id: versionId! } } })),
    enabled: versionId !== null,
  });

export const useLibraryChecks = () => useQuery({ queryKey: keys.checks, queryFn: () => told(api.GET("/api/checks")) });

export const useCheckSets = () =>
  useQuery({ queryKey: keys.checkSets, queryFn: () => told(api.GET("/api/check-sets")) });

export const useServices = () => useQuery({ queryKey: keys.services, queryFn: () => told(api.GET("/api/services")) });

/** A standard change with its bounds. */
export const useStandard = (id: number | null) =>
  useQuery({
    queryKey: keys.standard(id),
    queryFn: () => told(api.GET("/api/standard-changes/{id}", { params: { path: { id: id! } } })),
    enabled: id !== null,
  });

/** The read commands that platform profiles name. */
export const useReadable = () =>
  useQuery({
    queryKey: keys.readable,
    queryFn: () => told(api.GET("/api/checks/reads")),
    staleTime: 300_000,
  });
