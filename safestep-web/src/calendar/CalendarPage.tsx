import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import { Link } from "react-router";
import { api, told } from "../api/client";
import type { Freeze, Frozen, Opening } from "../api/types";
import { useMayEverywhere } from "../session/session";
import { Glyph } from "../ui/Glyph";
import { ErrorBlock, Loading } from "../ui/Messages";
import { ReasonModal } from "../ui/ReasonModal";
import { clock, dayAndTime, dayName, duration, zoneName } from "../ui/time";
import { useNow } from "../ui/useNow";
import { changeState } from "../ui/words";
import { days } from "./days";
import { FreezeForm } from "./FreezeForm";
import { holdsFor, howOften, placed } from "./freezes";
import { WindowForm } from "./WindowForm";
import { WindowList } from "./WindowList";
import { keys, useMoved } from "../api/keys";

const DAYS = 14;

/** When changes may run and when not, and what is booked, for the next two weeks. */
export function CalendarPage() {
  const now = useNow();
  const mayWrite = useMayEverywhere("WRITE_WINDOWS");
  const [adding, setAdding] = useState<"window" | "freeze" | null>(null);
  const shown = days(now, DAYS);
  const from = shown[0]!.from.toISOString();
  const to = shown[DAYS - 1]!.to.toISOString();
  const openings = useQuery({
    queryKey: keys.scheduleIn(from, to),
    queryFn: () => told(api.GET("/api/schedule", { params: { query: { from, to } } })),
    refetchInterval: 30_000,
  });
  const frozen = useQuery({
    queryKey: keys.frozenIn(from, to),
    queryFn: () => told(api.GET("/api/freezes/times", { params: { query: { from, to } } })),
    refetchInterval: 30_000,
  });
  return (
    <>
      <div className="head">
        <h1>Calendar</h1>
        <div className="actions">
          {mayWrite && (
            <>
              <Button variant="outline-primary" onClick={() => setAdding("freeze")}>
                Add a freeze
              </Button>
              <Button onClick={() => setAdding("window")}>Add a window</Button>
            </>
          )}
        </div>
      </div>
      <p className="soft">
        The next {DAYS} days on the wall in {zoneName()}. Changes run inside windows; a freeze keeps them out of what it
        holds for. Emergencies wait for neither.
      </p>
      {(openings.error ?? frozen.error) && <ErrorBlock error={openings.error ?? frozen.error} />}
      {openings.data && frozen.data ? (
        <ol className="days">
          {shown.map((day) => (
            <Day key={day.from.toISOString()} {...day} now={now} openings={openings.data} frozen={frozen.data} />
          ))}
        </ol>
      ) : (
        !openings.error && !frozen.error && <Loading />
      )}
      <WindowList />
      <FreezeList />
      {adding === "window" && <WindowForm close={() => setAdding(null)} />}
      {adding === "freeze" && <FreezeForm close={() => setAdding(null)} />}
    </>
  );
}

interface DayProps {
  from: Date;
  to: Date;
  now: Date;
  openings: Opening[];
  frozen: Frozen[];
}

