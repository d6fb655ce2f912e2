import type { Stage } from "../api/types";
import { Glyph } from "../ui/Glyph";
import { trialOutcomes } from "./rounds";

/** The stages of a connection test, one below the other, with what to do about one that failed. */
export function Stages({ stages }: { stages: Stage[] }) {
  return (
    <ol className="stages">
      {stages.map((s) => (
        <li key={s.stage} className={s.outcome === "FAILED" ? "bad" : s.outcome === "NOT_REACHED" ? "dim" : ""}>
          <span className="state">
            <Glyph shape={trialOutcomes[s.outcome].shape} small />
            {s.stage}
          </span>
          <div>
            <span className="soft">{trialOutcomes[s.outcome].word}.</span> {s.words}
            {s.advice && <div className="advice">{s.advice}</div>}
          </div>
        </li>
      ))}
    </ol>
  );
}
