import type { Stage } from "../api/types";
import { Glyph } from "../ui/Glyph";
import { stageShape } from "./rounds";

/** The stages of a connection test, one below the other, with what to do about one that failed. */
export function Stages({ stages }: { stages: Stage[] }) {
  return (
    <ol className="stages">
      {stages.map((s) => (
        <li key={s.stage} className={s.outcome === "failed" ? "bad" : s.outcome === "not reached" ? "dim" : ""}>
          <span className="state">
            <Glyph shape={stageShape(s.outcome)} small />
            {s.stage}
          </span>
          <div>
            <span className="soft">{s.outcome}.</span> {s.words}
            {s.advice && <div className="advice">{s.advice}</div>}
          </div>
        </li>
      ))}
    </ol>
  );
}
