import { useQuery } from "@tanstack/react-query";
import { api, told } from "../api/client";
import { keys } from "../api/keys";

export const useChange = (number: string) =>
  useQuery({
    queryKey: keys.change(number),
    queryFn: () => told(api.GET("/api/changes/{number}", { params: { path: { number: Number(number) } } })),
    refetchInterval: 5_000,
  });

/** What the change waits for, and how far each rung is, as the person who is signed in may see to it. */
export const useNext = (number: number) =>
  useQuery({
    queryKey: keys.nextOf(number),
    queryFn: () => told(api.GET("/api/changes/{number}/next", { params: { path: { number } } })),
    refetchInterval: 5_000,
  });

export const useApprovals = (number: number) =>
  useQuery({
    queryKey: keys.approvalsOf(number),
    queryFn: () => told(api.GET("/api/changes/{number}/approvals", { params: { path: { number } } })),
  });

export const usePlacement = (number: number) =>
  useQuery({
    queryKey: keys.bookingOf(number),
    queryFn: () => told(api.GET("/api/changes/{number}/booking", { params: { path: { number } } })),
    refetchInterval: 10_000,
  });

export const useBuild = (number: number, device: string | undefined, version: number) =>
  useQuery({
    queryKey: keys.buildOf(number, device, version),
    queryFn: () =>
      told(api.GET("/api/changes/{number}/devices/{device}", { params: { path: { number, device: device! } } })),
    enabled: !!device,
    staleTime: Infinity,
  });

export const useRecord = (subject: string) =>
  useQuery({
    queryKey: keys.recordOf(subject),
    queryFn: () => told(api.GET("/api/record", { params: { query: { subject } } })),
  });