function Day({ from, to, now, openings, frozen }: DayProps) {
  const here = placed(now.toISOString(), to.toISOString(), from, to);
  const today = now >= from && now < to;
  // What begins on a day is told on that day; its bar goes on into the next.
  const begins = openings.filter((o) => new Date(o.opensAt) >= from && new Date(o.opensAt) < to);
  const holds = frozen.filter((f) => placed(f.begins, f.ends, from, to));
  return (
    <li className={today ? "today" : ""}>
      <div className="day-name">{today ? "Today" : dayName(from)}</div>
      <div className="day-bar" aria-hidden="true">
        {holds.map((f) => (
          <div
            key={`${f.freezeId}${f.begins}`}
            className="frozen"
            style={percent(placed(f.begins, f.ends, from, to)!)}
          />
        ))}
        {openings.map((o) => {
          const at = placed(o.opensAt, o.closesAt, from, to);
          return at && <div key={`${o.windowId}${o.opensAt}`} className="open" style={percent(at)} />;
        })}
        {today && here && <div className="now" style={{ left: `${here.left}%` }} />}
      </div>
      <div className="day-says">
        {begins.length === 0 && holds.length === 0 && <span className="soft">no window opens</span>}
        {begins.map((o) => (
          <div key={`${o.windowId}${o.opensAt}`}>
            {o.name} {clock(o.opensAt)}–{clock(o.closesAt)}
            {o.bookings.length === 0 && <span className="soft">, nothing booked</span>}
            {o.bookings.map((b) => (
              <span key={b.number} className="in-window">
                <Glyph shape={changeState(b).shape} small />{" "}
                <Link to={`/changes/${b.number}`} title={b.title}>
                  {b.subject}
                </Link>{" "}
                {changeState(b).word}, {duration(b.seconds)}
              </span>
            ))}
          </div>
        ))}
        {holds.map((f) => (
          <div key={`${f.freezeId}${f.begins}`} className="freeze-says">
            Freeze {f.name}, {f.scope}
            {new Date(f.begins) > from && `, from ${clock(f.begins)}`}
            {new Date(f.ends) < to && `, until ${clock(f.ends)}`}
          </div>
        ))}
      </div>
    </li>
  );
}

const percent = (at: { left: number; width: number }) => ({ left: `${at.left}%`, width: `${at.width}%` });

function FreezeList() {
  const mayWrite = useMayEverywhere("WRITE_WINDOWS");
  const [lifting, setLifting] = useState<Freeze | null>(null);
  const moved = useMoved();
  const freezes = useQuery({ queryKey: keys.freezes, queryFn: () => told(api.GET("/api/freezes")) });
  const lift = useMutation({
    mutationFn: (reason: string) =>
      told(api.POST("/api/freezes/{id}/lifting", { params: { path: { id: lifting!.id } }, body: { reason } })),
    onSuccess: () => {
      setLifting(null);
      return moved.calendar();
    },
  });
  if (!freezes.data) {
    return freezes.error ? <ErrorBlock error={freezes.error} /> : <Loading />;
  }
  return (
    <>
      <h2 className="mt-4">Freezes</h2>
      {freezes.data.length === 0 ? (
        <p className="empty">
          There is no freeze.{" "}
          {mayWrite
            ? "Add one for a time in which nothing may be touched, such as a day of extra sailings."
            : "A change manager can add one."}
        </p>
      ) : (
        <table className="table">
          <thead>
            <tr>
              <th>Freeze</th>
              <th>Holds for</th>
              <th>Now or next</th>
              <th>Again</th>
              <th>Why</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {freezes.data.map((f) => (
              <tr key={f.id}>
                <td>
                  {f.name}
                  <div className="soft">by {f.addedBy}</div>
                </td>
                <td>{holdsFor(f)}</td>
                <td>
                  {f.next ? (
                    <>
                      {dayAndTime(f.next.begins)} to {dayAndTime(f.next.ends)}
                    </>
                  ) : (
                    <span className="soft">over</span>
                  )}
                </td>
                <td>{howOften(f.recurrence)}</td>
                <td>{f.reason}</td>
                <td className="text-end">
                  {mayWrite && (
                    <Button
                      variant="outline-primary"
                      size="sm"
                      aria-label={`Lift ${f.name}`}
                      onClick={() => {
                        lift.reset();
                        setLifting(f);
                      }}
                    >
                      Lift
                    </Button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {lifting && (
        <ReasonModal
          title={`Lift the freeze ${lifting.name}?`}
          label="Lift the freeze"
          mostCharacters={500}
          error={lift.error}
          busy={lift.isPending}
          submit={(reason) => lift.mutate(reason)}
          close={() => setLifting(null)}
        >
          From now on changes may run again: {holdsFor(lifting)}
          {lifting.recurrence ? ", this time and all times to come" : ""}. It can't be taken back; add a new freeze
          instead.
        </ReasonModal>
      )}
    </>
  );
}
