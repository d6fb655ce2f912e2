import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import { api, told } from "../api/client";
import type { Window } from "../api/types";
import { useMayEverywhere } from "../session/session";
import { ErrorBlock, Loading } from "../ui/Messages";
import { ReasonModal } from "../ui/ReasonModal";
import { dayAndTime } from "../ui/time";
import { howOften } from "./freezes";
import { keys, useMoved } from "../api/keys";

/** The windows that there are. One is never changed: it is retired, and another is added. */
export function WindowList() {
  const mayWrite = useMayEverywhere("WRITE_WINDOWS");
  const [retiring, setRetiring] = useState<Window | null>(null);
  const moved = useMoved();
  const windows = useQuery({ queryKey: keys.windows, queryFn: () => told(api.GET("/api/windows")) });
  const retire = useMutation({
    mutationFn: (reason: string) =>
      told(api.POST("/api/windows/{id}/retirement", { params: { path: { id: retiring!.id } }, body: { reason } })),
    onSuccess: () => {
      setRetiring(null);
      return moved.calendar();
    },
  });
  if (!windows.data) {
    return windows.error ? <ErrorBlock error={windows.error} /> : <Loading />;
  }
  return (
    <>
      <h2>Windows</h2>
      {windows.data.length === 0 ? (
        <p className="empty">
          There is no window, so that only emergencies can run.{" "}
          {mayWrite ? "Add one for a time in which changes may run." : "A change manager can add one."}
        </p>
      ) : (
        <table className="table">
          <thead>
            <tr>
              <th>Window</th>
              <th>Open</th>
              <th>Again</th>
              <th>Opens next</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {windows.data.map((w) => (
              <tr key={w.id}>
                <td>{w.name}</td>
                <td>
                  {w.opens.slice(0, 5)}–{w.closes.slice(0, 5)}
                </td>
                <td>{howOften(w.recurrence)}</td>
                <td>
                  {w.openUntil && <div>open now, until {dayAndTime(w.openUntil)}</div>}
                  {w.nextOpensAt ? (
                    `${w.openUntil ? "then " : ""}${dayAndTime(w.nextOpensAt)}`
                  ) : (
                    <span className="soft">{w.openUntil ? "then not again" : "not again"}</span>
                  )}
                </td>
                <td className="text-end">
                  {mayWrite && (
                    <Button
                      variant="outline-primary"
                      size="sm"
                      aria-label={`Retire ${w.name}`}
                      onClick={() => {
                        retire.reset();
                        setRetiring(w);
                      }}
                    >
                      Retire
                    </Button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {retiring && (
        <ReasonModal
          title={`Retire the window ${retiring.name}?`}
          label="Retire the window"
          mostCharacters={500}
          error={retire.error}
          busy={retire.isPending}
          submit={(reason) => retire.mutate(reason)}
          close={() => setRetiring(null)}
        >
          It opens no more. An opening that has begun stays until it closes. To have it open at other times, retire it
          and add another.
        </ReasonModal>
      )}
    </>
  );
}
