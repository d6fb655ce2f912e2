import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import type { Change, Run, RunDevice } from "../api/types";
import { useMayOnWhole } from "../session/session";
import { Block, ErrorBlock } from "../ui/Messages";
import { calendarDay, clock, zonedTime } from "../ui/time";
import { phaseWords } from "../ui/words";
import { useNow } from "../ui/useNow";
import { failureOf, timerWords } from "./board";
import { DeviceControls } from "./DeviceControls";
import { Reasoned } from "./Reasoned";
import { useControl } from "./useControl";

/** What the run waits for, and the ways on. */
export function HoldPanel({ run, change }: { run: Run; change: Change }) {
  const mayRun = useMayOnWhole("RUN_CHANGES");
  const mayLengthen = useMayOnWhole("WRITE_WINDOWS");
  const { hold } = run;
  if (!hold) {
    return null;
  }
  const devices = hold.devices.join(", ");
  return (
    <Block
      tone={hold.reason === "PAUSE_ASKED" ? "" : "bad"}
      action={
        mayRun &&
        hold.reason === "TAKEN_BACK" && (
          <Reasoned
            run={run}
            change={change}
            label={`Go on without ${hold.devices.length === 1 ? devices : `${hold.devices.length} devices`}`}
            title="Go on without what was taken back?"
            sentence={`${devices} stays as it was before the change. The rest of the run goes on.`}
            press={(run, reason) => run.resume(reason)}
          />
        )
      }
    >
      <p className="mb-1">
        <b>The run waits for a person</b> since {clock(hold.since)}: {hold.words}.
      </p>
      {hold.reason === "FAILED" &&
        run.devices
          .filter((d) => hold.devices.includes(d.name))
          .map((d) => <FailedDevice key={d.id} run={run} device={d} change={change} />)}
      {run.failureRule !== "STOP_AND_WAIT" && (
        <p className="mb-1">
          If nobody decides, everything is taken back at {clock(run.turnBackAt)}, the turn-back point.
        </p>
      )}
      {hold.reason === "TURN_BACK_POINT" && mayLengthen && <Lengthening run={run} change={change} />}
      {hold.reason === "TURN_BACK_POINT" && !mayLengthen && (
        <p className="mb-0">Somebody who may change windows can lengthen this one.</p>
      )}
    </Block>
  );
}

/** What failed on a device, and what can be done about it. */
function FailedDevice({ run, device, change }: { run: Run; device: RunDevice; change: Change }) {
  const failure = failureOf(device);
  const now = useNow(1_000);
  return (
    <>
      <p className="mb-1">
        <span className="mono">{device.name}</span>
        {failure && (
          <>
            , {phaseWords[failure.phase].toLowerCase()}: {failure.words}.
          </>
        )}
        {device.timerUntil && ` ${timerWords(device.timerUntil, now)}`}
      </p>
      <DeviceControls run={run} device={device} change={change} />
    </>
  );
}

/** Moves the end of the window for this run. */
function Lengthening({ run, change }: { run: Run; change: Change }) {
  const [until, setUntil] = useState("");
  const [reason, setReason] = useState("");
  const control = useControl(run, change);
  const { problem } = control;
  return (
    <Form
      className="field-row"
      onSubmit={(e) => {
        e.preventDefault();
        control.mutate((it) => it.lengthen({ until: after(run.windowClosesAt, until), reason }));
      }}
    >
      {problem && <ErrorBlock error={problem} />}
      <Form.Control
        type="time"
        aria-label="Lengthen the window until"
        value={until}
        required
        onChange={(e) => setUntil(e.target.value)}
      />
      <Form.Control
        aria-label="Why the window may be longer"
        placeholder="Why it may be longer"
        value={reason}
        required
        maxLength={2000}
        onChange={(e) => setReason(e.target.value)}
      />
      <Button type="submit" disabled={control.isPending}>
        Lengthen the window
      </Button>
    </Form>
  );
}

/** The first moment after the end of the window at which the network's clocks show the time. */
function after(end: string, time: string): string {
  const day = 24 * 3600 * 1000;
  for (const ahead of [-1, 0, 1, 2]) {
    const moment = zonedTime(calendarDay(new Date(end).getTime() + ahead * day), time);
    if (new Date(moment) > new Date(end)) {
      return moment;
    }
  }
  return end;
}
