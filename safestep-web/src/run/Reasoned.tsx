import { useState } from "react";
import Button from "react-bootstrap/Button";
import type { Change, Run } from "../api/types";
import { ReasonModal } from "../ui/ReasonModal";
import type { Presses } from "./presses";
import { useControl } from "./useControl";

interface Props {
  run: Run;
  change: Change;
  label: string;
  title: string;
  /** What will happen, in a sentence. */
  sentence: string;
  press: (run: Presses, reason: string) => Promise<Run>;
  variant?: string;
  /** Nothing has to be said, for example because somebody else has said it. */
  needsNoReason?: boolean;
}

/** Something that is done to a run with a reason that others will read. */
export function Reasoned({ run, change, label, title, sentence, press, variant, needsNoReason }: Props) {
  const [open, setOpen] = useState(false);
  const control = useControl(run, change, () => setOpen(false));
  return (
    <>
      <Button
        variant={variant ?? "outline-primary"}
        onClick={() => {
          control.reset();
          setOpen(true);
        }}
      >
        {label}
      </Button>
      {open && (
        <ReasonModal
          title={title}
          label={label}
          harmful={variant === "outline-danger"}
          needsNoReason={needsNoReason}
          error={control.error}
          busy={control.isPending}
          submit={(reason) => control.mutate((it) => press(it, reason))}
          close={() => setOpen(false)}
        >
          {sentence}
        </ReasonModal>
      )}
    </>
  );
}
