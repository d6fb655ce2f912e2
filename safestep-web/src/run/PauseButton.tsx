import Button from "react-bootstrap/Button";
import Dropdown from "react-bootstrap/Dropdown";
import type { Change, Run } from "../api/types";
import { useMayOnWhole } from "../session/session";
import { ErrorBlock } from "../ui/Messages";
import { useControl } from "./useControl";

/** Pauses after the wave, or at once after the devices that are begun; lets the run go on again. */
export function PauseButton({ run, change }: { run: Run; change: Change }) {
  const mayRun = useMayOnWhole("RUN_CHANGES");
  const control = useControl(run, change);
  if (!mayRun || run.turningBack || run.stopRequestedBy) {
    return null;
  }
  const asked = run.pause !== "NONE";
  return (
    <>
      {control.error && <ErrorBlock error={control.error} />}
      {asked ? (
        <Button
          variant="outline-primary"
          disabled={control.isPending}
          onClick={() => control.mutate((run) => run.resume(""))}
        >
          {run.state === "PAUSED" ? "Go on" : "Do not pause"}
        </Button>
      ) : (
        <Dropdown>
          <Dropdown.Toggle variant="outline-primary" disabled={control.isPending || run.hold !== null}>
            Pause
          </Dropdown.Toggle>
          <Dropdown.Menu align="end">
            <Dropdown.Item onClick={() => control.mutate((run) => run.pause("AFTER_WAVE"))}>
              After this wave
            </Dropdown.Item>
            <Dropdown.Item onClick={() => control.mutate((run) => run.pause("AFTER_DEVICE"))}>
              After the devices that are begun
            </Dropdown.Item>
          </Dropdown.Menu>
        </Dropdown>
      )}
    </>
  );
}
