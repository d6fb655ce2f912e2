import { useQuery } from "@tanstack/react-query";
import { api } from "../api/client";
import type { DeviceState } from "../api/types";

/** The interfaces that a device has, offered beneath a field whose {@code list} is the id. Nothing when it is not known. */
export function InterfaceNames({ id, device }: { id: string; device: string }) {
  const state = useQuery({
    queryKey: ["device-state", device],
    queryFn: () => api.get<DeviceState>(`/api/devices/${encodeURIComponent(device)}/state`),
    staleTime: 60_000,
    retry: false,
  });
  return (
    <datalist id={id}>
      {state.data?.interfaces.map((i) => (
        <option key={i.name} value={i.name} />
      ))}
    </datalist>
  );
}
