import { useQuery } from "@tanstack/react-query";
import { api, told } from "./client";
import { keys } from "./keys";

// What many pages ask for.

const RARELY_MOVES = 300_000;

export const useDevices = (refetchInterval?: number) =>
  useQuery({ queryKey: keys.devices, queryFn: () => told(api.GET("/api/devices")), refetchInterval });

export const useGroups = (enabled = true) =>
  useQuery({ queryKey: keys.groups, queryFn: () => told(api.GET("/api/groups")), enabled });

export const useSites = () => useQuery({ queryKey: keys.sites, queryFn: () => told(api.GET("/api/sites")) });

export const usePlatforms = () =>
  useQuery({ queryKey: keys.platforms, queryFn: () => told(api.GET("/api/platforms")), staleTime: RARELY_MOVES });

export const useCredentials = (enabled = true) =>
  useQuery({ queryKey: keys.credentials, queryFn: () => told(api.GET("/api/credentials")), enabled });

/** The read commands that a device takes. */
export const useReads = (device: string | undefined) =>
  useQuery({
    queryKey: keys.reads(device),
    queryFn: () => told(api.GET("/api/devices/{name}/reads", { params: { path: { name: device! } } })),
    enabled: !!device,
    staleTime: Infinity,
  });
