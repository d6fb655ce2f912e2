import { useEffect, useRef, useState } from "react";
import type { DifferenceRow } from "../api/types";
import { count } from "../ui/words";
import { hunksOf, unified, wordMarks, type Marked } from "./hunks";

/** A difference in two columns: parents pinned above each hunk, unchanged stretches folded, next and previous by key. */
export function Difference({ device, rows }: { device: string; rows: DifferenceRow[] }) {
  const [unfolded, setUnfolded] = useState<Set<number>>(new Set());
  const [at, setAt] = useState(0);
  const [copied, setCopied] = useState(false);
  const box = useRef<HTMLDivElement>(null);
  const hunks = hunksOf(rows);
  const shown = hunks.filter((h) => h.rows.length > 0);

  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      const typing = e.target instanceof HTMLElement && e.target.matches("input, textarea, select");
      if (!typing && (e.key === "n" || e.key === "p") && !e.ctrlKey && !e.metaKey && shown.length > 0) {
        const next = (at + (e.key === "n" ? 1 : shown.length - 1)) % shown.length;
        setAt(next);
        const hunk = box.current?.querySelector<HTMLElement>(`[data-hunk="${next}"]`);
        if (hunk && box.current) {
          box.current.scrollTop = hunk.offsetTop - box.current.offsetTop;
        }
      }
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [at, shown.length]);

  async function copy() {
    await navigator.clipboard.writeText(unified(device, rows));
    setCopied(true);
  }

  if (shown.length === 0) {
    return <p className="empty">No difference: nothing is sent to {device}.</p>;
  }
  let number = -1;
  return (
    <>
      <div className="d-flex justify-content-between mb-1 soft">
        <small>
          Baseline left, outcome right. <kbd>n</kbd> next, <kbd>p</kbd> previous.
        </small>
        <button type="button" className="btn btn-link" onClick={() => void copy()}>
          {copied ? "Copied" : "Copy as text"}
        </button>
      </div>
      {/* A long difference scrolls in its own box, by keyboard too. */}
      <div className="difference" ref={box} tabIndex={0} role="region" aria-label={`Difference on ${device}`}>
        {hunks.map((hunk, i) => {
          if (hunk.rows.length > 0) {
            number++;
          }
          return (
            <div key={i}>
              {hunk.folded.length > 0 && !unfolded.has(i) && (
                <button type="button" className="fold" onClick={() => setUnfolded(new Set(unfolded).add(i))}>
                  {count(hunk.folded.length, "unchanged line")}
                </button>
              )}
              {unfolded.has(i) && hunk.folded.map((row, j) => <Pair key={j} row={row} />)}
              {hunk.rows.length > 0 && (
                <div data-hunk={number} className={number === at && shown.length > 1 ? "current" : ""}>
                  <div className="pin">
                    <span>{hunk.path.join(" › ") || "top level"}</span>
                    <span>
                      {number + 1} of {shown.length}
                    </span>
                  </div>
                  {hunk.rows.map((row, j) => (
                    <Pair key={j} row={row} />
                  ))}
                </div>
              )}
            </div>
          );
        })}
      </div>
    </>
  );
}

function Pair({ row }: { row: DifferenceRow }) {
  const changed = row.kind === "CHANGED" && row.before !== null && row.after !== null;
  const [left, right] = changed ? wordMarks(row.before!, row.after!) : [null, null];
  const gone = row.kind === "REMOVED" || row.kind === "CHANGED";
  const come = row.kind === "ADDED" || row.kind === "CHANGED";
  return (
    <div className="pair">
      <Side
        number={row.beforeNumber}
        depth={row.path.length}
        text={row.before}
        mark={left}
        tone={gone ? "removed" : ""}
      />
      <Side number={row.afterNumber} depth={row.path.length} text={row.after} mark={right} tone={come ? "added" : ""} />
    </div>
  );
}

interface SideProps {
  number: number;
  depth: number;
  text: string | null;
  mark: Marked | null;
  tone: string;
}

function Side({ number, depth, text, mark, tone }: SideProps) {
  if (text === null) {
    return <div />;
  }
  return (
    <div className={tone}>
      <i>{number || ""}</i>
      <span>
        {tone && <span className="visually-hidden">{tone}: </span>}
        {"  ".repeat(depth)}
        {mark ? (
          <>
            {mark.before}
            {mark.marked && <mark>{mark.marked}</mark>}
            {mark.after}
          </>
        ) : (
          text
        )}
      </span>
    </div>
  );
}
