import { useState } from "react";
import type { Build } from "../api/types";
import { Glyph } from "../ui/Glyph";
import { Block } from "../ui/Messages";
import { dayAndTime } from "../ui/time";
import { count } from "../ui/words";
import { Difference, type Talk } from "./Difference";

type View = "difference" | "outcome";

/** What follows from the lines of one device: difference or outcome, and always script, undo script and undo proof. */
export function BuildViews({ build, talk }: { build: Build; talk?: Talk }) {
  const [view, setView] = useState<View>("difference");
  if (build.complaints.some((c) => c.severity === "ERROR")) {
    return <p className="empty">Nothing is derived before this is mended.</p>;
  }
  const nothing = build.script.length === 0;
  return (
    <>
      {build.pathCut && (
        <div className="mb-2">
          <Block tone="bad">
            After command {build.pathCut.command}, <code className="mono">{build.pathCut.text}</code>, Safe Step could
            not reach {build.device} any more
            {build.pathCut.comesBack ? ", though the last command would bring the path back" : ""}.
          </Block>
        </div>
      )}
      <div className="tabs" role="tablist" aria-label="How to look at it">
        {(["difference", "outcome"] as View[]).map((v) => (
          <button key={v} type="button" role="tab" aria-selected={view === v} onClick={() => setView(v)}>
            {v === "difference" ? "Difference" : "Outcome configuration"}
          </button>
        ))}
        {build.baselineTakenAt && (
          <span className="aside soft">
            <small>from the baseline of {dayAndTime(build.baselineTakenAt)}</small>
          </span>
        )}
      </div>
      {view === "difference" && <Difference device={build.device} rows={build.rows} talk={talk} />}
      {view === "outcome" && (
        <pre
          tabIndex={0}
          aria-label={`Outcome configuration of ${build.device}`}
          style={{ maxHeight: "60vh", overflow: "auto" }}
        >
          {build.outcome}
        </pre>
      )}
      {nothing ? (
        <p className="mt-3">
          <Glyph shape="dot" /> Nothing to send to {build.device}: it has what the lines ask for. It is looked at in the
          run and not written to.
        </p>
      ) : (
        <>
          <div className="scripts">
            <div>
              <h3>
                Script to {build.device}, {count(build.script.length, "command")}
              </h3>
              <pre tabIndex={0} aria-label="Script">
                {build.script.join("\n")}
              </pre>
            </div>
            <div>
              <h3>
                <Glyph shape={build.proven ? "done" : "blocked"} /> Undo script,{" "}
                {build.proven ? "proven" : "not proven"}
              </h3>
              <pre tabIndex={0} aria-label="Undo script">
                {build.undo.join("\n")}
              </pre>
            </div>
          </div>
          {build.obstacles.map((o) => (
            <div key={o} className="mt-2">
              <Block>{o}</Block>
            </div>
          ))}
        </>
      )}
    </>
  );
}
