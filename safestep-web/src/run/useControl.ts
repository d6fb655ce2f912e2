import { useSave } from "../ui/useSave";
import type { Change, Run } from "../api/types";
import { useMoved } from "../api/keys";
import { type Presses, pressesOf } from "./presses";

type Press = (run: Presses) => Promise<Run>;

/** Does something to a run, and shows what came of it. */
export function useControl(run: Run, change: Change, onDone?: () => void) {
  const moved = useMoved();
  return useSave({
    mutationFn: (press: Press) => press(pressesOf(run.id)),
    onSuccess: onDone,
    onSettled: () => moved.change(change.number),
  });
}
