import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { api, told } from "../api/client";
import { keys } from "../api/keys";
import type { DeviceRow } from "../api/types";
import { ErrorBlock } from "../ui/Messages";
import { Status } from "../ui/Status";
import { dayName } from "../ui/time";
import { changeState } from "../ui/words";

const FIRST = 8;

/** The newest changes that touch a device. */
export function DeviceChanges({ device }: { device: DeviceRow }) {
  const [all, setAll] = useState(false);
  const changes = useQuery({
    queryKey: keys.changesOfDevice(device.name),
    queryFn: () => told(api.GET("/api/devices/{name}/changes", { params: { path: { name: device.name } } })),
  });
  const own = changes.data ?? [];
  return (
    <>
      <h2 className="mt-3">Changes</h2>
      {changes.error && <ErrorBlock error={changes.error} />}
      {changes.data && own.length === 0 && <p className="empty">No change has touched it.</p>}
      {(all ? own : own.slice(0, FIRST)).map((c) => (
        <div key={c.number} className="item">
          <div>
            <Link to={`/changes/${c.number}`} className="mono">
              {c.subject}
            </Link>{" "}
            {c.title} <span className="soft">{dayName(c.updatedAt)}</span>
          </div>
          <span className="when">
            <Status state={changeState(c)} />
          </span>
        </div>
      ))}
      {!all && own.length > FIRST && (
        <button type="button" className="btn btn-link p-0" onClick={() => setAll(true)}>
          Show {own.length - FIRST} more
        </button>
      )}
    </>
  );
}
