import { useQuery } from "@tanstack/react-query";
import { api } from "../api/client";
import type { Device } from "../api/types";
import { type Column, DataList } from "../ui/DataList";
import type { Shape } from "../ui/Glyph";
import { ErrorBlock, Loading } from "../ui/Messages";
import { Status } from "../ui/Status";
import { dayAndTime } from "../ui/time";

export function reachability(device: Device): { shape: Shape; word: string } {
  if (device.lastProblem) {
    return { shape: "failed", word: "did not answer as expected" };
  }
  return device.lastSeenAt
    ? { shape: "done", word: `answered ${dayAndTime(device.lastSeenAt)}` }
    : { shape: "notyet", word: "not asked yet" };
}

const columns: Column<Device>[] = [
  {
    key: "name",
    title: "Device",
    width: "130px",
    text: (d) => d.name,
    show: (d) => <span className="mono">{d.name}</span>,
  },
  {
    key: "address",
    title: "Address",
    width: "130px",
    text: (d) => d.address,
    show: (d) => <span className="mono">{d.address}</span>,
  },
  { key: "site", title: "Site", width: "minmax(150px, 1fr)", text: (d) => d.site },
  { key: "role", title: "Role", width: "110px", text: (d) => d.role },
  { key: "stance", title: "Stance", width: "100px", text: (d) => d.stance },
  {
    key: "partner",
    title: "Partner",
    width: "120px",
    text: (d) => d.partner ?? "",
    show: (d) => <span className="mono">{d.partner}</span>,
  },
  { key: "platform", title: "Platform", width: "130px", text: (d) => d.platform },
  { key: "maker", title: "Maker", width: "110px", text: (d) => d.maker, hidden: true },
  {
    key: "seen",
    title: "Reachable",
    width: "230px",
    text: (d) => reachability(d).word,
    show: (d) => <Status state={reachability(d)} />,
  },
];

export function DevicesPage() {
  const devices = useQuery({
    queryKey: ["devices"],
    queryFn: () => api.get<Device[]>("/api/devices"),
    refetchInterval: 10_000,
  });
  return (
    <>
      <div className="head">
        <h1>Devices</h1>
      </div>
      {devices.error && <ErrorBlock error={devices.error} />}
      {!devices.data && !devices.error && <Loading />}
      {devices.data && (
        <DataList
          name="devices"
          rows={devices.data}
          columns={columns}
          id={(d) => d.name}
          link={(d) => `/devices/${d.name}`}
          empty="Safe Step knows no device yet. The demo adds the practice network: ./safestep demo"
        />
      )}
    </>
  );
}
