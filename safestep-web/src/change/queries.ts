import { useQuery } from "@tanstack/react-query";
import { api } from "../api/client";
import type { Approval, Build, Change, Next, Placement, ReadCommand, RecordEntry } from "../api/types";

export const useChange = (number: string) =>
  useQuery({
    queryKey: ["change", number],
    queryFn: () => api.get<Change>(`/api/changes/${number}`),
    refetchInterval: 5_000,
  });

/** What the change waits for, and how far each rung is, as the person who is signed in may see to it. */
export const useNext = (number: number) =>
  useQuery({
    queryKey: ["change", String(number), "next"],
    queryFn: () => api.get<Next>(`/api/changes/${number}/next`),
    refetchInterval: 5_000,
  });

export const useApprovals = (number: number) =>
  useQuery({
    queryKey: ["change", String(number), "approvals"],
    queryFn: () => api.get<Approval[]>(`/api/changes/${number}/approvals`),
  });

export const usePlacement = (number: number) =>
  useQuery({
    queryKey: ["change", String(number), "booking"],
    queryFn: () => api.get<Placement>(`/api/changes/${number}/booking`),
    refetchInterval: 10_000,
  });

export const useBuild = (number: number, device: string | undefined, version: number) =>
  useQuery({
    queryKey: ["change", String(number), "build", device, version],
    queryFn: () => api.get<Build>(`/api/changes/${number}/devices/${device}`),
    enabled: !!device,
    staleTime: Infinity,
  });

export const useReads = (device: string | undefined) =>
  useQuery({
    queryKey: ["reads", device],
    queryFn: () => api.get<ReadCommand[]>(`/api/devices/${device}/reads`),
    enabled: !!device,
    staleTime: Infinity,
  });

export const useRecord = (subject: string) =>
  useQuery({
    queryKey: ["record", subject],
    queryFn: () => api.get<RecordEntry[]>(`/api/record?subject=${encodeURIComponent(subject)}`),
  });
