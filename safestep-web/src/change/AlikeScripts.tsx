import { useQuery } from "@tanstack/react-query";
import { api, told } from "../api/client";
import type { Alike, Change } from "../api/types";
import { ErrorBlock, Loading } from "../ui/Messages";
import { count } from "../ui/words";
import { keys } from "../api/keys";

/** The scripts of a change, devices with the same one together: the odd ones out first. */
export function AlikeScripts({ change, open }: { change: Change; open: (device: string) => void }) {
  const groups = useQuery({
    queryKey: keys.ofVersion(change.number, "scripts", change.version),
    queryFn: () => told(api.GET("/api/changes/{number}/scripts", { params: { path: { number: change.number } } })),
    staleTime: Infinity,
  });
  if (groups.error) {
    return <ErrorBlock error={groups.error} />;
  }
  if (!groups.data) {
    return <Loading />;
  }
  return (
    <>
      <p className="soft">
        {count(groups.data.length, "script")} for {count(change.targets.length, "device")}; the odd ones out stand
        first.
      </p>
      {groups.data.map((g) => (
        <section key={g.devices[0]} className="alike" aria-label={`Script for ${g.devices.join(", ")}`}>
          <h3>
            {g.script ? count(g.commands, "command") : "Nothing to send"} for {count(g.devices.length, "device")}
          </h3>
          {g.script && <pre tabIndex={0}>{g.script}</pre>}
          <Values group={g} open={open} />
        </section>
      ))}
    </>
  );
}

function Values({ group, open }: { group: Alike; open: (device: string) => void }) {
  return (
    <div className="grid" role="region" tabIndex={0} aria-label="Values of each device">
      <table className="table">
        <thead>
          <tr>
            <th>Device</th>
            {group.variables.map((v) => (
              <th key={v.name} className="mono">
                {v.name}
              </th>
            ))}
            <th />
          </tr>
        </thead>
        <tbody>
          {group.devices.map((device, i) => (
            <tr key={device}>
              <td>
                <button type="button" className="btn btn-link mono p-0" onClick={() => open(device)}>
                  {device}
                </button>
              </td>
              {group.variables.map((v) => (
                <td key={v.name} className="mono">
                  {v.values[i]}
                </td>
              ))}
              <td>{group.unproven.includes(device) && <span className="harm">undo not proven</span>}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
