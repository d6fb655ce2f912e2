import { useQuery } from "@tanstack/react-query";
import { api } from "../api/client";
import type { CheckSet, DeviceRow, LibraryCheck, Platform, Pool, Readable, Service, Template } from "../api/types";

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

export const useLibraryChecks = () =>
  useQuery({ queryKey: ["checks"], queryFn: () => api.get<LibraryCheck[]>("/api/checks") });

export const useCheckSets = () =>
  useQuery({ queryKey: ["check-sets"], queryFn: () => api.get<CheckSet[]>("/api/check-sets") });

export const useServices = () =>
  useQuery({ queryKey: ["services"], queryFn: () => api.get<Service[]>("/api/services") });

/** The read commands that platform profiles name. */
export const useReadable = () =>
  useQuery({
    queryKey: ["readable"],
    queryFn: () => api.get<Readable[]>("/api/checks/reads"),
    staleTime: 300_000,
  });
