import { useQuery } from "@tanstack/react-query";
import { api, told } from "../api/client";
import { keys } from "../api/keys";
import type { Change } from "../api/types";
import { Difference } from "../lines/Difference";

/** For who has decided about it before: what is otherwise than what they saw then. */
export function MovedSince({ change }: { change: Change }) {
  const moved = useQuery({
    queryKey: keys.movedOf(change.number, change.seal),
    queryFn: () => told(api.GET("/api/changes/{number}/moved", { params: { path: { number: change.number } } })),
  });
  const m = moved.data;
  if (!m || m.sealBrief === "") {
    return null;
  }
  const words =
    m.devices.length +
    m.checksGone.length +
    m.checksNew.length +
    m.needsGone.length +
    m.needsNew.length +
    m.others.length;
  return (
    <section className="mt-4" aria-labelledby="moved-since">
      <h2 id="moved-since">What has moved since you looked</h2>
      <p className="soft mb-1">
        You decided about seal <span className="mono">{m.sealBrief}</span>.{" "}
        {words === 0 && "What devices would hold, the checks and the order are as they were."}
      </p>
      {m.others.map((sentence) => (
        <div key={sentence} className="item">
          <div>{sentence}</div>
        </div>
      ))}
      {m.checksGone.map((check) => (
        <div key={check} className="item">
          <div>
            <b>Check taken out:</b> {check}
          </div>
        </div>
      ))}
      {m.checksNew.map((check) => (
        <div key={check} className="item">
          <div>
            <b>Check put in:</b> {check}
          </div>
        </div>
      ))}
      {m.needsGone.map((need) => (
        <div key={need} className="item">
          <div>
            <b>No longer needed:</b> {need}
          </div>
        </div>
      ))}
      {m.needsNew.map((need) => (
        <div key={need} className="item">
          <div>
            <b>Needed now:</b> {need}
          </div>
        </div>
      ))}
      {m.devices.map((d) => (
        <div key={d.device + d.kind} className="mt-2">
          <h3>
            <span className="mono">{d.device}</span>{" "}
            {d.kind === "GROUND" && "holds something else without this change: "}
            <span className="soft">{d.summary}</span>
          </h3>
          {d.rows.length > 0 && (
            <Difference
              device={d.device}
              rows={d.rows}
              sides={
                d.kind === "GROUND"
                  ? "Left: what it held when you looked. Right: what it holds now, before this change."
                  : "Left: what it would have held when you looked. Right: what it would hold now."
              }
            />
          )}
        </div>
      ))}
    </section>
  );
}
