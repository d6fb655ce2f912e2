import { useEffect, useRef, useState } from "react";
import type { Backup } from "../api/types";
import { dayAndTime, dayName } from "../ui/time";
import { marks } from "./timeline";
import { causes } from "../ui/words";

/** The versions of one configuration from the oldest at the left to the newest at the right. */
export function TimeLine({
  versions,
  shown,
  from,
  onPick,
}: {
  versions: Backup[];
  shown: Backup | null;
  /** The other one of two that are compared. */
  from: Backup | null;
  onPick: (b: Backup) => void;
}) {
  const box = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState(900);
  useEffect(() => {
    const measured = box.current;
    if (!measured) {
      return;
    }
    const observer = new ResizeObserver(() => setRoom(measured.clientWidth));
    observer.observe(measured);
    return () => observer.disconnect();
  }, []);
  const line = marks(versions, room);
  useEffect(() => {
    if (box.current) {
      box.current.scrollLeft = line.width;
    }
  }, [line.width]);
  const first = versions[versions.length - 1];
  return (
    <div className="time-line" ref={box} role="group" aria-label="Versions on a line of time">
      <div className="stretch" style={{ width: line.width }}>
        {line.marks.map(({ version: v, x }) => (
          <button
            key={v.id}
            type="button"
            style={{ left: x }}
            className={[
              v.baseline ? "baseline" : "",
              v.reference ? "reference" : "",
              v.changeNumber ? "of-change" : v.cause === "FOUND_CHANGED" ? "outside" : "",
              shown?.id === v.id || from?.id === v.id ? "picked" : "",
              x < 150 ? "at-left" : "",
            ].join(" ")}
            title={`${dayAndTime(v.takenAt)}, ${causes[v.cause]}${v.changeNumber ? ` CR-${v.changeNumber}` : ""}: ${v.summary}`}
            aria-label={`Version of ${dayAndTime(v.takenAt)}, ${causes[v.cause]}`}
            onClick={() => onPick(v)}
          >
            <i aria-hidden="true" />
            <span>{v.label || (v.reference ? "reference" : v.baseline ? "baseline" : "")}</span>
          </button>
        ))}
      </div>
      {first && (
        <div className="ends" aria-hidden="true">
          <span>{dayName(first.takenAt)}</span>
          <span>{dayName(versions[0]!.takenAt)}</span>
        </div>
      )}
    </div>
  );
}
