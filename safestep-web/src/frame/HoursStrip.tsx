import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { api, told } from "../api/client";
import { inTheWay, placed } from "../calendar/freezes";
import { clock, dayAndTime, duration, hour } from "../ui/time";
import { changeState } from "../ui/words";
import { keys } from "../api/keys";

const HOUR = 3_600_000;
const BEFORE = 1 * HOUR;
const SHOWN = 24 * HOUR;

const tones: Record<string, string> = {
  RUNNING: "is-running",
  COMPLETED: "is-done",
  CLOSED: "is-done",
  ROLLED_BACK: "is-undone",
  NEEDS_ATTENTION: "is-failed",
};

const over = { COMPLETED: true, CLOSED: true, ROLLED_BACK: true, NEEDS_ATTENTION: true };

/** The next 24 hours: windows as open brackets, bookings as bars with their state, a line for now. */
export function HoursStrip({ now }: { now: Date }) {
  const from = new Date(Math.floor(now.getTime() / HOUR) * HOUR - BEFORE);
  const to = new Date(from.getTime() + SHOWN);
  const schedule = useQuery({
    queryKey: keys.scheduleIn(from.toISOString()),
    queryFn: () =>
      told(api.GET("/api/schedule", { params: { query: { from: from.toISOString(), to: to.toISOString() } } })),
    refetchInterval: 10_000,
  });
  const frozen = useQuery({
    queryKey: keys.frozenIn(from.toISOString()),
    queryFn: () =>
      told(api.GET("/api/freezes/times", { params: { query: { from: from.toISOString(), to: to.toISOString() } } })),
    refetchInterval: 10_000,
  });
  const at = (moment: Date | string | number) => ((new Date(moment).getTime() - from.getTime()) / SHOWN) * 100;
  const hours = Array.from({ length: 12 }, (_, i) => new Date(from.getTime() + (i * 2 + 1) * HOUR));

  return (
    <section className="strip" aria-label="The next 24 hours">
      {hours.map((h) => (
        <div key={h.getTime()} className="hour" style={{ left: `${at(h)}%` }}>
          {Math.abs(at(h) - at(now)) > 3 && hour(h)}
        </div>
      ))}
      {frozen.data?.map((f) => {
        const place = placed(f.begins, f.ends, from, to);
        return (
          place && (
            <Link
              key={`${f.freezeId}${f.begins}`}
              to="/calendar"
              className="frozen"
              style={{ left: `${place.left}%`, width: `${place.width}%` }}
              title={inTheWay(f)}
            >
              <span className="visually-hidden">{inTheWay(f)}</span>
            </Link>
          )
        );
      })}
      {schedule.data?.length === 0 && <div className="none">No window opens in the next 24 hours.</div>}
      {schedule.data?.map((o, i) => {
        const left = Math.max(0, at(o.opensAt));
        const right = Math.min(100, at(o.closesAt));
        // Two windows at the same time stand one below the other.
        const overlaps = schedule.data.some(
          (other) => other !== o && other.opensAt < o.closesAt && o.opensAt < other.closesAt,
        );
        const lane = overlaps ? ` low${i % 2 === 1 ? " second" : ""}` : "";
        // What is still to come matters most; what does not fit is counted.
        const byWeight = [...o.bookings].sort((a, b) => Number(a.state in over) - Number(b.state in over));
        const shown = byWeight.slice(0, overlaps ? 2 : 4);
        const more = o.bookings.length - shown.length;
        return (
          <div
            key={`${o.windowId}${o.opensAt}`}
            className={`opening${lane}`}
            style={{ left: `${left}%`, width: `${right - left}%` }}
            title={`${o.name}: ${dayAndTime(o.opensAt)} to ${clock(o.closesAt)}, ${duration(o.freeSeconds)} free`}
          >
            <span>
              {o.name} {clock(o.opensAt)}–{clock(o.closesAt)}
            </span>
            {shown.map((b) => (
              <Link
                key={b.number}
                to={`/changes/${b.number}`}
                className={`booked ${tones[b.state] ?? ""}`}
                title={`${b.subject} ${b.title}: ${changeState(b).word}, about ${duration(b.seconds)}`}
              >
                {b.subject}
                <span className="visually-hidden">, {changeState(b).word}</span>
              </Link>
            ))}
            {more > 0 && <small className="more">and {more}</small>}
          </div>
        );
      })}
      <div className="now-line" style={{ left: `${at(now)}%` }}>
        <span>{clock(now)}</span>
      </div>
    </section>
  );
}
