import { useQuery } from "@tanstack/react-query";
import { api, told } from "../api/client";
import { keys } from "../api/keys";

/** The interfaces that a device has, offered beneath a field whose {@code list} is the id. Nothing when it is not known. */
export function InterfaceNames({ id, device }: { id: string; device: string }) {
  const state = useQuery({
    queryKey: keys.computedState(device),
    queryFn: () => told(api.GET("/api/devices/{name}/state", { params: { path: { name: device } } })),
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
