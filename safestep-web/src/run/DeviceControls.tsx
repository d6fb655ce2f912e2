import Button from "react-bootstrap/Button";
import type { Change, Run, RunDevice } from "../api/types";
import { useMayOnWhole, usePerson } from "../session/session";
import { ErrorBlock } from "../ui/Messages";
import { phaseWords } from "../ui/words";
import { failureOf, overrideOf } from "./board";
import { Reasoned } from "./Reasoned";
import { useControl } from "./useControl";

interface Props {
  run: Run;
  device: RunDevice;
  change: Change;
}

/** What can be done about one device while the run goes on or waits. */
export function DeviceControls({ run, device, change }: Props) {
  const mayRun = useMayOnWhole("RUN_CHANGES");
  const mayDecide = useMayOnWhole("DECIDE_CHANGES");
  const control = useControl(run, change);
  if (run.endedAt || run.turningBack) {
    return null;
  }
  const failure = failureOf(device);
  const waiting = run.hold?.reason === "FAILED" && failure !== undefined;
  const proposal = overrideOf(run, device.name);
  const check = failure?.phase === "CHECK_AFTER" || failure?.phase === "CHECK_BEFORE";
  return (
    <div className="device-controls">
      {control.error && <ErrorBlock error={control.error} />}
      {waiting && mayRun && failure.phase !== "PUSH" && (
        <Button
          variant="outline-primary"
          disabled={control.isPending}
          onClick={() => control.mutate((run) => run.retry(device.name))}
        >
          {phaseWords[failure.phase]} once more
        </Button>
      )}
      {waiting && check && (mayRun || mayDecide) && (
        <Override run={run} device={device} change={change} proposedBy={proposal?.askedBy} why={proposal?.reason} />
      )}
      {mayRun && device.board.mayBeLeftOut && (
        <Reasoned
          run={run}
          change={change}
          label={`Leave ${device.name} out`}
          title={`Leave ${device.name} out?`}
          sentence={
            device.written
              ? "What it holds of the change is taken back first; then the run goes on without it."
              : "Nothing was written to it. The run goes on without it."
          }
          press={(run, reason) => run.skip(device.name, reason)}
        />
      )}
    </div>
  );
}

interface OverrideProps extends Props {
  proposedBy: string | undefined;
  why: string | undefined;
}

function Override({ run, device, change, proposedBy, why }: OverrideProps) {
  const me = usePerson();
  if (proposedBy === me.login) {
    return <p className="mb-0">You propose to override the failed check. A second person has to agree.</p>;
  }
  return proposedBy ? (
    <Reasoned
      run={run}
      change={change}
      label="Agree to override"
      title="Let the failed check pass?"
      sentence={`${proposedBy} proposes it: ${why}. With you it counts, and the run goes on.`}
      press={(run, reason) => run.override(device.name, reason)}
      variant="outline-danger"
      needsNoReason
    />
  ) : (
    <Reasoned
      run={run}
      change={change}
      label="Override the check"
      title="Let the failed check pass?"
      sentence="It counts when a second person has agreed."
      press={(run, reason) => run.override(device.name, reason)}
      variant="outline-danger"
    />
  );
}
