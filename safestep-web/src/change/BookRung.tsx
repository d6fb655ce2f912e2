import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import { api, told } from "../api/client";
import type { Change, FitView } from "../api/types";
import { WindowForm } from "../calendar/WindowForm";
import { inTheWay, keptBy } from "../calendar/freezes";
import { useMayEverywhere, useMayOnWhole } from "../session/session";
import { Glyph } from "../ui/Glyph";
import { Block, ErrorBlock, Loading } from "../ui/Messages";
import { clock, dayAndTime, duration } from "../ui/time";
import { usePlacement } from "./queries";
import { useMoved } from "../api/keys";

export function BookRung({ change }: { change: Change }) {
  const placement = usePlacement(change.number);
  const mayBook = useMayOnWhole("BOOK_CHANGES");
  const mayAddWindow = useMayEverywhere("WRITE_WINDOWS");
  const [adding, setAdding] = useState(false);
  const moved = useMoved();
  const refresh = () => moved.change(change.number);
  const book = useMutation({
    mutationFn: (o: FitView) =>
      told(
        api.POST("/api/changes/{number}/booking", {
          params: { path: { number: change.number } },
          body: { windowId: o.windowId, opensAt: o.opensAt, automatic: !o.openNow },
        }),
      ),
    onSettled: refresh,
  });
  const cancel = useMutation({
    mutationFn: () =>
      told(api.DELETE("/api/changes/{number}/booking", { params: { path: { number: change.number } } })),
    onSettled: refresh,
  });
  if (!placement.data) {
    return placement.error ? <ErrorBlock error={placement.error} /> : <Loading />;
  }
  const { booking, openings } = placement.data;
  const bookable = change.state === "APPROVED";
  return (
    <>
      {(book.error ?? cancel.error) && <ErrorBlock error={book.error ?? cancel.error} />}
      {booking && (
        <>
          <h2>
            Booked into {booking.windowName}, {dayAndTime(booking.opensAt)} to {clock(booking.closesAt)}
          </h2>
          {booking.refusal && <Block tone="bad">The start was refused: {booking.refusal}</Block>}
          {change.state === "BOOKED" && booking.frozen && (
            <Block tone={keptBy(booking) ? "bad" : undefined}>
              {inTheWay(booking.frozen)}.{" "}
              {keptBy(booking)
                ? "The change can't run in this opening: cancel the booking and choose another one."
                : "The run has to be done, or undone, before it."}
            </Block>
          )}
          {!keptBy(booking) && (
            <p>
              {booking.automatic
                ? `The run starts by itself at ${clock(booking.opensAt)}, or by hand inside the window.`
                : "The run is started by hand inside the window."}{" "}
              Turn back by {clock(booking.turnBack)}: that is the last moment with time to undo everything.
            </p>
          )}
          {change.state === "BOOKED" && mayBook && (
            <Button variant="outline-primary" disabled={cancel.isPending} onClick={() => cancel.mutate()}>
              Cancel the booking
            </Button>
          )}
        </>
      )}
      {!booking && !bookable && (
        <p className="empty">It can be booked once it is approved. So far, this is how it would fit.</p>
      )}
      {(!booking || bookable) && (
        <>
          <div className="head mt-2">
            <h2>Windows of the next seven days</h2>
            <div className="actions">
              {mayAddWindow && (
                <Button variant="link" onClick={() => setAdding(true)}>
                  Add a window
                </Button>
              )}
            </div>
          </div>
          {openings.length === 0 && (
            <p className="empty">No window opens in the next seven days. A change manager can add one.</p>
          )}
          {openings.length > 0 && (
            <table className="table">
              <thead>
                <tr>
                  <th>Window</th>
                  <th>Opens</th>
                  <th>Closes</th>
                  <th>Fits</th>
                  <th />
                </tr>
              </thead>
              <tbody>
                {openings.map((o) => (
                  <tr key={`${o.windowId}${o.opensAt}`}>
                    <td>{o.name}</td>
                    <td className="text-nowrap">{o.openNow ? "open now" : dayAndTime(o.opensAt)}</td>
                    <td className="text-nowrap">{dayAndTime(o.closesAt)}</td>
                    <td>
                      <Glyph shape={o.fits ? "done" : "blocked"} small />{" "}
                      {o.fits
                        ? `${duration(o.spareSeconds)} spare`
                        : o.frozen
                          ? "frozen"
                          : `${duration(o.spareSeconds)} missing`}
                      {o.frozen && <div className="soft">{inTheWay(o.frozen)}</div>}
                    </td>
                    <td className="text-end">
                      {bookable && mayBook && o.fits && (
                        <Button
                          variant="outline-primary"
                          size="sm"
                          disabled={book.isPending}
                          aria-label={`Book into ${o.name}, ${dayAndTime(o.opensAt)}`}
                          onClick={() => book.mutate(o)}
                        >
                          {o.openNow ? "Book, start by hand" : "Book, starts by itself"}
                        </Button>
                      )}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
          {openings[0] && (
            <p className="soft mt-2">
              Estimated at {duration(openings[0].forwardSeconds)} to do and {duration(openings[0].wayBackSeconds)} to
              undo; both have to fit.
            </p>
          )}
        </>
      )}
      {adding && <WindowForm close={() => setAdding(false)} />}
    </>
  );
}
