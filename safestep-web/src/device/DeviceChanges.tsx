import { Link } from "react-router";
import { useChanges } from "../api/changes";
import type { DeviceRow } from "../api/types";
import { Status } from "../ui/Status";
import { changeState } from "../ui/words";

/** The newest changes that touch a device. */
export function DeviceChanges({ device }: { device: DeviceRow }) {
  const changes = useChanges();
  const own = changes.data?.map((c) => c.change).filter((c) => c.devices.includes(device.name)) ?? [];
  return (
    <>
      <h2 className="mt-3">Changes</h2>
      {own.length === 0 && <p className="empty">No change has touched it.</p>}
      {own.slice(0, 8).map((c) => (
        <div key={c.number} className="item">
          <div>
            <Link to={`/changes/${c.number}`} className="mono">
              {c.subject}
            </Link>{" "}
            {c.title}
          </div>
          <span className="when">
            <Status state={changeState(c)} />
          </span>
        </div>
      ))}
    </>
  );
}
