import { useEffect, useRef } from "react";
import type { Run, RunDevice, RunLine } from "../api/types";
import { Glyph } from "../ui/Glyph";
import { clockSeconds } from "../ui/time";
import { count } from "../ui/words";
import { useNow } from "../ui/useNow";
import { checkCell, stepOf, timerWords } from "./board";
import { useRunChecks } from "./useRunChecks";

/** What was looked at on a device, before and after. */
export function Checks({ run, device }: { run: Run; device: RunDevice }) {
  const now = useNow(1_000);
  const checks = useRunChecks(run).data?.rows.filter((r) => r.device === device.name);
  const settling = stepOf(device, "CHECK_AFTER")?.state === "GOING";
  return (
    <section aria-label={`Checks on ${device.name}`}>
      <h3>Checks on {device.name}</h3>
      {checks?.length === 0 && <p className="empty">No checks were chosen.</p>}
      {checks && checks.length > 0 && (
        <table className="table">
          <thead>
            <tr>
              <th>Check</th>
              <th>Before</th>
              <th>Expected</th>
              <th>After</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {checks.map((c) => {
              // One that is still given time has not failed yet.
              const cell =
                settling && c.outcome === "FAILED" ? ({ shape: "going", word: "settling" } as const) : checkCell(c);
              return (
                <tr key={c.check}>
                  <td>{c.title}</td>
                  <td className="mono">{c.before?.summary}</td>
                  <td>{c.expected}</td>
                  <td className="mono">
                    {c.after && (c.after.outcome === "PASSED" ? c.after.summary : c.after.words)}
                    {c.looks > 1 && <span className="soft"> ({count(c.looks, "look")})</span>}
                    {c.undone && <div className="soft">after the undo: {c.undone.summary}</div>}
                  </td>
                  <td>
                    <Glyph shape={cell.shape} label={cell.word} />
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      {device.timerUntil && <p className="attention mt-2 mb-0">{timerWords(device.timerUntil, now)}</p>}
      {device.holds && (
        <p className="mt-2 mb-0">
          Last read, {device.name} {device.holds}.
        </p>
      )}
      {device.before && (
        <p className="soft mb-0">
          Backup before <span className="mono">{device.before.hash.slice(0, 8)}</span>
          {device.after && (
            <>
              , after <span className="mono">{device.after.hash.slice(0, 8)}</span>
            </>
          )}
        </p>
      )}
    </section>
  );
}

/** What a device hears and says; follows the newest line unless somebody has scrolled up. */
export function Says({ device, lines }: { device: string; lines: RunLine[] }) {
  const box = useRef<HTMLDivElement>(null);
  const follow = useRef(true);
  const own = lines.filter((l) => l.device === device || l.device === null);
  useEffect(() => {
    if (follow.current && box.current) {
      box.current.scrollTop = box.current.scrollHeight;
    }
  }, [own.length, device]);
  return (
    <section aria-label={`What ${device} says`}>
      <h3>What {device} says</h3>
      <div
        className="says"
        ref={box}
        tabIndex={0}
        role="log"
        aria-live="off"
        aria-label={`Log of ${device}`}
        onScroll={(e) => {
          const el = e.currentTarget;
          follow.current = el.scrollHeight - el.scrollTop - el.clientHeight < 30;
        }}
      >
        {own.length === 0 && <span className="soft">Nothing yet.</span>}
        {own.map((l) => (
          <div key={l.id}>
            <time dateTime={l.at}>{clockSeconds(l.at)}</time>
            {l.kind === "NOTE" && <span className="note">{l.text}</span>}
            {l.kind === "SENT" && `> ${l.text}`}
            {l.kind === "HEARD" && <span className="heard">{l.text}</span>}
          </div>
        ))}
      </div>
    </section>
  );
}
