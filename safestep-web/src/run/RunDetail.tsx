import { useEffect, useRef } from "react";
import type { RunDevice, RunLine } from "../api/types";
import { Glyph } from "../ui/Glyph";
import { clockSeconds } from "../ui/time";
import { count, expectations } from "../ui/words";
import { useNow } from "../ui/useNow";
import { checkCell, stepOf, timerWords } from "./board";

/** What was looked at on a device, before and after. */
export function Checks({ device }: { device: RunDevice }) {
  const now = useNow(1_000);
  return (
    <section aria-label={`Checks on ${device.name}`}>
      <h3>Checks on {device.name}</h3>
      {device.checks.length === 0 && <p className="empty">No checks were chosen.</p>}
      {device.checks.length > 0 && (
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
            {device.checks.map((c, i) => {
              const cell = checkCell(c, stepOf(device, "CHECK_AFTER")?.state === "GOING");
              return (
                <tr key={i}>
                  <td>{c.title}</td>
                  <td className="mono">{c.before}</td>
                  <td>
                    {expectations[c.expectation].word} <span className="mono">{c.value}</span>
                  </td>
                  <td className="mono">
                    {c.afterPassed === false ? c.afterWords : c.after}
                    {c.attempts > 1 && <span className="soft"> ({count(c.attempts, "look")})</span>}
                    {c.undone !== null && <div className="soft">after the undo: {c.undone}</div>}
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
      {device.beforeHash && (
        <p className="soft mb-0">
          Backup before <span className="mono">{device.beforeHash.slice(0, 8)}</span>
          {device.afterHash && (
            <>
              , after <span className="mono">{device.afterHash.slice(0, 8)}</span>
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
