import { useQuery } from "@tanstack/react-query";
import { api } from "../api/client";
import type { DeviceRow, Platform, Pool, Template } from "../api/types";

export const useTemplates = () =>
  useQuery({ queryKey: ["templates"], queryFn: () => api.get<Template[]>("/api/templates") });

export const usePools = () => useQuery({ queryKey: ["pools"], queryFn: () => api.get<Pool[]>("/api/pools") });

export const usePlatforms = () =>
  useQuery({ queryKey: ["platforms"], queryFn: () => api.get<Platform[]>("/api/platforms"), staleTime: 300_000 });

/** One version of a template, as a change keeps it. */
export const useTemplateVersion = (versionId: number | null) =>
  useQuery({
    queryKey: ["template-version", versionId],
    queryFn: () => api.get<Template>(`/api/templates/versions/${versionId}`),
    enabled: versionId !== null,
  });

export const useDevices = () =>
  useQuery({ queryKey: ["devices"], queryFn: () => api.get<DeviceRow[]>("/api/devices") });
