import { useMutation } from "@tanstack/react-query";
import Button from "react-bootstrap/Button";
import { api, told } from "../api/client";
import type { Change, Placement, Run } from "../api/types";
import { inTheWay, keptBy } from "../calendar/freezes";
import { useMayOnWhole } from "../session/session";
import { ErrorBlock } from "../ui/Messages";
import { failureRules } from "../draft/order";
import { clock, dayAndTime } from "../ui/time";
import { count } from "../ui/words";
import { RunBoard } from "./RunBoard";
import { useMoved } from "../api/keys";

interface Props {
  change: Change;
  run: Run | undefined;
  placement: Placement | undefined;
}

export function RunRung({ change, run, placement }: Props) {
  return run ? (
    <RunBoard key={run.id} change={change} run={run} />
  ) : (
    <BeforeRun change={change} placement={placement} />
  );
}

function BeforeRun({ change, placement }: Omit<Props, "run">) {
  const mayRun = useMayOnWhole("RUN_CHANGES");
  const moved = useMoved();
  const start = useMutation({
    mutationFn: () => told(api.POST("/api/changes/{number}/runs", { params: { path: { number: change.number } } })),
    onSettled: () => moved.change(change.number),
  });
  if (change.emergencyReason !== null && change.state === "APPROVED") {
    return (
      <>
        {start.error && <ErrorBlock error={start.error} />}
        <p>It was released as an emergency: it waits for no window.</p>
        {mayRun ? (
          <Button disabled={start.isPending} onClick={() => start.mutate()}>
            Start the run now
          </Button>
        ) : (
          <p className="soft">Somebody with the right to run changes starts it.</p>
        )}
      </>
    );
  }
  const booking = placement?.booking;
  if (!booking || change.state !== "BOOKED") {
    return <p className="empty">It has not run. It has to be approved and booked into a window first.</p>;
  }
  const freeze = keptBy(booking);
  return (
    <>
      {start.error && <ErrorBlock error={start.error} />}
      {booking.refusal && <ErrorBlock error={new Error(`The last start was refused: ${booking.refusal}`)} />}
      <h2>Before it starts</h2>
      <ul>
        <li>Every device is backed up, and looked at, before the first one is written to.</li>
        <li>
          The devices are changed in {count(change.order.waves.length, "wave")}:{" "}
          {change.order.waves.map((w) => w.devices.join(", ")).join("; then ")}.
        </li>
        <li>{failureRules[change.order.failureRule].sentence}</li>
        {!freeze && (
          <li>
            Turn back by {clock(booking.turnBack)};{" "}
            {booking.frozen
              ? `the freeze ${booking.frozen.name} begins ${clock(booking.frozen.begins)}`
              : `the window closes ${clock(booking.closesAt)}`}
            .
          </li>
        )}
      </ul>
      {freeze ? (
        <p className="soft">It can't be started: {inTheWay(freeze)}.</p>
      ) : booking.openNow ? (
        mayRun ? (
          <Button disabled={start.isPending} onClick={() => start.mutate()}>
            Start the run now
          </Button>
        ) : (
          <p className="soft">Somebody with the right to run changes starts it.</p>
        )
      ) : (
        <p>
          It can be started from {dayAndTime(booking.opensAt)} on{booking.automatic && ", and then starts by itself"}.
        </p>
      )}
    </>
  );
}
