import { useMutation, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import Modal from "react-bootstrap/Modal";
import { api, asProblem } from "../api/client";
import type { Change, FitView, Placement } from "../api/types";
import { useMay } from "../session/session";
import { Glyph } from "../ui/Glyph";
import { Block, ErrorBlock, Loading } from "../ui/Messages";
import { clock, dayAndTime, duration, zoneName } from "../ui/time";
import { usePlacement } from "./queries";

export function BookRung({ change }: { change: Change }) {
  const placement = usePlacement(change.number);
  const mayBook = useMay("BOOK_CHANGES");
  const mayAddWindow = useMay("WRITE_WINDOWS");
  const [adding, setAdding] = useState(false);
  const client = useQueryClient();
  const path = `/api/changes/${change.number}/booking`;
  const refresh = () => client.invalidateQueries();
  const book = useMutation({
    mutationFn: (o: FitView) =>
      api.post<Placement>(path, { windowId: o.windowId, opensAt: o.opensAt, automatic: !o.openNow }),
    onSettled: refresh,
  });
  const cancel = useMutation({ mutationFn: () => api.delete<Placement>(path), onSettled: refresh });
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
          <p>
            {booking.automatic
              ? `The run starts by itself at ${clock(booking.opensAt)}, or by hand inside the window.`
              : "The run is started by hand inside the window."}{" "}
            Turn back by {clock(booking.turnBack)}: that is the last moment with time to undo everything.
          </p>
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
                    <td>{o.openNow ? "open now" : dayAndTime(o.opensAt)}</td>
                    <td>{dayAndTime(o.closesAt)}</td>
                    <td>
                      <Glyph shape={o.fits ? "done" : "blocked"} small />{" "}
                      {o.fits ? `${duration(o.spareSeconds)} spare` : `${duration(o.spareSeconds)} missing`}
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

function WindowForm({ close }: { close: () => void }) {
  const [form, setForm] = useState({ name: "", firstDay: "", opens: "01:30", closes: "05:15", recurrence: "" });
  const client = useQueryClient();
  const add = useMutation({
    mutationFn: () =>
      api.post("/api/windows", {
        ...form,
        firstDay: form.firstDay || null,
        opens: form.opens || null,
        closes: form.closes || null,
        recurrence: form.recurrence || null,
      }),
    onSuccess: () => {
      void client.invalidateQueries();
      close();
    },
  });
  const problem = add.error ? asProblem(add.error) : null;
  const field = (key: keyof typeof form, label: string, type: string) => (
    <Form.Group className="mb-2" controlId={`window-${key}`}>
      <Form.Label>{label}</Form.Label>
      <Form.Control
        type={type}
        value={form[key]}
        isInvalid={!!problem?.at(key).length}
        onChange={(e) => setForm({ ...form, [key]: e.target.value })}
      />
      <Form.Control.Feedback type="invalid">{problem?.at(key)[0]?.message}</Form.Control.Feedback>
    </Form.Group>
  );
  function submit(event: FormEvent) {
    event.preventDefault();
    add.mutate();
  }
  return (
    <Modal show onHide={close} aria-labelledby="window-title">
      <Form onSubmit={submit} noValidate>
        <Modal.Header closeButton>
          <Modal.Title id="window-title" as="h2">
            Add a window
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          {problem && problem.errors.length === 0 && <ErrorBlock error={problem} />}
          {field("name", "Name", "text")}
          {field("firstDay", "First day", "date")}
          {field("opens", `Opens (${zoneName()})`, "time")}
          {field("closes", "Closes", "time")}
          <Form.Group controlId="window-recurrence">
            <Form.Label>Again</Form.Label>
            <Form.Select value={form.recurrence} onChange={(e) => setForm({ ...form, recurrence: e.target.value })}>
              <option value="">once</option>
              <option value="FREQ=DAILY">every day</option>
              <option value="FREQ=WEEKLY">every week on this day</option>
              <option value="FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR">Monday to Friday</option>
            </Form.Select>
          </Form.Group>
        </Modal.Body>
        <Modal.Footer>
          <Button type="submit" disabled={add.isPending}>
            Add
          </Button>
        </Modal.Footer>
      </Form>
    </Modal>
  );
}
