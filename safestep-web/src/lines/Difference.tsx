import { useEffect, useRef, useState } from "react";
import Form from "react-bootstrap/Form";
import type { DifferenceRow, LineComment } from "../api/types";
import { count } from "../ui/words";
import { about, astray, lineOf, usualSide } from "./comments";
import { CommentForm, Thread } from "./LineComments";
import { hunksOf, stretchesOf, unified, usualContext, wordMarks, type Marked } from "./hunks";

/** How much of two configurations is shown, and how. */
type Show = "around" | "changes" | "whole" | "text";

const shows: Record<Show, string> = {
  around: "Changes with their surroundings",
  changes: "Changes only",
  whole: "Both configurations whole",
  text: "Plain text",
};

/** What people say about the lines of a device. */
export interface Talk {
  /** Of the change. */
  number: number;
  comments: LineComment[];
  maySpeak: boolean;
}

/** A difference in two columns: parents pinned above each hunk, unchanged stretches folded, next and previous by key. */
export function Difference({
  device,
  rows,
  talk,
  sides = "Baseline left, outcome right.",
  empty = `No difference: nothing is sent to ${device}.`,
}: {
  device: string;
  rows: DifferenceRow[];
  talk?: Talk;
  /** What stands at which side. */
  sides?: string;
  /** What is said when nothing differs. */
  empty?: string;
}) {
  const [unfolded, setUnfolded] = useState<Set<number>>(new Set());
  const [at, setAt] = useState(0);
  const [copied, setCopied] = useState(false);
  const [show, setShow] = useState<Show>("around");
  const [lines, setLines] = useState(usualContext);
  const box = useRef<HTMLDivElement>(null);
  const context = show === "changes" ? 0 : show === "whole" ? rows.length : lines;
  const hunks = hunksOf(rows, context);
  const shown = show === "whole" ? stretchesOf(rows).filter((s) => s.changed) : hunks.filter((h) => h.rows.length > 0);

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
    await navigator.clipboard.writeText(unified(device, rows, context));
    setCopied(true);
  }

  if (shown.length === 0) {
    return <p className="empty">{empty}</p>;
  }
  let number = -1;
  return (
    <>
      <div className="difference-bar">
        <Form.Select
          size="sm"
          value={show}
          aria-label="How much of the difference is shown"
          onChange={(e) => {
            setShow(e.target.value as Show);
            setUnfolded(new Set());
            setAt(0);
          }}
        >
          {(Object.keys(shows) as Show[]).map((s) => (
            <option key={s} value={s}>
              {shows[s]}
            </option>
          ))}
        </Form.Select>
        {(show === "around" || show === "text") && (
          <label className="soft">
            <Form.Control
              size="sm"
              type="number"
              min={0}
              max={99}
              value={lines}
              onChange={(e) => setLines(Math.min(99, Math.max(0, Math.trunc(Number(e.target.value)))))}
            />{" "}
            lines around
          </label>
        )}
        <small className="soft">
          {sides} <kbd>n</kbd> next, <kbd>p</kbd> previous.
        </small>
        <button type="button" className="btn btn-link" onClick={() => void copy()}>
          {copied ? "Copied" : "Copy as text"}
        </button>
      </div>
      {talk && <Astray talk={talk} rows={rows} />}
      {show === "text" && (
        <pre className="difference-text" tabIndex={0} aria-label={`Difference on ${device} as text`}>
          {unified(device, rows, context)}
        </pre>
      )}
      {/* A long difference scrolls in its own box, by keyboard too. */}
      <div
        className="difference"
        ref={box}
        tabIndex={0}
        role="region"
        aria-label={`Difference on ${device}`}
        hidden={show === "text"}
      >
        {show === "whole" && <Whole device={device} rows={rows} at={at} talk={talk} />}
        {(show === "whole" ? [] : hunks).map((hunk, i) => {
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
              {unfolded.has(i) &&
                hunk.folded.map((row, j) => <TalkedPair key={j} device={device} row={row} talk={talk} />)}
              {hunk.rows.length > 0 && (
                <div data-hunk={number} className={number === at && shown.length > 1 ? "current" : ""}>
                  <div className="pin">
                    <span>{hunk.path.join(" › ") || "top level"}</span>
                    <span>
                      {number + 1} of {shown.length}
                    </span>
                  </div>
                  {hunk.rows.map((row, j) => (
                    <TalkedPair key={j} device={device} row={row} talk={talk} />
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

/** Comments whose line is gone are not lost. */
function Astray({ talk, rows }: { talk: Talk; rows: DifferenceRow[] }) {
  const gone = astray(talk.comments, rows);
  if (gone.length === 0) {
    return null;
  }
  return (
    <section className="astray" aria-label="Comments on lines that are no longer in the difference">
      <h3>About lines that are no longer in the difference</h3>
      {gone.map((c) => (
        <div key={c.id}>
          <code className="mono">{[...(c.about?.path ?? []), c.about?.line].join(" › ")}</code>
          <Thread number={talk.number} comment={c} />
        </div>
      ))}
    </section>
  );
}

/** Both configurations from the first line to the last: the parents of every line stand above it. */
function Whole({ device, rows, at, talk }: { device: string; rows: DifferenceRow[]; at: number; talk?: Talk }) {
  let number = -1;
  return (
    <>
      {stretchesOf(rows).map((stretch, i) => {
        if (stretch.changed) {
          number++;
        }
        return (
          <div
            key={i}
            data-hunk={stretch.changed ? number : undefined}
            className={stretch.changed && number === at ? "current" : ""}
          >
            {stretch.rows.map((row, j) =>
              // Thousands of unchanged lines are shown plain.
              stretch.changed ? (
                <TalkedPair key={j} device={device} row={row} talk={talk} />
              ) : (
                <Pair key={j} row={row} />
              ),
            )}
          </div>
        );
      })}
    </>
  );
}

/** A row with what is said about it. */
function TalkedPair({ device, row, talk }: { device: string; row: DifferenceRow; talk?: Talk }) {
  const [writing, setWriting] = useState(false);
  if (!talk) {
    return <Pair row={row} />;
  }
  const line = lineOf(device, row, usualSide(row));
  return (
    <>
      <div className="talked">
        <Pair row={row} />
        {talk.maySpeak && !writing && (
          <button
            type="button"
            className="speak"
            aria-label={`Comment on ${line.line}`}
            onClick={() => setWriting(true)}
          >
            comment
          </button>
        )}
      </div>
      {about(talk.comments, row).map((c) => (
        <Thread key={c.id} number={talk.number} comment={c} />
      ))}
      {writing && <CommentForm number={talk.number} about={line} close={() => setWriting(false)} />}
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
