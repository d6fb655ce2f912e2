import { useQuery } from "@tanstack/react-query";
import Form from "react-bootstrap/Form";
import { useSearchParams } from "react-router";
import { api, told } from "../api/client";
import { ErrorBlock } from "../ui/Messages";
import { dayAndTime } from "../ui/time";
import { BackupsNav } from "./BackupsNav";
import { changesOf, rightOf, writtenAs } from "./compared";
import { OutcomeDifference, VersionDifference } from "./VersionDifference";
import { keys } from "../api/keys";
import { useDevices } from "../api/shared";
import { kinds } from "../ui/words";

/** Any two versions, also of two devices. */
export function ComparePage() {
  const [params, setParams] = useSearchParams();
  const left = { device: params.get("device") ?? "", version: Number(params.get("from")) };
  const other = params.get("other") ?? "";
  const right = rightOf(params.get("to"));
  const set = (change: Record<string, string>) =>
    setParams({ ...Object.fromEntries(params), ...change }, { replace: true });
  const devices = useDevices();
  const platform = devices.data?.find((d) => d.name === left.device)?.platform;
  const all = devices.data?.map((d) => d.name) ?? [];
  const alike = devices.data?.filter((d) => !platform || d.platform === platform).map((d) => d.name) ?? [];
  return (
    <>
      <BackupsNav />
      <div className="head">
        <h1>Compare</h1>
        <span className="soft">
          Any two versions of devices that write their configurations in the same language, or a version and what a
          change leaves.
        </span>
      </div>
      {devices.error && <ErrorBlock error={devices.error} />}
      <div className="compare-pick">
        <Side
          name="Left"
          devices={all}
          device={left.device}
          chosen={left.version ? String(left.version) : ""}
          onDevice={(device) => set({ device, from: "" })}
          onVersion={(from) => set({ from })}
        />
        <Side
          name="Right"
          devices={alike}
          device={other}
          chosen={writtenAs(right)}
          outcomes
          onDevice={(device) => set({ other: device, to: "" })}
          onVersion={(to) => set({ to })}
        />
      </div>
      {left.version && right ? (
        "version" in right ? (
          <VersionDifference from={left.version} to={right.version} />
        ) : (
          <OutcomeDifference version={left.version} change={right.change} device={other} />
        )
      ) : (
        <p className="empty">Choose a device and a version for each side.</p>
      )}
    </>
  );
}

interface SideProps {
  name: string;
  devices: string[];
  device: string;
  /** As it stands in the address. */
  chosen: string;
  /** What changes leave on the device can be chosen, too. */
  outcomes?: boolean;
  onDevice: (device: string) => void;
  onVersion: (version: string) => void;
}

function Side({ name, devices, device, chosen, outcomes = false, onDevice, onVersion }: SideProps) {
  const versions = useQuery({
    queryKey: keys.backupsOf(device),
    queryFn: () => told(api.GET("/api/devices/{name}/backups", { params: { path: { name: device } } })),
    enabled: devices.includes(device),
  });
  const changes = useQuery({
    queryKey: keys.changes,
    queryFn: () => told(api.GET("/api/changes")),
    enabled: outcomes && devices.includes(device),
  });
  const open = changesOf(changes.data?.map((row) => row.change) ?? [], device);
  return (
    <div>
      <Form.Select aria-label={`${name}: device`} value={device} onChange={(e) => onDevice(e.target.value)}>
        <option value="">{name}: device …</option>
        {devices.map((d) => (
          <option key={d}>{d}</option>
        ))}
      </Form.Select>
      <Form.Select
        aria-label={`${name}: version`}
        disabled={!versions.data}
        value={chosen}
        onChange={(e) => onVersion(e.target.value)}
      >
        <option value="">{name}: version …</option>
        {versions.data?.map((b) => (
          <option key={b.id} value={b.id}>
            {b.file ?? kinds[b.kind]} of {dayAndTime(b.takenAt)}
            {b.label && ` “${b.label}”`}
            {b.baseline && ", baseline"}
            {b.reference && ", reference"}
          </option>
        ))}
        {open.length > 0 && (
          <optgroup label="After a change">
            {open.map((c) => (
              <option key={c.number} value={`cr-${c.number}`}>
                {c.subject} {c.title}
              </option>
            ))}
          </optgroup>
        )}
      </Form.Select>
      {versions.error && <ErrorBlock error={versions.error} />}
    </div>
  );
}
